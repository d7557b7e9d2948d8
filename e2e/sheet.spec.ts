import { type Page } from '@playwright/test'

import { boxOf, dragBy, expect, type Studio, test } from './studio'

const menu = async (page: Page, label: string, item: string | RegExp) => {
  await page.getByRole('button', { name: new RegExp(`^${label}`) }).click()
  await page.getByRole('menuitem', { name: item }).click()
}

// aPair makes a project with two classes and a line, seen at 100 %.
async function aPair(studio: Studio) {
  await studio.newProject('Glacier station')
  await studio.newDiagram('class')
  await expect(studio.page.getByText('Nothing here yet')).toBeVisible()
  await studio.state('1 Station records 0..* Reading')
  await expect(studio.shape('class Reading')).toBeVisible()
  await studio.page.keyboard.press('Escape')
  await studio.sheet.focus()
  await studio.page.keyboard.press('Escape')
}

const shapeBox = (studio: Studio, name: string) => boxOf(studio.shape(name).locator('rect.shape'))

test('many are selected, aligned, spread, sized, duplicated and taken back', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.sheet.focus()
  await page.keyboard.press('Control+a')
  await expect(studio.entry.getByRole('heading', { name: '20 selected' })).toBeVisible()
  await page.keyboard.press('Escape')

  await studio.shape('class Apiary').click({ position: { x: 20, y: 8 } })
  await studio.shape('class Hive').click({ position: { x: 20, y: 8 }, modifiers: ['Shift'] })
  await studio.shape('class TestResult').click({ position: { x: 20, y: 8 }, modifiers: ['Shift'] })
  await expect(studio.entry.getByRole('heading', { name: '3 selected' })).toBeVisible()
  await menu(page, 'Arrange', 'Lower edges')
  await studio.saved()
  const bottoms = await Promise.all(
    ['Apiary', 'Hive', 'TestResult'].map(async (n) => {
      const b = await shapeBox(studio, `class ${n}`)
      return b.y + b.height
    }),
  )
  expect(Math.max(...bottoms) - Math.min(...bottoms)).toBeLessThan(1.5)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await studio.saved()
  await menu(page, 'Arrange', 'Same width')
  await studio.saved()
  const widths = await Promise.all(['Apiary', 'Hive', 'TestResult'].map(async (n) => (await shapeBox(studio, `class ${n}`)).width))
  expect(Math.max(...widths) - Math.min(...widths)).toBeLessThan(1.5)
  await menu(page, 'Arrange', 'As large as the content')
  await studio.saved()
  expect((await shapeBox(studio, 'class Apiary')).width).toBeLessThan((await shapeBox(studio, 'class TestResult')).width)

  await studio.sheet.focus()
  await page.keyboard.press('Control+d')
  await expect(studio.shape('class Hive copy')).toBeVisible()
  await expect(studio.entry.getByRole('heading', { name: '3 selected' })).toBeVisible()
  await page.keyboard.press('Delete')
  await expect(page.getByText('Removed 3 things from this diagram. They stay in the model.')).toBeVisible()
  await expect(studio.shape('class Hive copy')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(studio.shape('class Hive copy')).toBeVisible()
  await studio.saved()

  // Everything arranged at once, and no shape on another.
  await page.keyboard.press('Escape')
  await menu(page, 'Arrange', /^Arrange$/)
  await expect(page.getByText('Arranged.', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Fit' }).click()
  const boxes = await page.locator('#drawing [data-box]').evaluateAll((all) =>
    all.map((g) => {
      const r = g.querySelector('.shape, .note')?.getBoundingClientRect()
      return r ? { x: r.x, y: r.y, r: r.right, b: r.bottom } : { x: 0, y: 0, r: 0, b: 0 }
    }),
  )
  expect(boxes.length).toBe(13)
  boxes.forEach((a, i) =>
    boxes.slice(i + 1).forEach((b) => expect(a.x < b.r - 1 && b.x < a.r - 1 && a.y < b.b - 1 && b.y < a.b - 1).toBe(false)),
  )
})

test('a rectangle selects, a group moves with its guides, and keys nudge', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const apiary = await shapeBox(studio, 'class Apiary')
  const hive = await shapeBox(studio, 'class Hive')
  await page.mouse.move(apiary.x - 8, apiary.y - 12)
  await page.mouse.down()
  await page.mouse.move(hive.x + hive.width + 8, hive.y + hive.height + 8, { steps: 4 })
  await expect(page.locator('#drawing .rubber')).toBeVisible()
  await page.mouse.up()
  await expect(studio.entry.getByRole('heading', { name: '3 selected' })).toBeVisible() // both shapes and the line between
  await dragBy(page, apiary, 21, 17, { alt: true })
  await studio.saved()
  const moved = await shapeBox(studio, 'class Hive')
  expect(Math.abs(moved.x - hive.x - 21)).toBeLessThan(2)
  expect(Math.abs(moved.y - hive.y - 17)).toBeLessThan(2)
  // The guides catch: nearly at the left edge of Beekeeper is at it.
  const keeper = await shapeBox(studio, 'class Beekeeper')
  const now = await shapeBox(studio, 'class Apiary')
  await page.mouse.move(now.x + 14, now.y + 10)
  await page.mouse.down()
  await page.mouse.move(now.x + 4, now.y + 14, { steps: 3 })
  await page.mouse.move(keeper.x + 14 + 3, now.y + 16, { steps: 3 })
  await expect(page.locator('#drawing .guide')).not.toHaveCount(0)
  await page.mouse.up()
  await studio.saved()
  expect(Math.abs((await shapeBox(studio, 'class Apiary')).x - keeper.x)).toBeLessThan(1.2)
  // Coarse and fine.
  await studio.sheet.focus()
  await page.keyboard.press('Escape')
  await studio.shape('class Hive').click({ position: { x: 20, y: 8 } })
  await page.getByRole('button', { name: /press for 100 %/ }).click()
  const before = await shapeBox(studio, 'class Hive')
  const apart = async () => Math.round((await shapeBox(studio, 'class Hive')).x - (await shapeBox(studio, 'class Apiary')).x)
  const then = await apart()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await studio.saved()
  await expect.poll(async () => (await apart()) - then).toBe(11)
  await page.keyboard.press('Control+ArrowDown')
  await studio.saved()
  await expect.poll(async () => Math.round((await shapeBox(studio, 'class Hive')).height - before.height)).toBe(10)
})

test('a shape is made larger by its edge and goes back to fitting', async ({ studio, page }) => {
  await aPair(studio)
  await studio.shape('class Station').click()
  const before = await shapeBox(studio, 'class Station')
  const edge = await boxOf(page.locator('[data-part="resize-es"]'))
  await dragBy(page, edge, 60, 44, { at: { x: edge.width / 2, y: edge.height / 2 } })
  await studio.saved()
  const after = await shapeBox(studio, 'class Station')
  expect(after.width - before.width).toBeGreaterThan(40)
  expect(after.height - before.height).toBeGreaterThan(30)
  await studio.shape('class Station').click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'As large as the content' }).click()
  await expect.poll(async () => (await shapeBox(studio, 'class Station')).width).toBe(before.width)
})

