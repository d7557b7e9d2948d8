import { inaccessible } from './axe'
import { boxOf, dragBy, expect, pull, type Studio, test } from './studio'

const shapeOf = (studio: Studio, name: string) => boxOf(studio.shape(name).locator('rect.shape').first())

const sentences = async (studio: Studio, project: string, diagram: string) => {
  const all = (await (await studio.page.request.get(`${studio.address}/api/projects/${project}/diagrams/${diagram}/sentences`)).json()) as {
    statement?: string
  }[]
  return all.flatMap((r) => (r.statement ? [r.statement] : [])).sort()
}

test('the component diagram of the demo from sentences alone', async ({ studio, page }) => {
  const wanted = await sentences(studio, await studio.copyOfDemo(), 'components')
  expect(wanted).toContain('Traceability@component at query provides TraceQuery')
  await studio.newProject('By sentences')
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  for (const s of wanted) await studio.state(s.replaceAll('@component', ''))
  await expect(page.getByRole('img', { name: 'port query of component Traceability' })).toBeVisible()
  const project = /\/p\/([^/?]+)/.exec(page.url())?.[1] ?? ''
  const diagram = /\/d\/([^/?]+)/.exec(page.url())?.[1] ?? ''
  expect(await sentences(studio, project, diagram)).toEqual(wanted.map((s) => s.replaceAll('@component', '')).sort())
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Arrange', exact: true }).click()
  await studio.saved()
  // Who calls stands above who is called, as soon as the places are worked out.
  const names = ['Settlement', 'Blend planner', 'Traceability']
  await expect
    .poll(async () => {
      const placed = await Promise.all(names.map(async (name) => ({ name, y: (await boxOf(studio.shape(`component ${name}`))).y })))
      return placed.sort((a, b) => a.y - b.y).map((p) => p.name)
    })
    .toEqual(names)
})

test('components are made and connected by the pointer, and fit', async ({ studio, page }) => {
  await studio.newProject('By pointer')
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  const room = await boxOf(studio.sheet)
  for (const [kind, name, x, y] of [
    ['component', 'Label printer', 160, 120],
    ['component', 'Traceability', 160, 460],
    ['interface', 'LotLookup', 420, 290],
  ] as const) {
    await page.getByRole('button', { name: kind, exact: true }).click()
    await page.mouse.click(room.x + x, room.y + y)
    await page.getByRole('textbox', { name: `Name of the new ${kind}` }).fill(name)
    await page.keyboard.press('Tab')
    await expect(studio.shape(`${kind} ${name}`)).toBeVisible()
    await page.keyboard.press('Escape')
  }
  await pull(studio, 'component Traceability', 'interface LotLookup')
  await page.getByRole('menuitem', { name: 'Traceability provides LotLookup' }).click()
  await studio.saved()
  await pull(studio, 'component Label printer', 'interface LotLookup')
  await expect(page.getByRole('menuitem', { name: 'Label printer gets LotLookup from Traceability (who provides it)' })).toBeVisible()
  await page.getByRole('menuitem', { name: 'Label printer requires LotLookup (whoever provides it)' }).click()
  await studio.saved()
  await pull(studio, 'component Label printer', 'component Traceability')
  await page.getByRole('menuitem', { name: 'Label printer gets LotLookup from Traceability (these two fit)' }).click()
  await expect(page.getByRole('img', { name: 'assembly: "Label printer" gets LotLookup from Traceability' })).toBeVisible()
  await expect(studio.entry.getByText('If Traceability is taken out, Label printer needs LotLookup from somebody else.')).toBeVisible()

  // A port, at the side that a person pulls it to.
  await page.keyboard.press('Escape')
  await studio.shape('component Label printer').click()
  await studio.entry.getByRole('button', { name: 'Add a port' }).click()
  await studio.entry.getByLabel('Name', { exact: true }).fill('output')
  await studio.entry.getByLabel('Name', { exact: true }).press('Enter')
  const port = studio.shape('port output of component Label printer')
  await expect(port).toBeVisible()
  const at = await boxOf(port.locator('rect'))
  const printer = await shapeOf(studio, 'component Label printer')
  await dragBy(page, at, printer.x + printer.width - at.x, 0, { at: { x: 7, y: 7 } })
  await expect.poll(async () => (await boxOf(port.locator('rect'))).x).toBeGreaterThan(printer.x + printer.width - 12)
  await page.reload()
  await expect(port).toBeVisible()

  // Taken together: who needs what, and what would be missing.
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Components', exact: true }).first().click()
  const row = page.getByRole('row', { name: /^Traceability/ })
  await expect(row).toContainText('LotLookup for Label printer')
  await expect(row).toContainText('Label printer gets no LotLookup')
  expect(await inaccessible(page)).toEqual([])
})

