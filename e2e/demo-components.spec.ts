import { type Page } from '@playwright/test'

import { boxOf, expect, pull, type Studio, test } from './studio'

// The demo's component diagram made by hand, in two ways beside that from sentences.
// What it has to become is read from the demo itself.

const statements = async (studio: Studio, project: string, diagram: string) => {
  const all = (await (await studio.page.request.get(`${studio.address}/api/projects/${project}/diagrams/${diagram}/sentences`)).json()) as {
    statement?: string
  }[]
  return all.flatMap((r) => (r.statement ? [r.statement.replaceAll('@component', '')] : [])).sort()
}

const here = (page: Page) => [/\/p\/([^/?]+)/.exec(page.url())?.[1] ?? '', /\/d\/([^/?]+)/.exec(page.url())?.[1] ?? ''] as const

const places = [
  ['component', 'Settlement', 150, 50],
  ['component', 'Intake desk', 520, 50],
  ['interface', 'BlendPlanning', 190, 150],
  ['interface', 'ResultSource', 560, 150],
  ['component', 'Blend planner', 150, 240],
  ['component', 'Lab gateway', 520, 240],
  ['interface', 'LabelOutput', 120, 350],
  ['interface', 'LotLookup', 360, 400],
  ['component', 'Label printer', 60, 440],
  ['component', 'Traceability', 300, 520],
  ['interface', 'TraceQuery', 560, 560],
] as const

// make places a shape from the toolbar with a click, and names it.
async function make(studio: Studio, page: Page, kind: string, name: string, x: number, y: number) {
  const room = await boxOf(studio.sheet)
  await page.getByRole('button', { name: kind, exact: true }).click()
  await page.mouse.click(room.x + x, room.y + y)
  await page.getByRole('textbox', { name: `Name of the new ${kind}` }).fill(name)
  await page.keyboard.press('Tab')
  await expect(studio.shape(`${kind} ${name}`)).toBeVisible()
  await page.keyboard.press('Escape')
  await studio.saved()
}

// tie pulls the handle of a shape to another one, and takes what is offered.
async function tie(studio: Studio, page: Page, from: string, to: string, offer: string | RegExp) {
  const menu = await pull(studio, from, to)
  await menu.getByRole('menuitem', { name: offer }).click()
  await expect(page.getByRole('menu')).toHaveCount(0)
  await studio.saved()
}

test('the component diagram of the demo by the pointer', async ({ studio, page }) => {
  test.setTimeout(180_000)
  const wanted = await statements(studio, await studio.copyOfDemo(), 'components')
  expect(wanted).toHaveLength(10)
  await studio.newProject('By pointer')
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  for (const [kind, name, x, y] of places) await make(studio, page, kind, name, x, y)
  // What is offered at ports has its port first.
  for (const port of ['lookup', 'query']) {
    await studio
      .shape('component Traceability')
      .locator('.shape')
      .first()
      .click({ position: { x: 4, y: 4 } })
    await studio.entry.getByRole('button', { name: 'Add a port' }).click()
    await studio.entry.getByLabel('Name', { exact: true }).fill(port)
    await studio.entry.getByLabel('Name', { exact: true }).press('Enter')
    await expect(studio.shape(`port ${port} of component Traceability`)).toBeVisible()
    await studio.saved()
  }
  for (const [port, iface] of [
    ['lookup', 'LotLookup'],
    ['query', 'TraceQuery'],
  ] as const) {
    await tie(studio, page, `port ${port} of component Traceability`, `interface ${iface}`, new RegExp(`provides ${iface}`))
  }
  for (const s of wanted.filter((s) => !s.includes(' at '))) {
    const [, from, verb, to] = /^"?([^"]+?)"? (provides|requires) (\w+)$/.exec(s) ?? []
    await tie(studio, page, `component ${from}`, `interface ${to}`, new RegExp(`^${from} ${verb} ${to}`))
  }
  await expect.poll(async () => statements(studio, ...here(page))).toEqual(wanted)
  await page.reload()
  await expect(studio.shape('component Traceability')).toBeVisible()
  expect(await statements(studio, ...here(page))).toEqual(wanted)
})

const held = [
  ['Settlement', 150, 50, []],
  ['Intake desk', 520, 50, ['Grading']],
  ['Blend planner', 150, 240, ['BlendPlanner']],
  ['Lab gateway', 520, 240, ['LabGateway']],
  ['Label printer', 60, 430, ['LabelPrinter']],
  ['Traceability', 420, 430, ['Traceability']],
] as const

test('the component diagram of the demo by dragging its classes in', async ({ studio, page }) => {
  test.setTimeout(180_000)
  const project = await studio.copyOfDemo()
  const wanted = (await statements(studio, project, 'components')).map((s) => s.replace(/ at \w+/, '')).sort()
  // The classes of the demo, and no components yet.
  const doomed = ['components', 'c-blend', 'c-intake', 'c-lab', 'c-label', 'c-settle', 'c-trace']
  const answer = await page.request.post(`${studio.address}/api/projects/${project}/changes`, {
    data: {
      clientId: 'clearing',
      author: { id: 'clearing', name: 'Clearing' },
      base: 0,
      changes: doomed.map((id) => ({ type: 'delete', id })),
    },
  })
  expect(answer.status(), await answer.text()).toBe(200)
  await page.reload()
  await studio.newDiagram('component')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  for (const [name, x, y, classes] of held) {
    await make(studio, page, 'component', name, x, y)
    for (const c of classes) {
      await page.keyboard.press('Escape') // nothing selected: the entry is that of the diagram
      await studio.entry.getByRole('searchbox', { name: 'Show what exists' }).fill(c)
      await studio.entry
        .getByRole('button', { name: `class ${c}`, exact: true })
        .dragTo(studio.sheet, { targetPosition: { x: x + 30, y: y + 30 } })
      await expect(studio.shape(`class ${c}`)).toBeVisible()
      await studio.saved()
      // What follows from what it holds is offered: take all of it, one after the other.
      const offers = page.getByRole('menu', { name: 'What follows from what it holds?' })
      while (
        await offers
          .getByRole('menuitem')
          .first()
          .waitFor({ timeout: 5000 })
          .then(
            () => true,
            () => false,
          )
      ) {
        await offers.getByRole('menuitem').first().click()
        await studio.saved()
      }
    }
  }
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Arrange', exact: true }).click()
  await expect(page.getByText('Arranged.', { exact: true })).toBeVisible()
  await studio.whole()
  // What no class tells is pulled.
  for (const [from, to] of [
    ['Blend planner', 'LabelOutput'],
    ['Blend planner', 'LotLookup'],
    ['Settlement', 'BlendPlanning'],
  ] as const) {
    await tie(studio, page, `component ${from}`, `interface ${to}`, new RegExp(`^${from} requires ${to}`))
  }
  await expect.poll(async () => statements(studio, ...here(page))).toEqual(wanted)
  await page.reload()
  await expect(studio.shape('class BlendPlanner')).toBeVisible()
  await studio.whole()
  // What is held is told from both sides.
  await studio.shape('class BlendPlanner').click()
  await expect(
    studio.entry.getByRole('region', { name: 'In the component' }).getByRole('button', { name: 'Blend planner', exact: true }),
  ).toBeVisible()
})