test('a line is bent, curved, straightened and tidied; its label is moved and stays with it', async ({ studio, page }) => {
  await aPair(studio)
  const line = page.getByRole('img', { name: /^association: 1 Station records/ })
  const path = () => line.locator('path.line').first().getAttribute('d')
  const plain = await path()
  await line.locator('.hit').click({ force: true })
  const grip = await boxOf(page.locator('[data-part="bend-0"]'))
  await dragBy(page, grip, 0, 70, { at: { x: grip.width / 2, y: grip.height / 2 } })
  await studio.saved()
  await expect.poll(async () => (await path())?.split('L').length).toBeGreaterThanOrEqual(5)
  await page.getByRole('radio', { name: 'Curved' }).click()
  await studio.saved()
  await expect.poll(path).toContain('Q')
  await page.getByRole('radio', { name: 'Straight' }).click()
  await studio.saved()
  await menu(page, 'Arrange', 'Tidy the lines')
  await studio.saved()
  await expect.poll(async () => (await path())?.split('L').length).toBe(2)
  await page.getByRole('radio', { name: 'Right-angled' }).click()
  await studio.saved()
  await expect.poll(path).toBe(plain)

  // The name of the line.
  const label = line.getByText('records')
  const before = await boxOf(label)
  await dragBy(page, before, 30, 50, { at: { x: 5, y: 5 } })
  await studio.saved()
  const after = await boxOf(label)
  expect(Math.abs(after.x - before.x - 30)).toBeLessThan(2)
  expect(Math.abs(after.y - before.y - 50)).toBeLessThan(2)
  // The shapes move, the label keeps its place beside the line's middle.
  await page.keyboard.press('Escape')
  await studio.shape('class Reading').click({ position: { x: 20, y: 8 } })
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await studio.saved()
  await expect.poll(async () => Math.round((await boxOf(label)).x - after.x)).toBe(20)
  await page.reload()
  await expect(label).toBeVisible()
})

