import { join } from 'node:path'

import { root } from './program'
import { boxOf, expect, test } from './studio'

// Pictures of the main views for the README, made from the demo data by
// `make screenshots`; not one of the tests.
test('screenshots', async ({ studio, page }) => {
  const shot = async (name: string) => {
    await page.waitForTimeout(400)
    await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) })
  }
  await page.goto(studio.address)
  await expect(page.getByRole('link', { name: 'Heatherfold Honey Cooperative' })).toBeVisible()
  await page.getByRole('link', { name: 'Heatherfold Honey Cooperative' }).click()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await shot('sheet')
  // A shape on its way, with the guides that catch it.
  const blend = await boxOf(studio.shape('class Blend').locator('rect.shape'))
  await page.mouse.move(blend.x + 20, blend.y + 10)
  await page.mouse.down()
  await page.mouse.move(blend.x + 30, blend.y - 30, { steps: 4 })
  const hive = await boxOf(studio.shape('class Hive').locator('rect.shape'))
  await page.mouse.move(blend.x + 60, hive.y + 12, { steps: 4 })
  await shot('guides')
  await page.mouse.move(blend.x + 20, blend.y + 10, { steps: 2 })
  await page.mouse.up()
  await studio.sheet.focus()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitem', { name: /Colours/ }).click()
  await shot('colours')
  await page.keyboard.press('Escape')
  await expect(studio.sheet).toBeFocused()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  await shot('keys')
  await page.keyboard.press('Escape')
  await expect(studio.sheet).toBeFocused()
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'In layers' }).click()
  await expect(page.getByText('Arranged in layers.')).toBeVisible()
  await page.getByRole('button', { name: 'Dismiss message' }).click()
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Zoom in' }).click()
  await studio.shape('class HoneyLot').click({ position: { x: 20, y: 30 } })
  await expect(page.getByRole('img', { name: 'Overview of the diagram' })).toBeVisible()
  await shot('overview')
  await studio.sheet.focus()
  await page.keyboard.press('Control+z')
  await studio.saved()
  await page.keyboard.press('Control+0')
  await studio.shape('class HoneyLot').click()
  await page.getByRole('button', { name: 'Read aloud' }).click()
  await expect(page.getByRole('region', { name: 'Reader' }).getByText('Each Apiary is made of')).toBeVisible()
  await shot('read-aloud')
  await page.getByRole('region', { name: 'Reader' }).getByRole('button', { name: 'Close' }).click()
  await studio.statement.fill('each hive houses one or more frames')
  await expect(page.getByRole('option').first()).toBeVisible()
  await shot('statement')
  await studio.statement.press('Escape')
  for (const stage of ['Findings', 'Output']) {
    await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: new RegExp(`^${stage}`) }).click()
    await expect(page.getByRole('main', { name: stage })).toBeVisible()
    if (stage === 'Output') await page.getByRole('button', { name: 'honeylot.go' }).click()
    await shot(stage.toLowerCase())
    if (stage === 'Output') {
      await page.getByRole('tab', { name: 'Documentation' }).click()
      await expect(page.getByText('# Heatherfold Honey Cooperative')).toBeVisible()
      await shot('documentation')
    }
  }
  await page.getByRole('button', { name: 'Dark colours' }).click()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: /^Classes/ }).click()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await shot('dark')
})
