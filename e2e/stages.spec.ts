import { expect, test } from './studio'

const path = (page: import('@playwright/test').Page, name: string) =>
  page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name })

test('a part of the page that cannot be loaded is told in its place, and the others go on', async ({ studio, browser }) => {
  const id = await studio.importDemo()
  const context = await browser.newContext({ serviceWorkers: 'block' })
  const page = await context.newPage()
  await context.route('**/assets/DictionaryStage-*.js', (route) => route.abort())
  await page.goto(`${studio.address}/p/${id}/d/lots`)
  await expect(page.getByRole('img', { name: 'class HoneyLot', exact: true })).toBeVisible()
  await path(page, 'Data flow').click()
  await path(page, 'Dictionary').click()
  await expect(page.getByRole('alert')).toContainText('This part of the page could not be loaded')
  await path(page, 'Events').click()
  await expect(page.getByRole('main', { name: 'Events' })).toBeVisible()
  await path(page, 'Dictionary').click()
  await expect(page.getByRole('button', { name: 'Load the page anew' })).toBeVisible()
  await path(page, 'Events').click()
  await context.unroute('**/assets/DictionaryStage-*.js')
  await path(page, 'Dictionary').click()
  await expect(page.getByRole('main', { name: 'Dictionary' })).toBeVisible()
  await context.close()
})

test('what can be decided for a target is kept with the project, and told where it is not taken', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await path(page, 'Output').click()
  const files = page.getByRole('navigation', { name: 'Generated files' })
  await files.getByRole('button', { name: 'go.mod' }).click()
  const mod = page.getByLabel('go.mod')
  await expect(mod).toContainText('module heatherfold')
  await files.getByRole('button', { name: /^Options/ }).click()
  const module = files.getByLabel('Module path')
  await module.fill('example.org/honey')
  await module.press('Enter')
  await expect(mod).toContainText('module example.org/honey')
  await page.reload()
  await files.getByRole('button', { name: 'go.mod' }).click()
  await expect(mod).toContainText('module example.org/honey')
  await module.fill('../honey')
  await module.press('Enter')
  await expect(files.getByRole('alert')).toContainText('Not taken: "../honey" is no module path')
  await expect(mod).toContainText('module heatherfold')
  await module.fill('')
  await module.press('Enter')
  await expect(files.getByRole('alert')).toHaveCount(0)
  await studio.saved()
})

test('tabs are walked with arrow keys', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await path(page, 'Brief').click()
  const tabs = page.getByRole('tablist', { name: 'What to look at' })
  await tabs.getByRole('tab', { name: /Nouns/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(tabs.getByRole('tab', { name: /Verbs/ })).toBeFocused()
  await expect(tabs.getByRole('tab', { name: /Verbs/ })).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('End')
  await expect(tabs.getByRole('tab', { name: /No source/ })).toHaveAttribute('aria-selected', 'true')
})

test('a lexicon of a thousand terms shows what is in sight, and all of it by scrolling', async ({ studio, page }) => {
  await studio.newProject('Thousand terms')
  const id = /\/p\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const name = (i: number) => `Term ${String(i).padStart(4, '0')}`
  for (let from = 0; from < 1000; from += 250) {
    const changes = Array.from({ length: 250 }, (_, i) => ({ type: 'addTerm', id: `t${from + i}`, name: name(from + i) }))
    const answer = await page.request.post(`${studio.address}/api/projects/${id}/changes`, {
      data: { clientId: `c${from}`, base: 0, changes },
    })
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await path(page, 'Lexicon').click()
  const table = page.getByRole('table', { name: 'Terms' })
  await expect(table).toHaveAttribute('aria-rowcount', '1001')
  await expect(table.getByRole('button', { name: name(0), exact: true })).toBeVisible()
  expect(await table.getByRole('row').count()).toBeLessThan(150)
  await table.hover()
  await expect(async () => {
    await page.mouse.wheel(0, 20_000)
    await expect(table.getByRole('button', { name: name(999), exact: true })).toBeVisible({ timeout: 500 })
  }).toPass()
  await table.getByRole('button', { name: name(999), exact: true }).click()
  await expect(page.getByRole('complementary', { name: 'Term' })).toContainText(name(999))
})

test('in another language nothing is said of words', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const findings = page.getByRole('main', { name: 'Findings' })
  await path(page, 'Findings').click()
  await expect(findings).toContainText('send blend, from 3.2 Mix blend to 3.3 Bottle blend: this is something done')
  await path(page, 'Lexicon').click()
  await page.getByLabel('Names are in').selectOption('German')
  await studio.saved()
  await path(page, 'Findings').click()
  await expect(findings).not.toContainText('this is something done')
  await path(page, 'Lexicon').click()
  await page.reload()
  await expect(page.getByLabel('Names are in')).toHaveValue('de')
})

test('what follows from a finding stands below it, and goes with it', async ({ studio, page }) => {
  await studio.newProject('Rope room')
  await page.goto(page.url())
  const id = /\/p\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const made = await page.request.post(`${studio.address}/api/projects/${id}/changes`, {
    data: {
      clientId: 'made',
      author: { id: 'other', name: 'Other' },
      base: 0,
      changes: [
        { type: 'addElement', id: 'post', kind: 'process', name: 'Rescue post' },
        { type: 'addElement', id: 'note', kind: 'process', name: 'Note alarm', owner: 'post' },
        { type: 'addElement', id: 'caller', kind: 'entity', name: 'Caller' },
        { type: 'connect', id: 'above', kind: 'dataFlow', name: 'alarm call', source: 'caller', target: 'post' },
        { type: 'connect', id: 'below', kind: 'dataFlow', name: '', source: 'caller', target: 'note' },
      ],
    },
  })
  expect(made.status(), await made.text()).toBe(200)
  await path(page, 'Findings').click()
  const unnamed = page
    .getByRole('main', { name: 'Findings' })
    .getByRole('listitem')
    .filter({ hasText: 'The data flow from Caller to 1 Note alarm has no name' })
    .first()
  await expect(unnamed).toContainText('What follows from it')
  await expect(unnamed).toContainText('The level below Rescue post')
})
