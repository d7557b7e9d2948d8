import { type Page } from '@playwright/test'

import { expect, Studio, test } from './studio'

// Two windows write in one place at once. Whoever is later is told of both texts and
// chooses; nothing is overwritten in silence. Each editor that there is, with a second
// window of the same browser (the same person) and with another browser.

type Windows = { mine: Studio; theirs: Studio; id: string }

const opened = (w: Studio) => expect(w.page.getByRole('status', { name: 'Saved state' })).toContainText('Saved')
const heard = (w: Studio, revision: number) =>
  expect(w.page.getByRole('status', { name: 'Saved state' })).toContainText(`Saved · revision ${revision}`)
const note = (page: Page, theirs: string) => page.getByRole('alert').filter({ hasText: `changed it meanwhile to “${theirs}”` })

for (const other of ['another window', 'another browser'] as const) {
  test.describe(`with ${other}`, () => {
    let close: (() => Promise<void>) | undefined
    test.afterEach(async () => {
      await close?.()
      close = undefined
    })

    async function both(studio: Studio, path: string): Promise<Windows> {
      const id = await studio.importDemo()
      const browser = studio.page.context().browser()
      const context = other === 'another browser' && browser ? await browser.newContext({ serviceWorkers: 'block' }) : undefined
      close = context && (() => context.close())
      const theirs = new Studio(await (context ?? studio.page.context()).newPage(), studio.address)
      for (const w of [studio, theirs]) {
        await w.page.goto(`${studio.address}/p/${id}${path}`)
        await opened(w)
      }
      return { mine: studio, theirs, id }
    }

    test('a name on the sheet', async ({ studio }) => {
      const { mine, theirs } = await both(studio, '/d/lots')
      const editor = (w: Studio) => w.page.getByRole('textbox', { name: 'Name of the class' })
      await mine.shape('class Hive').dblclick({ position: { x: 20, y: 10 } })
      await editor(mine).fill('Bee box')
      await theirs.shape('class Hive').dblclick({ position: { x: 20, y: 10 } })
      await editor(theirs).fill('Skep')
      await theirs.page.keyboard.press('Enter')
      await heard(mine, 1) // and yet it was not seen when the typing began
      await editor(mine).press('Enter')
      await expect(note(mine.page, 'Skep')).toBeVisible()
      await expect(editor(mine)).toHaveValue('Bee box')
      await expect(mine.page.getByText('1 could not be done')).toBeVisible()
      await expect(theirs.shape('class Skep')).toBeVisible()
      await mine.page.getByRole('button', { name: 'Keep mine' }).click()
      await expect(theirs.shape('class Bee box')).toBeVisible()
      await expect(mine.page.getByText('could not be done')).toHaveCount(0)
      await heard(mine, 2)
    })

    test('a definition in the entry', async ({ studio }) => {
      const { mine, theirs } = await both(studio, '/d/lots')
      const field = (w: Studio) => w.entry.getByLabel('Definition')
      for (const w of [mine, theirs]) await w.shape('class Hive').click({ position: { x: 20, y: 10 } })
      await field(mine).fill('Where a colony lives.')
      await field(theirs).fill('A wooden box for bees.')
      await field(theirs).press('Control+Enter')
      await heard(mine, 1)
      await field(mine).press('Control+Enter')
      await expect(note(mine.page, 'A wooden box for bees.')).toBeVisible()
      await expect(field(mine)).toHaveValue('Where a colony lives.')
      await mine.page.reload() // it is still there, and still to be decided
      await mine.shape('class Hive').click({ position: { x: 20, y: 10 } })
      await expect(note(mine.page, 'A wooden box for bees.')).toBeVisible()
      await expect(field(mine)).toHaveValue('Where a colony lives.')
      await mine.page.getByRole('button', { name: 'Take theirs' }).click()
      await expect(field(mine)).toHaveValue('A wooden box for bees.')
      await expect(field(theirs)).toHaveValue('A wooden box for bees.')
    })

    test('a cell of the activity table', async ({ studio }) => {
      const { mine, theirs } = await both(studio, '/activities')
      const cell = (w: Studio) => w.page.getByRole('gridcell', { name: /^Activity of Food inspector/ })
      const write = async (w: Studio, text: string) => {
        await cell(w).click()
        await w.page.keyboard.press('F2')
        await w.page.keyboard.press('Control+a')
        await w.page.keyboard.type(text)
      }
      await write(mine, 'demand a recall')
      await write(theirs, 'ask for a recall')
      await theirs.page.keyboard.press('Enter')
      await heard(mine, 1)
      await mine.page.keyboard.press('Enter')
      await expect(cell(mine)).toContainText('demand a recall')
      await expect(cell(mine)).toContainText(/Not kept: .*“ask for a recall”/)
      await expect(cell(theirs)).toHaveText('ask for a recall')
      await mine.page.getByRole('button', { name: '1 could not be done' }).click()
      const listed = mine.page.getByRole('dialog', { name: 'What could not be done' })
      await expect(listed.getByText('demand a recall').first()).toBeVisible()
      await expect(listed.getByText('“ask for a recall”').first()).toBeVisible()
      await listed.getByRole('button', { name: 'Do it again' }).click()
      await expect(cell(theirs)).toHaveText('demand a recall')
    })

    test('the steps of a use case', async ({ studio }) => {
      const { mine, theirs } = await both(studio, '/use-cases?case=use-plan-blend')
      const steps = (w: Studio) => w.page.getByRole('textbox', { name: 'Steps, one a line' })
      for (const w of [mine, theirs]) await w.page.getByRole('tab', { name: 'Edit as text' }).click()
      const text = await steps(mine).inputValue()
      const [first = ''] = text.split('\n')
      await steps(mine).fill(text.replace(first, 'Blender opens the blend book'))
      await steps(theirs).fill(text.replace(first, 'Blender looks up the recipe'))
      await theirs.page.keyboard.press('Control+Enter')
      await heard(mine, 1)
      await steps(mine).press('Control+Enter')
      await expect(mine.page.getByRole('region', { name: 'Main flow and alternatives' }).getByRole('alert')).toBeVisible()
      await expect(steps(mine)).toHaveValue(/Blender opens the blend book/)
      await expect(theirs.page.getByText('Blender looks up the recipe').first()).toBeVisible()
    })

    test('the name of a flow', async ({ studio }) => {
      const { mine, theirs } = await both(studio, '/d/context')
      const flow = (w: Studio, name: string) => w.page.locator('#drawing').getByText(name, { exact: true }).first()
      const editor = (w: Studio) => w.page.getByRole('textbox', { name: /^Name of the data flow/ })
      const open = async (w: Studio) => {
        await w.page
          .getByRole('img', { name: /sends "price list"/ })
          .locator('.hit')
          .first()
          .click({ force: true })
        await w.page.keyboard.press('F2')
      }
      await open(mine)
      await expect(editor(mine)).toHaveValue('price list')
      await editor(mine).fill('list of prices')
      await open(theirs)
      await editor(theirs).fill('price sheet')
      await theirs.page.keyboard.press('Enter')
      await heard(mine, 1)
      await editor(mine).press('Enter')
      await expect(note(mine.page, 'price sheet')).toBeVisible()
      await editor(mine).press('End')
      await editor(mine).pressSequentially(' and sheet')
      await editor(mine).press('Enter') // or go on writing
      await expect(flow(theirs, 'list of prices and sheet')).toBeVisible()
    })
  })
}