test('every visible text is edited in place, Tab goes to the next one', async ({ studio, page }) => {
  await aPair(studio)
  const line = page.getByRole('img', { name: /^association: / })
  await line.locator('.hit').click({ force: true })
  await page.keyboard.press('F2')
  await page.getByRole('textbox', { name: 'Name of the association' }).fill('measures')
  await page.keyboard.press('Tab')
  await page.getByRole('textbox', { name: 'Multiplicity at Station' }).fill('1..2')
  await page.keyboard.press('Tab')
  await page.getByRole('textbox', { name: 'Role of Station' }).fill('origin')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('textbox', { name: 'Multiplicity at Reading' })).toHaveValue('0..*')
  await page.keyboard.press('Shift+Tab')
  await expect(page.getByRole('textbox', { name: 'Role of Station' })).toBeFocused()
  await page.keyboard.press('Enter')
  await studio.saved()
  await expect(page.getByRole('img', { name: 'association: 1..2 Station as origin measures 0..* Reading' })).toBeVisible()
  // Typing renames what is selected; Tab leads on to its features.
  await page.keyboard.press('Escape')
  await studio.shape('class Station').click()
  await page.keyboard.type('Weather station')
  await page.keyboard.press('Tab')
  await page.getByRole('textbox', { name: /^Features of/ }).fill('- height: Integer')
  await page.keyboard.press('Control+Enter')
  await expect(studio.shape('class Weather station').getByText('- height: Integer')).toBeVisible()
  // The diagram's own name.
  await page.locator('#drawing').getByText('Classes', { exact: true }).dblclick()
  await page.getByRole('textbox', { name: 'Name of the diagram' }).fill('Stations')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Stations' })).toBeVisible()
})

test('going back to a text that is still on its way shows what was typed, and loses nothing', async ({ studio, page }) => {
  await aPair(studio)
  await studio.slow(400)
  await page
    .getByRole('img', { name: /^association: / })
    .locator('.hit')
    .click({ force: true })
  await page.keyboard.press('F2')
  await page.getByRole('textbox', { name: 'Name of the association' }).fill('measures')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Tab') // past the multiplicity
  await page.getByRole('textbox', { name: 'Role of Station' }).fill('origin')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Shift+Tab')
  await expect(page.getByRole('textbox', { name: 'Role of Station' })).toHaveValue('origin')
  await studio.saved()
  await page.keyboard.press('Enter') // left as it was, after the drawing has changed
  await page.keyboard.press('F2')
  await page.getByRole('textbox', { name: 'Name of the association' }).fill('gathers')
  await page.keyboard.press('Enter')
  await studio.saved()
  await expect(page.getByRole('img', { name: /^association: .*Station as origin gathers .*Reading$/ })).toBeVisible()
})

