import { join } from 'node:path'

import { root } from './program'
import { expect, test } from './studio'

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
  }
  await page.getByRole('button', { name: 'Dark colours' }).click()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: /^Classes/ }).click()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await shot('dark')
})