test('classes are dragged into a component, which offers what follows, and is opened', async ({ studio, page }) => {
  await studio.newProject('Inside')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.state('LotBook realizes LotLookup')
  await studio.state('LotBook uses Clock')
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.state('Traceability uses Archive')
  await studio.sheet.press('Escape')
  await studio.sheet.press('Escape')
  await (await studio.existing('class LotBook')).dragTo(studio.sheet, { targetPosition: { x: 420, y: 560 } })
  await expect(studio.shape('class LotBook')).toBeVisible()
  await studio.saved()
  const book = await shapeOf(studio, 'class LotBook')
  const home = await shapeOf(studio, 'component Traceability')
  await dragBy(page, book, home.x + home.width / 2 - book.x - book.width / 2, home.y + home.height / 2 - book.y - book.height / 2, {
    alt: true,
  })
  await page
    .getByRole('menu', { name: 'What follows from what it holds?' })
    .getByRole('menuitem', { name: 'Traceability provides LotLookup: LotBook realizes it' })
    .click()
  await expect(page.getByRole('img', { name: 'provided interface: Traceability provides LotLookup' })).toHaveCount(1)
  await expect(studio.shape('interface LotLookup')).toBeVisible()
  await expect(studio.shape('component Traceability').locator('rect.boundary')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await studio.shape('class LotBook').click()
  await expect(
    studio.entry.getByRole('region', { name: 'In the component' }).getByRole('button', { name: 'Traceability', exact: true }),
  ).toBeVisible()

  // Into the inside, and back.
  await studio.entry.getByRole('region', { name: 'In the component' }).getByRole('button', { name: 'Traceability', exact: true }).click()
  await studio.entry.getByRole('button', { name: 'Open its inside' }).click()
  await expect(page.getByRole('application', { name: 'component diagram Traceability' })).toBeVisible()
  await expect(studio.shape('class LotBook')).toBeVisible()
  await studio.sheet.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('m')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Lot index')
  await page.keyboard.press('Tab')
  await expect(studio.shape('component Lot index')).toBeVisible()
  await expect(studio.entry.getByLabel('Part of')).toHaveValue(/.+/)
  await page.keyboard.press('Escape')
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Components', exact: true }).last().click()
  await expect(studio.shape('component Archive')).toBeVisible()

  // A part needs a place, and says what it is.
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Traceability', exact: true }).click()
  await expect(page.getByRole('application', { name: 'component diagram Traceability' })).toBeVisible()
  await expect(studio.shape('component Lot index')).toBeVisible()
  await studio.sheet.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('r')
  await page.keyboard.press('Enter')
  await page.keyboard.type('old : Archive')
  await page.keyboard.press('Tab')
  await expect(studio.shape('part old : Archive')).toBeVisible()
  expect(await inaccessible(page)).toEqual([])
})

test('the matrix tells who uses what, and where each mark comes from', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'CRUD matrix' }).click()
  const where = page.getByRole('complementary', { name: 'Where it comes from' })
  await page.getByRole('button', { name: '3.3 Bottle blend, JarBatch: C' }).click()
  await expect(where.getByText('writes jar batch entry to Jar stock')).toBeVisible()
  await page.getByRole('button', { name: 'Register delivery, HoneyLot: CRU' }).press('Enter')
  await expect(where.getByText('step 1: Beekeeper hands over the honey lot with the delivery note')).toBeVisible()
  await expect(where.getByText('Label: nobody reads it')).toBeVisible()
  expect(await inaccessible(page)).toEqual([])
  // A mark leads to what it comes from, chosen on its sheet.
  await page.getByRole('button', { name: '3.3 Bottle blend, JarBatch: C' }).click()
  await where.getByText('writes jar batch entry to Jar stock').getByRole('button', { name: 'Show it' }).click()
  await expect(studio.entry.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('jar batch entry')
  // So does the table of components.
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Components', exact: true }).first().click()
  await page
    .getByRole('row', { name: /^Blend planner/ })
    .getByRole('button', { name: 'Blend planner', exact: true })
    .click()
  await expect(studio.entry.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Blend planner')
  // A new step fills it.
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Use cases/ })
    .click()
  await page
    .getByRole('list', { name: 'All use cases' })
    .getByRole('button', { name: /^Dispatch jars/ })
    .click()
  await page.getByRole('tab', { name: 'Edit as text' }).click()
  const steps = page.getByRole('textbox', { name: 'Steps, one a line' })
  await steps.fill((await steps.inputValue()).replace('System lists what is due', 'System reads the label'))
  await steps.press('Control+Enter')
  await studio.saved()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'CRUD matrix' }).click()
  await expect(page.getByRole('button', { name: 'Dispatch jars, Label: R' })).toBeVisible()
  await expect(where.getByText('Label: nobody reads it')).toHaveCount(0)
})

