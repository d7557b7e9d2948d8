import { type Page } from '@playwright/test'

import { Program } from './program'
import { expect, Studio, test } from './studio'

const rename = async (studio: Studio, from: string, to: string) => {
  await studio.shape(`class ${from}`).click({ position: { x: 14, y: 8 } })
  await studio.sheet.focus()
  await studio.page.keyboard.press('F2')
  await studio.page.getByRole('textbox', { name: 'Name of the class' }).fill(to)
  await studio.page.keyboard.press('Enter')
}

test('eight windows of one browser share one stream and see each change within a second', async ({ studio, page, context }) => {
  let streams = 0
  context.on('request', (r) => {
    if (r.url().includes('/api/events')) streams++
  })
  const id = await studio.copyOfDemo()
  await expect.poll(() => streams).toBe(1)
  const windows: Studio[] = [studio]
  for (let i = 1; i < 8; i++) {
    const w = new Studio(await context.newPage(), studio.address)
    await w.page.goto(`${studio.address}/p/${id}`)
    await expect(w.shape('class HoneyLot')).toBeVisible()
    windows.push(w)
  }
  expect(streams, 'the other windows hear through the first').toBe(1)
  const slowest: number[] = []
  for (const [n, author] of [
    [0, windows[3]],
    [1, windows[7]],
  ] as const) {
    if (!author) throw new Error('no window')
    const to = `Bee house ${n}`
    await rename(author, n === 0 ? 'Hive' : 'Bee house 0', to)
    await expect(author.shape(`class ${to}`)).toBeVisible()
    const began = Date.now()
    await Promise.all(windows.map((w) => expect(w.shape(`class ${to}`)).toHaveCount(1)))
    slowest.push(Date.now() - began)
  }
  console.log(`a change reached all eight windows ${slowest.join(' and ')} ms after its own`)
  // The window that reads for all is closed: another one goes on.
  await page.close()
  await expect.poll(() => streams).toBe(2)
  const [, second, third] = windows
  if (!second || !third) throw new Error('no window')
  await rename(second, 'Bee house 1', 'Bee home')
  await expect(third.shape('class Bee home')).toBeVisible()
  expect(streams).toBe(2)
})

test('two server processes on one database show the same, with who is where', async ({ studio, program, browser, page }) => {
  const id = await studio.copyOfDemo()
  const second = await new Program(program.database).start()
  const context = await browser.newContext()
  try {
    const ben = new Studio(await context.newPage(), second.address)
    await ben.page.goto(`${second.address}/p/${id}`)
    await ben.page.getByLabel('Your name, for others to see').fill('Ben')
    await expect(ben.shape('class HoneyLot')).toBeVisible()
    await rename(studio, 'Hive', 'Bee house')
    await expect(ben.shape('class Bee house')).toBeVisible()
    await ben.shape('class Blend').click({ position: { x: 14, y: 8 } })
    await expect(page.getByRole('list', { name: 'Others here' }).getByRole('button', { name: 'Ben' })).toBeVisible()
    await expect(page.locator('#drawing .presence').getByText('Ben')).toBeVisible()
    await ben.page.close()
    await expect(page.getByRole('list', { name: 'Others here' })).toHaveCount(0)
  } finally {
    await context.close()
    await second.stop()
  }
})

test('what is written on something that somebody else removes is told, not lost', async ({ studio, page, browser }) => {
  const id = await studio.copyOfDemo()
  await studio
    .shape('class Grade')
    .or(studio.shape('enumeration Grade'))
    .dblclick({ position: { x: 20, y: 30 } })
  await page.getByRole('textbox', { name: 'Name of the enumeration' }).fill('Quality of honey')
  const context = await browser.newContext()
  const other = new Studio(await context.newPage(), studio.address)
  await other.page.goto(`${studio.address}/p/${id}`)
  await other.shape('enumeration Grade').click({ position: { x: 20, y: 30 } })
  await other.page.keyboard.press('Shift+Delete')
  await expect(other.shape('enumeration Grade')).toHaveCount(0)
  await expect(page.getByText('What you were writing on was removed meanwhile. Your text: Quality of honey')).toBeVisible()
  await context.close()
})

// away stops the server as a broken line would: nothing is answered.
async function away(page: Page, on: boolean) {
  if (on) await page.route('**/api/**', (route) => route.abort())
  else await page.unroute('**/api/**')
}

test('a lost connection is shown; the editor survives, changes follow in order', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const state = page.getByRole('status', { name: 'Saved state' })
  await studio.shape('class Hive').click({ position: { x: 14, y: 8 } })
  await expect(studio.entry.getByLabel('Definition')).toBeVisible()
  await away(page, true)
  await rename(studio, 'Hive', 'Bee house')
  await expect(state).toContainText('Offline, 1 change waits')
  await studio.entry.getByLabel('Definition').fill('Where a colony lives.')
  await studio.entry.getByLabel('Definition').press('Control+Enter')
  await expect(state).toContainText('Offline, 2 changes wait')
  // Somebody is in the middle of a word.
  await studio.shape('class Apiary').dblclick({ position: { x: 14, y: 8 } })
  const editor = page.getByRole('textbox', { name: 'Name of the class' })
  await editor.fill('Bee yar')
  await away(page, false)
  await expect(state).toContainText('Saved')
  await expect(editor).toHaveValue('Bee yar')
  await expect(studio.shape('class Bee house')).toBeVisible()
  await editor.press('End')
  await editor.pressSequentially('d')
  await editor.press('Enter')
  await expect(studio.shape('class Bee yard')).toBeVisible()
  await studio.saved()
  await page.reload()
  await studio.shape('class Bee house').click({ position: { x: 14, y: 8 } })
  await expect(studio.entry.getByLabel('Definition')).toHaveValue('Where a colony lives.')
})

test('a reload at once, before the browser has written anything down, loses nothing', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.saved()
  await page.route('**/queue', (route) => route.abort())
  // From now on this page never ends writing.
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, value: unknown) {
      const again = () => {
        this.count().onsuccess = again
      }
      again()
      return put.call(this, value)
    }
  })
  await rename(studio, 'Hive', 'Bee house')
  await studio.shape('class Apiary').dblclick({ position: { x: 14, y: 8 } })
  await page.getByRole('textbox', { name: 'Name of the class' }).fill('Bee yard in the heath')
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveValue('Bee yard in the heath')
  await expect(studio.shape('class Bee house')).toBeVisible()
  await expect(page.getByRole('status', { name: 'Saved state' })).toContainText('1 change waits')
  await page.unroute('**/queue')
  await page.keyboard.press('Escape')
  await studio.saved()
  await page.reload()
  await expect(studio.shape('class Bee house')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveCount(0)
})

test('what waits and what is being written outlive a reload', async ({ studio, page }) => {
  await studio.copyOfDemo()
  // Only changes get no answer; the page itself is there.
  await page.route('**/queue', (route) => route.abort())
  await rename(studio, 'Hive', 'Bee house')
  await expect(page.getByRole('status', { name: 'Saved state' })).toContainText('Offline, 1 change waits')
  await studio.shape('class Apiary').dblclick({ position: { x: 14, y: 8 } })
  await page.getByRole('textbox', { name: 'Name of the class' }).fill('Bee yard in the heath')
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveValue('Bee yard in the heath')
  await page.unroute('**/queue')
  await expect(studio.shape('class Bee house')).toBeVisible()
  await page.getByRole('textbox', { name: 'Name of the class' }).press('Enter')
  await expect(studio.shape('class Bee yard in the heath')).toBeVisible()
  await studio.saved()
})
