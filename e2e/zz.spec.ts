import { expect, test } from './studio'
test('look', async ({ studio, page }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}`)
  await expect(studio.shape('class HoneyLot')).toBeAttached()
  await studio.statement.fill('An apiary has a name, a fence and up to three gates')
  await expect(page.getByRole('option').first()).toContainText('Fence')
  await page.screenshot({ path: `/tmp/look-1.png` })
  await studio.statement.fill('Beekeepers without a hive are guests of an apiary')
  await page.waitForTimeout(500)
  await page.screenshot({ path: `/tmp/look-2.png` })
})
