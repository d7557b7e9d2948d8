import { type BrowserContext } from '@playwright/test'

import { inaccessible } from './axe'
import { Program, shared } from './program'
import { expect, Studio, test } from './studio'

// A server that is reached under a name of its own, over plain HTTP: it asks for its token,
// and the browser knows neither locks nor a service worker there.

const token = 'a-token-that-is-long-enough'
let program: Program
let address: string

test.beforeAll(async () => {
  program = await new Program(shared.create(), ['--allowed-host', 'models.example', '--token', token]).start()
  address = program.address.replace('127.0.0.1', 'models.example')
})
test.afterAll(() => program.stop())

const signIn = async (studio: Studio, path: string) => {
  await studio.page.goto(`${address}${path}`)
  await studio.page.getByLabel('Token').fill(token)
  await studio.page.getByRole('button', { name: 'Sign in' }).click()
}

for (const shade of ['light', 'dark'] as const) {
  test(`the page for signing in passes the axe check and says what was wrong, ${shade}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: shade })
    await page.goto(`${address}/p/heatherfold`)
    await expect(page.getByLabel('Token')).toBeFocused()
    expect(await inaccessible(page)).toEqual([])
    await page.keyboard.type('not the token')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('alert')).toHaveText('That was not the token.')
    expect(await inaccessible(page)).toEqual([])
    await page.getByLabel('Token').fill(token)
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(`${address}/p/heatherfold`)
    await expect(page.getByRole('navigation', { name: 'Path', exact: true })).toBeVisible()
  })
}

test('a token in the address signs in and does not stay there', async ({ page }) => {
  await page.goto(`${address}/p/heatherfold?token=${token}`)
  await expect(page).toHaveURL(`${address}/p/heatherfold`)
  await expect(page.getByRole('navigation', { name: 'Path', exact: true })).toBeVisible()
})

test('eight windows without locks share one stream, and one of them goes on when the reader is closed', async ({ browser }) => {
  const context: BrowserContext = await browser.newContext()
  try {
    const open = new Map<string, number>() // streams by window
    const first = new Studio(await context.newPage(), address)
    await signIn(first, '/')
    expect(await first.page.evaluate(() => 'locks' in navigator && navigator.locks !== undefined)).toBe(false)
    await first.page.getByLabel('Name of a new project').fill('Harbour')
    await first.page.getByRole('button', { name: 'Create project' }).click()
    await expect(first.page.getByRole('heading', { name: 'Harbour' })).toBeVisible()
    await first.page.getByRole('button', { name: 'New class diagram' }).click()
    await expect(first.sheet).toBeVisible()
    await first.saved()
    const here = first.page.url()
    const windows: Studio[] = []
    const count = () => [...open.values()].reduce((a, b) => a + b, 0)
    await first.page.close()
    for (let i = 0; i < 8; i++) {
      const w = new Studio(await context.newPage(), address)
      w.page.on('request', (r) => {
        if (r.url().includes('/api/events')) open.set(String(i), (open.get(String(i)) ?? 0) + 1)
      })
      await w.page.goto(here)
      await expect(w.sheet).toBeVisible()
      windows.push(w)
    }
    await expect.poll(count).toBe(1)
    const [one, , three, , , , , eight] = windows
    if (!one || !three || !eight) throw new Error('no window')
    await three.state('Quay has 1..* Crane')
    for (const w of windows) await expect(w.shape('class Crane')).toBeVisible()
    // The one that reads is closed.
    const reader = windows[Number([...open.keys()][0])]
    await reader?.page.close()
    await expect.poll(count).toBe(2)
    const left = windows.filter((w) => w !== reader)
    await left[0]?.state('Crane has 1 Hook')
    for (const w of left) await expect(w.shape('class Hook')).toBeVisible()
    expect(count()).toBe(2)
  } finally {
    await context.close()
  }
})
