import { Studio, expect, test } from './studio'

// Two people, two browsers: the one rule of conflict, in words.
test('what somebody else changed meanwhile is told, and nothing is overwritten', async ({ studio, page, browser }) => {
  const id = await studio.copyOfDemo()
  await page.getByLabel('Your name, for others to see').fill('Ada')
  const context = await browser.newContext()
  const other = new Studio(await context.newPage(), studio.address)
  await other.page.goto(`${studio.address}/p/${id}`)
  await other.page.getByLabel('Your name, for others to see').fill('Ben')

  // Ada opens the editor; Ben is faster.
  await studio.shape('class Hive').dblclick({ position: { x: 20, y: 10 } })
  const editor = page.getByRole('textbox', { name: 'Name of the class' })
  await editor.fill('Bee box')
  await page.route('**/log?*', (route) => route.abort()) // Ada's window has not heard of it
  await other.shape('class Hive').dblclick({ position: { x: 20, y: 10 } })
  await other.page.getByRole('textbox', { name: 'Name of the class' }).fill('Colony home')
  await other.page.keyboard.press('Enter')
  await expect(other.shape('class Colony home')).toBeVisible()
  await other.saved()

  await editor.press('Enter')
  await expect(
    page.getByText(/Meanwhile Ben changed the name of .* to “Colony home”; your change would make it “Bee box”/).first(),
  ).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveValue('Bee box')
  await page.unroute('**/log?*')
  await page.keyboard.press('Escape')
  await expect(studio.shape('class Colony home')).toBeVisible()

  // A stale write without conflict goes through; Ada then sees both.
  await other.shape('class Apiary').dblclick({ position: { x: 20, y: 10 } })
  await other.page.getByRole('textbox', { name: 'Name of the class' }).fill('Bee yard')
  await other.page.keyboard.press('Enter')
  await other.saved()
  await studio.state('Beekeeper visits 0..* Grade')
  await expect(studio.shape('class Bee yard')).toBeVisible()

  // Undo takes back one's own last change, not the other's.
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByText(/Undo: Add association visits/)).toBeVisible()
  await expect(studio.shape('class Bee yard')).toBeVisible()

  // And is refused by name where the other wrote since.
  await studio.shape('class Blend').dblclick({ position: { x: 20, y: 10 } })
  await page.getByRole('textbox', { name: 'Name of the class' }).fill('Mix')
  await page.keyboard.press('Enter')
  await studio.saved()
  await other.page.reload()
  await other.shape('class Mix').dblclick({ position: { x: 20, y: 10 } })
  await other.page.getByRole('textbox', { name: 'Name of the class' }).fill('Mixture')
  await other.page.keyboard.press('Enter')
  await other.saved()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByText(/"Rename class Blend to Mix" cannot be undone: meanwhile Ben changed/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Skip it' })).toBeVisible()
  await context.close()
})

test('hostile names stay text', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const hostile = `"><img src=x onerror="document.title='caught'"><script>document.title='caught'</script>`
  await studio.shape('class Hive').click()
  await studio.entry.getByLabel('Name', { exact: true }).fill(hostile)
  await studio.entry.getByLabel('Name', { exact: true }).press('Enter')
  await expect(studio.shape(`class ${hostile}`)).toBeVisible()
  await page.getByRole('button', { name: 'Read aloud' }).click()
  await expect(page.getByRole('region', { name: 'Reader' }).getByText('onerror').first()).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Output/ })
    .click()
  await expect(page.getByText('package heatherfoldhoneycooperative')).toBeVisible()
  expect(await page.title()).not.toContain('caught')
})
