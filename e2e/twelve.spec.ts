import { type Page } from '@playwright/test'

import { boxOf, expect, type Studio, test } from './studio'

// A lighthouse keeper's log: twelve classes with their relations, once with the
// keyboard alone, once with the pointer and the letters of names alone.

const classes = [
  'Lighthouse',
  'Keeper',
  'Watch',
  'Entry',
  'Lamp',
  'Lens',
  'Fog signal',
  'Boat',
  'Harbour',
  'Storm',
  'Warning',
  'Tide table',
]

const relations = [
  ['Lighthouse', 'Lamp'],
  ['Lamp', 'Lens'],
  ['Keeper', 'Watch'],
  ['Watch', 'Entry'],
  ['Storm', 'Warning'],
  ['Harbour', 'Tide table'],
  ['Lighthouse', 'Fog signal'],
] as const

async function neat(studio: Studio, page: Page) {
  const boxes = await page
    .locator('#drawing [data-box] .shape')
    .evaluateAll((all) => all.map((s) => s.getBoundingClientRect().toJSON() as DOMRect))
  expect(boxes).toHaveLength(12)
  boxes.forEach((a, i) =>
    boxes
      .slice(i + 1)
      .forEach((b) => expect(a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1).toBe(false)),
  )
}

test('twelve classes with their relations, with the keyboard alone', async ({ studio, page }) => {
  await page.goto(studio.address)
  await page.getByLabel('Name of a new project').focus()
  await page.keyboard.type('Lighthouse log')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Lighthouse log' })).toBeVisible()
  await page.getByRole('button', { name: 'New class diagram' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  await studio.sheet.focus()
  await page.keyboard.press('c')
  await page.keyboard.press('Enter')
  for (const name of classes) {
    await expect(page.getByRole('textbox', { name: 'Name of the new class' })).toBeFocused()
    await page.keyboard.type(name)
    await page.keyboard.press('Enter')
  }
  await expect(page.getByRole('textbox', { name: 'Name of the new class' })).toBeFocused()
  await page.keyboard.press('Escape')
  for (const name of classes) await expect(studio.shape(`class ${name}`)).toBeVisible()
  const statements = [
    'Lighthouse is made of 1..2 Lamp',
    'Lamp is made of 1 Lens',
    'Keeper keeps 0..* Watch',
    'Watch is made of 1..* Entry',
    '1 Storm causes 0..* Warning',
    'Harbour uses "Tide table"',
    'Lighthouse brings together 0..1 "Fog signal"',
    '1 Harbour shelters 0..* Boat',
  ]
  for (const s of statements) {
    await page.keyboard.press('/')
    await expect(studio.statement).toBeFocused()
    await page.keyboard.type(s)
    await expect(studio.understood.first()).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(studio.statement).toHaveValue('')
    await page.keyboard.press('Escape')
  }
  await studio.saved()
  await expect(page.locator('#drawing .hit')).toHaveCount(statements.length)
  // Two are connected without writing a sentence.
  await expect(studio.sheet).toBeFocused()
  await page.keyboard.press('Escape')
  await page.keyboard.press('ArrowRight')
  await expect(studio.entry.getByLabel('Name', { exact: true })).toBeVisible()
  await page.keyboard.press('Shift+F10')
  await page.keyboard.type('Connect')
  await expect(page.getByRole('menuitem', { name: 'Connect with …' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menu', { name: 'Connect with what?' })).toBeVisible()
  await page.keyboard.type('class Tide')
  await expect(page.getByRole('menuitem', { name: 'class Tide table' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menu', { name: 'How are they related?' })).toBeVisible()
  await expect(page.getByRole('menuitem').first()).toBeVisible()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await studio.saved()
  await expect(page.locator('#drawing .hit')).toHaveCount(statements.length + 1)
  await page.keyboard.press('Escape')
  // Features of one, then everything arranged by a command.
  await expect(studio.sheet).toBeFocused()
  await page.keyboard.press('Escape')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('F2')
  await page.keyboard.press('Tab')
  await page.keyboard.type('- height: Integer')
  await page.keyboard.press('Control+Enter')
  await expect(page.locator('#drawing').getByText('- height: Integer')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('arrange')
  await expect(page.getByRole('option', { name: /^Arrange (all|the selection)$/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Arranged.', { exact: true })).toBeVisible()
  await studio.saved()
  await neat(studio, page)
})

test('twelve classes with their relations, with the pointer alone', async ({ studio, page }) => {
  test.setTimeout(180_000)
  await studio.newProject('Lighthouse log')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  const room = await boxOf(studio.sheet)
  await page.getByRole('button', { name: 'class', exact: true }).click()
  await page.getByRole('button', { name: 'class', exact: true }).click() // twice: for many
  for (const [i, name] of classes.entries()) {
    await page.mouse.click(room.x + 90 + (i % 4) * 185, room.y + 80 + Math.floor(i / 4) * 200)
    await page.getByRole('textbox', { name: 'Name of the new class' }).pressSequentially(name) // names have letters
    // The click for the next one also ends this one.
  }
  await page.getByRole('button', { name: /^class ∞/ }).click()
  for (const name of classes) await expect(studio.shape(`class ${name}`)).toBeVisible()
  await studio.saved()
  for (const [from, to] of relations) {
    await studio
      .shape(`class ${from}`)
      .locator('rect.shape')
      .click({ position: { x: 12, y: 10 } })
    const handle = await boxOf(page.locator('[data-part="connect"] circle'))
    const target = await boxOf(studio.shape(`class ${to}`).locator('rect.shape'))
    await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
    await page.mouse.down()
    await page.mouse.move(target.x + 20, target.y + 12, { steps: 5 })
    await page.mouse.up()
    await page.getByRole('menuitem', { name: / is made of / }).click()
    await studio.saved()
  }
  await expect(page.locator('#drawing .hit')).toHaveCount(relations.length)
  await page.mouse.click(room.x + room.width - 4, room.y + 4)
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Arrange', exact: true }).click()
  await expect(page.getByText('Arranged.', { exact: true })).toBeVisible()
  await studio.saved()
  await neat(studio, page)
})