test('a kind is pinned for many, a note is anchored, and removing differs from deleting', async ({ studio, page }) => {
  await aPair(studio)
  const room = await boxOf(studio.sheet)
  await studio.sheet.focus()
  await page.keyboard.press('c')
  await page.keyboard.press('c')
  await expect(page.getByText('Every click makes one more class; Escape ends')).toBeVisible()
  for (const [i, name] of ['Probe', 'Mast', 'Gauge'].entries()) {
    await page.mouse.click(room.x + 150 + i * 200, room.y + 420)
    await page.getByRole('textbox', { name: 'Name of the new class' }).fill(name)
    await page.keyboard.press('Enter')
    await expect(studio.shape(`class ${name}`)).toBeVisible()
  }
  await page.keyboard.press('Escape')
  await expect(page.getByText('Every click makes one more class')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.keyboard.press('n')
  await page.mouse.click(room.x + 250, room.y + 560)
  await page.getByRole('textbox', { name: 'Text of the new note' }).fill('How deep is it?\nThe survey team knows.')
  await page.keyboard.press('Control+Enter')
  const note = studio.shape('note How deep is it? The survey team knows.')
  await expect(note).toBeVisible()
  await note.click()
  const handle = await boxOf(page.locator('[data-part="connect"] circle'))
  const probe = await shapeBox(studio, 'class Probe')
  await page.mouse.move(handle.x + 6, handle.y + 6)
  await page.mouse.down()
  await page.mouse.move(probe.x + 20, probe.y + 12, { steps: 5 })
  await page.mouse.up()
  await page.getByRole('menuitem', { name: 'This note is about class Probe' }).click()
  await expect(page.getByRole('img', { name: /^anchor between note/ })).toHaveCount(1)

  await page.keyboard.press('Escape')
  await studio.shape('class Mast').click()
  await page.keyboard.press('Delete')
  await expect(page.getByText('Removed class Mast from this diagram. It stays in the model.')).toBeVisible()
  await expect(await studio.existing('class Mast')).toBeVisible()
  await studio.shape('class Gauge').click()
  await page.keyboard.press('Shift+Delete')
  await expect(page.getByText('Deleted class Gauge from the model.')).toBeVisible()
  await expect(await studio.existing('class Gauge')).toHaveCount(0)
  // A term goes onto the sheet by dragging it there.
  await (await studio.existing('class Mast')).dragTo(studio.sheet, { targetPosition: { x: 400, y: 300 } })
  await expect(studio.shape('class Mast')).toBeVisible()
})

test('a term that is dragged onto another diagram brings its relations on request', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await (await studio.existing('class Apiary')).dragTo(studio.sheet, { targetPosition: { x: 160, y: 200 } })
  await expect(studio.shape('class Apiary')).toBeVisible()
  await page.keyboard.press('Escape')
  await (await studio.existing('class Hive')).dragTo(studio.sheet, { targetPosition: { x: 460, y: 400 } })
  await expect(page.getByText('It has a relation to what is shown here.')).toBeVisible()
  await expect(page.getByRole('img', { name: /^association: / })).toHaveCount(0)
  await page.getByRole('button', { name: 'Show it' }).click()
  await expect(page.getByRole('img', { name: 'association: 1 Apiary is made of 1..* Hive' })).toBeVisible()
})

