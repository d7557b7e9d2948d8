import { expect, test } from './studio'

test('both sides fold to a strip, which is remembered', async ({ studio, page }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await studio.copyOfDemo()
  const path = page.getByRole('navigation', { name: 'Path' })
  const main = page.getByRole('main', { name: 'Sheet' })
  const before = (await main.boundingBox())?.width ?? 0
  await page.keyboard.press('Alt+,')
  await expect(path.getByRole('button', { name: 'Unfold the path' })).toBeVisible()
  await studio.entry.getByRole('button', { name: 'Fold the entry' }).click()
  await expect(studio.entry.getByRole('button', { name: 'Unfold the entry' })).toBeVisible()
  const wide = (await main.boundingBox())?.width ?? 0
  expect(wide).toBeGreaterThan(before + 400)
  expect(wide).toBe(1280 - 56)
  await page.reload()
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await expect(path.getByRole('button', { name: 'Unfold the path' })).toBeVisible()
  await path.getByRole('button', { name: 'Unfold the path' }).click()
  await page.keyboard.press('Alt+.')
  await expect(path.getByRole('button', { name: 'Findings' })).toBeVisible()
  await expect(studio.entry.getByRole('button', { name: 'Fold the entry' })).toBeVisible()
})

test('F6 goes round the regions, and keys are listed in every stage', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const where = () =>
    page.evaluate(() => {
      const at = document.activeElement
      return at?.closest('nav, header, main, aside')?.tagName.toLowerCase() ?? at?.tagName
    })
  await studio.sheet.focus()
  const met: (string | undefined)[] = []
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press('F6')
    met.push(await where())
  }
  expect(met).toEqual(['aside', 'nav', 'header', 'main'])
  await expect(studio.sheet).toBeFocused()
  await page.keyboard.press('Shift+F6')
  expect(await where()).toBe('header')
  await expect(studio.statement).toBeFocused()
  // What is being written keeps its question mark.
  await page.keyboard.type('?')
  await expect(studio.statement).toHaveValue('?')
  await studio.statement.fill('')
  await studio.unfold('Data flow')
  await studio.path.getByRole('button', { name: 'Dictionary' }).click()
  await expect(page.getByRole('main', { name: 'Dictionary' })).toBeVisible()
  await page.keyboard.press('?')
  const keys = page.getByRole('dialog', { name: 'Keys' })
  await expect(keys).toContainText('go round the regions of the page')
  await page.keyboard.press('Escape')
  await expect(keys).toHaveCount(0)
  await page.keyboard.press('/')
  await expect(studio.statement).toBeFocused()
})
