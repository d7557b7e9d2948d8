import { type Page } from '@playwright/test'

import { inaccessible } from './axe'
import { expect, test } from './studio'

const main = (page: Page) => page.getByRole('main', { name: 'Trace' })
const field = (page: Page, name: string) => main(page).getByRole('region', { name, exact: true })

test('from a shape to all that it touches, forwards and back', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.shape('class HoneyLot').click()
  await page.keyboard.press('Shift+F10')
  await page.getByRole('menuitem', { name: 'Trace it everywhere' }).click()
  await expect(page.getByRole('heading', { name: 'What HoneyLot touches' })).toBeVisible()
  await expect(
    field(page, 'Brief').getByRole('button', { name: '6 A beekeeper delivers a honey lot with a delivery note.', exact: true }),
  ).toBeVisible()
  await expect(field(page, 'Data flow').getByText('writes lot entry to Lot register')).toBeVisible()
  await expect(field(page, 'Use cases').getByText(/step 2 reads it, step 3a1 updates it/)).toBeVisible()
  // Only what it touches directly, until all the way is asked for.
  await expect(field(page, 'Brief').getByRole('button', { name: /^1 The Heatherfold/ })).toHaveCount(0)
  await page.getByRole('checkbox', { name: /^All the way/ }).check()
  await expect(field(page, 'Brief').getByText('by way of Beekeeper').first()).toBeVisible()
  expect(await inaccessible(page)).toEqual([])
  // What is met is traced on; the browser leads back.
  await field(page, 'Components').getByRole('button', { name: 'Intake desk', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'What Intake desk touches' })).toBeVisible()
  await expect(field(page, 'Components').getByText('Intake desk', { exact: true })).toBeVisible()
  await page.goBack()
  await expect(page.getByRole('heading', { name: 'What HoneyLot touches' })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'What HoneyLot touches' })).toBeVisible()
  // And shown where it stands.
  await field(page, 'Components').getByRole('button', { name: 'Show Intake desk where it stands' }).click()
  await expect(studio.shape('component Intake desk')).toBeVisible()
  await expect(studio.entry.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Intake desk')
})

test('found by its words and walked by keys', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Trace', exact: true }).click()
  await expect(main(page).getByRole('button', { name: 'HoneyLot', exact: true })).toBeVisible()
  const search = page.getByRole('combobox', { name: 'What to trace' })
  await expect(search).toBeFocused()
  await page.keyboard.type('clerk receives')
  await expect(page.getByRole('option', { name: /^7 The intake clerk receives the delivery note/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /^What 7 The intake clerk receives/ })).toBeVisible()
  await field(page, 'Activities').getByRole('button', { name: 'receive lot', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(field(page, 'Data flow').locator(':focus')).toHaveCount(1)
  for (let i = 0; i < 30; i++) await page.keyboard.press('ArrowRight')
  await expect(field(page, 'Classes').getByRole('button', { name: 'HoneyLot', exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'What HoneyLot touches' })).toBeVisible()
  // A command of the statement line, for what is selected on the sheet.
  await page.getByRole('button', { name: 'Show HoneyLot where it stands' }).click()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await expect(studio.entry.getByRole('button', { name: 'Trace it everywhere' })).toBeVisible()
  await studio.statement.fill('trace class HoneyLot')
  await page.getByRole('option', { name: 'Trace class HoneyLot everywhere' }).click()
  await expect(page.getByRole('heading', { name: 'What HoneyLot touches' })).toBeVisible()
  await page.getByRole('combobox', { name: 'What to trace' }).fill('no such words')
  await expect(page.getByText('Nothing bears these words.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('Nothing bears these words.')).toHaveCount(0)
})

test('what is traced follows the model, and says so when it is gone', async ({ studio, page, context }) => {
  const project = await studio.importDemo()
  await page.goto(`${studio.address}/p/${project}/trace/c-intake`)
  await expect(field(page, 'Classes').getByRole('button', { name: 'Hive', exact: true })).toBeVisible()
  // Somebody else takes a class out of the component.
  const other = await context.newPage()
  await other.goto(`${studio.address}/p/${project}/trace`)
  const held = (await (await other.request.get(`${studio.address}/api/projects/${project}/entries/c-intake`)).json()) as {
    held: { id: string; name: string }[]
  }
  const line = held.held.find((h) => h.name === 'Hive')?.id
  expect(line).toBeTruthy()
  const change = async (id: string | undefined, base: number) => {
    const answer = await other.request.post(`${studio.address}/api/projects/${project}/changes`, {
      data: { clientId: `other${base}`, author: { id: 'other', name: 'Other' }, base, changes: [{ type: 'delete', id }] },
    })
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await change(line, 0)
  await expect(field(page, 'Classes').getByRole('button', { name: 'Hive', exact: true })).toHaveCount(0)
  await expect(field(page, 'Classes').getByRole('button', { name: 'Apiary', exact: true })).toBeVisible()
  await change('c-intake', 1)
  await expect(main(page).getByText('There is nothing of that kind to trace any more.')).toBeVisible()
})

test('from a sentence, a row of the table, a term, an item and a use case, and back to where they stand', async ({ studio, page }) => {
  const project = await studio.copyOfDemo()
  const path = page.getByRole('navigation', { name: 'Path' })
  await path.getByRole('button', { name: /^Brief/ }).click()
  await page.getByRole('button', { name: 'Trace sentence 25 everywhere' }).press('Enter')
  await expect(page.getByRole('heading', { name: /^What 25 The quality officer traces/ })).toBeVisible()
  await page.getByRole('button', { name: /^Show 25 The quality officer/ }).click()
  await expect(page.locator(':focus')).toContainText('The quality officer traces the jar batch')
  await page.goto(`${studio.address}/p/${project}/trace/honey-lot`)
  await page.getByRole('button', { name: 'Show trace recall where it stands' }).click()
  await expect(page.getByRole('heading', { name: 'Quality officer: trace recall' })).toBeVisible()
  await page.getByRole('button', { name: 'Trace it everywhere' }).click()
  await expect(page.getByRole('heading', { name: 'What trace recall touches' })).toBeVisible()
  await path.getByRole('button', { name: 'Lexicon' }).click()
  await page.getByRole('button', { name: 'Beekeeper', exact: true }).click()
  await page.getByRole('button', { name: 'Trace actor Beekeeper' }).click()
  await expect(field(page, 'Use cases').getByText('starts it')).toBeVisible()
  await field(page, 'Use cases').getByRole('button', { name: 'Show Register delivery where it stands' }).click()
  await expect(page.getByRole('region', { name: '1a The delivery note is missing' })).toBeVisible()
  await page.getByRole('button', { name: 'Trace it everywhere' }).click()
  await field(page, 'Data flow').getByRole('button', { name: 'Show moisture where it stands' }).click()
  await expect(page.getByRole('complementary', { name: 'Entry' }).getByRole('textbox', { name: 'Name', exact: true })).toHaveValue(
    'moisture',
  )
  await page.getByRole('button', { name: 'Trace it everywhere' }).click()
  await expect(field(page, 'Classes').getByText('kept in moisture').first()).toBeVisible()
})