test('copy and paste: the same elements, new ones, and text', async ({ studio, page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await studio.copyOfDemo()
  await studio.shape('class Apiary').click({ position: { x: 20, y: 8 } })
  await studio.shape('class Hive').click({ position: { x: 20, y: 8 }, modifiers: ['Shift'] })
  await page
    .getByRole('img', { name: 'association: 1 Apiary is made of 1..* Hive' })
    .locator('.hit')
    .click({ force: true, modifiers: ['Shift'] })
  await page.keyboard.press('Control+c')
  await expect(page.getByText('Copied 2 shapes.')).toBeVisible()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('Apiary\n+ place: Geometry')
  // On its own diagram it can only be new ones.
  await page.keyboard.press('Control+v')
  await expect(studio.shape('class Apiary copy')).toBeVisible()
  await expect(page.getByRole('img', { name: /Apiary copy" is made of|Apiary copy is made of/ })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(studio.shape('class Apiary copy')).toHaveCount(0)
  // On another one it is asked, once.
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.sheet.focus()
  await page.keyboard.press('Control+v')
  await page.getByRole('menuitem', { name: 'Show the same 2 elements here' }).click()
  await expect(studio.shape('class Hive')).toBeVisible()
  await expect(page.getByRole('img', { name: 'association: 1 Apiary is made of 1..* Hive' })).toBeVisible()
  await studio.sheet.focus()
  await page.keyboard.press('Control+v')
  await page.getByRole('menuitem', { name: 'Make new elements' }).click()
  await expect(studio.shape('class Hive copy')).toBeVisible()
  // Text: cards of classes.
  await page.evaluate(() =>
    navigator.clipboard.writeText('«interface»\nWeighing\n+ weigh(): Decimal\n\nScale\nrange: Integer\n\nScale realizes Weighing\n'),
  )
  await studio.sheet.focus()
  await page.keyboard.press('Control+v')
  await expect(page.getByText('Pasted')).toBeVisible()
  await expect(studio.shape('interface Weighing')).toBeVisible()
  await expect(studio.shape('class Scale').getByText('range: Integer')).toBeVisible()
  await expect(page.getByRole('img', { name: 'realization: Scale realizes Weighing' })).toBeVisible()
})

test('colours of stereotypes with their legend, and a picture on a class', async ({ studio, page }) => {
  await aPair(studio)
  await studio.shape('class Station').click()
  await studio.entry.getByLabel('Stereotypes').fill('«place», kept')
  await studio.entry.getByLabel('Stereotypes').press('Enter')
  await expect(studio.shape('class Station').getByText('«place, kept»')).toBeVisible()
  await expect(page.getByRole('img', { name: 'Legend of the colours' })).toHaveCount(0)
  await menu(page, 'View', 'Colours of stereotypes …')
  const dialog = page.getByRole('dialog', { name: 'Colours of stereotypes' })
  await dialog.getByRole('group', { name: 'Colour of place' }).getByRole('radio', { name: 'fern' }).click({ force: true })
  await page.keyboard.press('Escape')
  await expect(page.getByRole('img', { name: 'Legend of the colours' }).getByText('«place»')).toBeVisible()
  await expect(studio.shape('class Station').locator('.tint-fern')).toHaveCount(1)
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAgAAAAICAIAAABLbSncAAAAEUlEQVR4nGM4USGCFTEMLQkAY7dVASJvdKAAAAAASUVORK5CYII=', 'base64')
  await studio.entry.getByLabel('Choose a picture …').setInputFiles({ name: 'mast.png', mimeType: 'image/png', buffer: png })
  await expect(studio.shape('class Station').locator('image')).toHaveCount(1)
  await studio.entry
    .getByLabel('Another picture')
    .setInputFiles({ name: 'bad.png', mimeType: 'image/png', buffer: Buffer.from('<svg onload="alert(1)"/>') })
  await expect(page.getByText(/The picture is not a PNG picture|the picture is not a PNG picture/).first()).toBeVisible()
  await expect(studio.shape('class Station').locator('image')).toHaveCount(1)
  await studio.entry.getByRole('button', { name: 'No picture' }).click()
  await expect(studio.shape('class Station').locator('image')).toHaveCount(0)
})

test('outline, overview, grid, keys and commands', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Outline as text' }).click()
  const outline = page.getByRole('region', { name: 'Outline' })
  await expect(outline.getByRole('heading', { name: '10 shapes, 10 lines' })).toBeVisible()
  await expect(outline.getByText('Each Apiary is made of one or more Hives.').first()).toBeVisible()
  await outline.getByRole('button', { name: 'class Blend' }).click()
  await expect(studio.entry.getByLabel('Name', { exact: true })).toHaveValue('Blend')
  await outline.getByRole('button', { name: 'Close' }).click()

  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Grid' }).click()
  await expect(page.locator('.grid-lines')).toHaveCount(1)
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Zoom in' }).click()
  const overview = page.getByRole('img', { name: 'Overview of the diagram' })
  await expect(overview).toBeVisible()
  const grade = await shapeBox(studio, 'enumeration Grade')
  const small = await boxOf(overview)
  await page.mouse.click(small.x + small.width * 0.85, small.y + small.height * 0.7)
  await expect.poll(async () => (await shapeBox(studio, 'enumeration Grade')).x < grade.x).toBe(true)
  await studio.whole()
  await expect(overview).toHaveCount(0)

  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(studio.sheet).toBeFocused()
  // A command in the statement line.
  await page.keyboard.press('/')
  await studio.statement.fill('arrange')
  await expect(page.getByRole('option', { name: /^Arrange (all|the selection)$/ })).toBeVisible()
  await page.getByRole('option', { name: /^Arrange (all|the selection)$/ }).click()
  await expect(page.getByText('Arranged.', { exact: true })).toBeVisible()
})

test('the drawing is taken away as SVG, PNG and PDF, copied, and printed', async ({ studio, page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await studio.copyOfDemo()
  for (const [item, ending] of [
    ['SVG', '.svg'],
    ['PNG, twice as large', '.png'],
    ['PDF', '.pdf'],
  ] as const) {
    const waiting = page.waitForEvent('download')
    await page.getByRole('button', { name: /^Export/ }).click()
    await page.getByRole('menuitem', { name: item, exact: true }).click()
    expect((await waiting).suggestedFilename()).toBe(`Apiaries-and-honey-lots${ending}`)
  }
  await menu(page, 'Export', 'Copy as picture')
  await expect(page.getByText('Copied the diagram as a picture.')).toBeVisible()
  const types = await page.evaluate(async () => (await navigator.clipboard.read()).flatMap((item) => [...item.types]))
  expect(types).toContain('image/png')
  // On paper there is the whole drawing and nothing else.
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')))
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('#drawing')).toHaveAttribute('viewBox', /-?\d+ -?\d+ \d+ \d+/)
  await expect(studio.entry).toBeHidden()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))
  await expect(page.locator('#drawing')).not.toHaveAttribute('viewBox', /./)
})

test('the wheel and two fingers zoom where they are', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const percent = async () => Number(/(\d+) %/.exec((await page.getByRole('button', { name: /press for 100 %/ }).textContent()) ?? '')?.[1])
  const before = await percent()
  const lot = await shapeBox(studio, 'class HoneyLot')
  await page.mouse.move(lot.x, lot.y)
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -300)
  await page.keyboard.up('Control')
  await expect.poll(percent).toBeGreaterThan(before + 20)
  const after = await shapeBox(studio, 'class HoneyLot')
  expect(Math.hypot(after.x - lot.x, after.y - lot.y), 'what is under the pointer stays there').toBeLessThan(3)
  const closer = await percent()
  const touch = await page.context().newCDPSession(page)
  const fingers = (type: string, gap: number) =>
    touch.send('Input.dispatchTouchEvent', {
      type: type as 'touchStart',
      touchPoints:
        type === 'touchEnd'
          ? []
          : [
              { x: 500 - gap, y: 400, id: 0 },
              { x: 500 + gap, y: 400, id: 1 },
            ],
    })
  await fingers('touchStart', 160)
  for (let gap = 150; gap >= 60; gap -= 10) await fingers('touchMove', gap)
  await fingers('touchEnd', 0)
  await expect.poll(percent).toBeLessThan(closer - 20)
  await expect(page.locator('#drawing .rubber'), 'and nothing is selected by it').toHaveCount(0)
})