test('a matrix of 200 use cases and 400 classes draws only what is seen', async ({ studio, page }) => {
  const elements = [...Array(400).keys()].map((i) => ({ type: 'addElement', id: `c${i}`, kind: 'class', name: `Record${word(i)}` }))
  const cases = [...Array(200).keys()].flatMap((i) => [
    { type: 'addElement', id: `u${i}`, kind: 'useCase', name: `Look after ${i}` },
    {
      type: 'addPart',
      id: `s${i}`,
      owner: `u${i}`,
      kind: 'step',
      set: { text: `System registers the record ${word(i * 4 + 3).toLowerCase()} at once` },
    },
  ])
  await studio.newProject('Large')
  const project = /\/p\/([^/?]+)/.exec(page.url())?.[1] ?? ''
  const answer = await page.request.post(`${studio.address}/api/projects/${project}/changes`, {
    data: { clientId: 'large', author: { id: 'somebody', name: 'Somebody' }, base: 0, changes: [...elements, ...cases] },
  })
  expect(answer.status(), await answer.text()).toBe(200)
  await page.goto(`${studio.address}/p/${project}/matrix`)
  await expect(page.getByRole('grid', { name: 'Matrix' })).toHaveAttribute('aria-rowcount', '201')
  expect(await page.getByRole('gridcell').count()).toBeLessThan(2500)
  await page.getByRole('grid', { name: 'Matrix' }).evaluate((e) => e.scrollTo(e.scrollWidth, e.scrollHeight))
  await expect(page.getByRole('button', { name: /^Look after 99, Record/ })).toBeVisible()
})

function word(i: number): string {
  return String.fromCharCode(65 + (Math.floor(i / 26) % 26)) + String.fromCharCode(97 + (i % 26)) + 'x'
}

test('a circle of calls stands out in the drawing, in the table and among the findings', async ({ studio, page }) => {
  await studio.newProject('In a circle')
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.state('"Label printer" gets LotLookup from Traceability')
  await expect(page.locator('[data-group] path.circle')).toHaveCount(0)
  await studio.state('Traceability uses "Label printer"')
  const call = page.getByRole('img', { name: 'assembly: "Label printer" gets LotLookup from Traceability, in a circle of calls' })
  await expect(call).toBeVisible()
  await expect(call.locator('path.circle').first()).toHaveCSS('stroke-width', '2.6px')
  await expect(
    page.getByRole('img', { name: 'usage: Traceability uses "Label printer", in a circle of calls' }).locator('path.circleDashed'),
  ).toHaveCount(1)
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Components', exact: true }).first().click()
  await expect(page.getByRole('main', { name: 'Components' }).getByText(/call each other in a circle/)).toBeVisible()
  // One call less, and nothing is marked.
  await page.goBack()
  await page
    .getByRole('img', { name: /^usage: Traceability uses/ })
    .locator('path.hit')
    .click({ force: true })
  await page.keyboard.press('Shift+Delete')
  await expect(page.getByRole('img', { name: 'assembly: "Label printer" gets LotLookup from Traceability', exact: true })).toBeVisible()
  await expect(page.locator('[data-group] path.circle')).toHaveCount(0)
})
