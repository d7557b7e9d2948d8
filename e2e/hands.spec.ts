import { type Page } from '@playwright/test'

import { expect, Studio, test } from './studio'

// Hands never wait for a network: whatever every request takes, each letter arrives
// where it was typed, from the click on that opens a diagram. HANDS_DELAYS are the delays
// in milliseconds, HANDS_ROUNDS how often each is tried; `make soak` tries more of both.
const delays = (process.env.HANDS_DELAYS ?? '0 400').split(' ').map(Number)
const rounds = Number(process.env.HANDS_ROUNDS ?? '1')
const pace = 40 // milliseconds a key

const type = (page: Page, text: string) => page.keyboard.type(text, { delay: pace })

async function late(page: Page, milliseconds: number) {
  await page.route('**/api/**', async (route) => {
    if (!route.request().url().includes('/events')) await new Promise((resolve) => setTimeout(resolve, milliseconds))
    await route.continue().catch(() => undefined) // the page may be gone
  })
}

// saved waits until nothing is on its way, and gives what the server has.
async function saved(studio: Studio): Promise<<T>(path: string) => Promise<T>> {
  await expect(studio.page.getByRole('status', { name: 'Saved state' })).toContainText('Saved', { timeout: 90_000 })
  await expect(studio.page.getByText('could not be done')).toHaveCount(0)
  const project = /\/p\/([^/]+)/.exec(studio.page.url())?.[1] ?? ''
  return async <T>(path: string) => (await (await studio.page.request.get(`${studio.address}/api/projects/${project}${path}`)).json()) as T
}

const diagramOf = (page: Page) => /\/d\/([^/?]+)/.exec(page.url())?.[1] ?? ''

// A harbour: another trade than the demo's.
const classes: [name: string, features: string[]][] = [
  ['Harbour', ['name: String', 'depth: Decimal']],
  ['Pilot', ['licence: String', 'since: Date']],
  ['Vessel', ['callSign: String {id}', 'length: Decimal']],
  ['Berth', ['number: Integer {id}']],
  ['Quay', ['metres: Decimal']],
  ['Crane', ['reach: Decimal', 'load: Decimal']],
  ['Cargo', ['weight: Decimal']],
  ['Manifest', ['issued: Date']],
  ['Tide', ['height: Decimal', 'at: String']],
  ['Tug', ['power: Integer']],
  ['Voyage', ['left: Date', 'due: Date']],
  ['Agent', ['name: String']],
]
const relations = [
  '1 Harbour has 1..* Quay',
  '1 Quay offers 1..* Berth',
  '0..1 Pilot guides 0..* Vessel',
  '1 Vessel makes 0..* Voyage',
  '0..* Crane lifts 0..* Cargo',
  '1 Manifest lists 1..* Cargo',
  'Tug is a kind of Vessel',
  '0..1 Agent files 0..* Manifest',
]

async function expectClasses(studio: Studio, features: boolean) {
  const get = await saved(studio)
  const terms = await get<{ name: string; faces: { id: string }[] }[]>('/terms')
  expect(terms.map((t) => t.name).sort()).toEqual(classes.map(([name]) => name).sort())
  for (const [name, wanted] of features ? classes : []) {
    const id = terms.find((t) => t.name === name)?.faces[0]?.id
    const entry = await get<{ features: string }>(`/entries/${id}`)
    expect(entry.features.trim().split('\n'), name).toEqual(wanted)
  }
}

test('whoever waits for the program is told so, and goes on as soon as it is there', async ({ studio, browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'block' })
  const page = await context.newPage()
  let come = () => undefined as void
  const there = new Promise<void>((resolve) => {
    come = resolve
  })
  await context.route('**/core/*.wasm', async (route) => {
    await there
    await route.continue()
  })
  await page.goto(studio.address)
  await page.getByLabel('Name of a new project').fill('Lighthouse')
  await page.getByRole('button', { name: 'Create project' }).click()
  await expect(page.getByText(/program .* is on its way \(\d\.\d MB/)).toBeVisible()
  come()
  await new Studio(page, studio.address).newDiagram('class')
  await type(page, 'c')
  await page.keyboard.press('Enter')
  await type(page, 'Lamp')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('img', { name: 'class Lamp', exact: true })).toBeVisible()
  await context.close()
})

for (const delay of delays) {
  for (let round = 1; round <= rounds; round++) {
    test.describe(`with ${delay} ms on every request, round ${round}`, () => {
      test('twelve classes with attributes by keys alone, and a relation', async ({ studio, page }) => {
        await late(page, delay)
        await studio.newProject(`Harbour by keys ${delay} ${round}`)
        await studio.newDiagram('class')
        for (const [name, features] of classes) {
          await page.keyboard.press('Escape')
          await type(page, 'c')
          await page.keyboard.press('Enter')
          await type(page, name)
          await page.keyboard.press('Tab')
          for (const [i, f] of features.entries()) {
            if (i > 0) await page.keyboard.press('Enter')
            await type(page, f)
          }
          await page.keyboard.press('Control+Enter')
        }
        // The last one is still selected: it is connected by the menu of the keyboard.
        await page.keyboard.press('Shift+F10')
        await page.getByRole('menuitem', { name: 'Connect with …' }).press('Enter')
        await page.getByRole('menuitem', { name: 'class Manifest' }).press('Enter')
        await page.getByRole('menuitem').first().press('Enter')
        await type(page, 'signs')
        await page.keyboard.press('Enter')
        await expectClasses(studio, true)
        const get = await saved(studio)
        const lines = await get<{ name: string }[]>(`/diagrams/${diagramOf(page)}/sentences`)
        expect(lines.map((l) => l.name)).toEqual(['signs'])
      })

      test('names one after the other with Enter alone', async ({ studio, page }) => {
        await late(page, delay)
        await studio.newProject(`Harbour by Enter ${delay} ${round}`)
        await studio.newDiagram('class')
        await type(page, 'c')
        await page.keyboard.press('Enter')
        for (const [name] of classes) {
          await type(page, name)
          await page.keyboard.press('Enter')
        }
        await page.keyboard.press('Escape')
        await expectClasses(studio, false)
      })

      test('the same by sentences', async ({ studio, page }) => {
        await late(page, delay)
        await studio.newProject(`Harbour by sentences ${delay} ${round}`)
        await studio.newDiagram('class')
        await studio.statement.focus()
        for (const statement of [...relations, '1 Tide moves 0..* Vessel']) {
          await type(page, statement)
          await page.keyboard.press('Enter')
        }
        await expectClasses(studio, false)
        const get = await saved(studio)
        const lines = await get<{ statement?: string }[]>(`/diagrams/${diagramOf(page)}/sentences`)
        expect(lines.map((l) => l.statement).sort()).toEqual([...relations, '1 Tide moves 0..* Vessel'].sort())
      })

      test('a context diagram with seven flows', async ({ studio, page }) => {
        await late(page, delay)
        await studio.newProject(`Weather hut ${delay} ${round}`)
        await studio.newDiagram('context')
        await type(page, 'p')
        await page.keyboard.press('Enter')
        await type(page, 'Weather hut')
        await page.keyboard.press('Tab')
        await studio.statement.focus()
        const flows = [
          'Observer sends "snow reading" to "Weather hut"',
          'Observer sends "wind reading" to "Weather hut"',
          '"Weather hut" sends "reading receipt" to Observer',
          '"Weather hut" sends forecast to Village',
          '"Weather hut" sends "storm warning" to Village',
          'Satellite sends "cloud picture" to "Weather hut"',
          'Village sends question to "Weather hut"',
        ]
        for (const f of flows) {
          await type(page, f)
          await page.keyboard.press('Enter')
        }
        const get = await saved(studio)
        const lines = await get<{ statement?: string }[]>(`/diagrams/${diagramOf(page)}/sentences`)
        expect(lines.map((l) => l.statement).sort()).toEqual([...flows].sort())
      })

      test('six steps of a use case', async ({ studio, page }) => {
        await late(page, delay)
        await studio.newProject(`Rescue ${delay} ${round}`)
        await page
          .getByRole('navigation', { name: 'Path' })
          .getByRole('button', { name: /^Use cases/ })
          .click()
        await page.getByLabel('Name of a new use case').click()
        await type(page, 'Report an avalanche')
        await page.keyboard.press('Enter')
        await page.getByRole('textbox', { name: 'Steps, one a line' }).click()
        const steps = [
          'Warden names the valley',
          'System shows the huts',
          'Warden marks the slope',
          'System asks who is missing',
          'Warden gives the names',
          'System alarms the crew',
        ]
        for (const [i, s] of steps.entries()) {
          if (i > 0) await page.keyboard.press('Enter')
          await type(page, s)
        }
        await page.keyboard.press('Control+Enter')
        const get = await saved(studio)
        const { cases } = await get<{ cases: { id: string; name: string }[] }>('/use-cases')
        expect(cases.map((c) => c.name)).toEqual(['Report an avalanche'])
        const read = await get<{ steps: { text: string }[] }>(`/use-cases/${cases[0]?.id}`)
        expect(read.steps.map((s) => s.text)).toEqual(steps)
      })

      test('ten rows of activities', async ({ studio, page }) => {
        test.slow() // some thousand keys
        await late(page, delay)
        await studio.newProject(`Workshop ${delay} ${round}`)
        await page
          .getByRole('navigation', { name: 'Path' })
          .getByRole('button', { name: /^Activities/ })
          .click()
        await page.getByRole('gridcell', { name: /^Performer of a new row/ }).click()
        const rows = Array.from({ length: 10 }, (_, i) => [
          `Tailor ${i + 1}`,
          `cut costume ${i + 1}`,
          `order ${i + 1} from Stage`,
          `costume note ${i + 1} to Stage`,
          i % 2 ? 'yes' : 'no',
        ])
        // Tab leads from cell to cell, and from the end of a row to the next one.
        for (const row of rows) {
          for (const cell of row) {
            await type(page, cell)
            await page.keyboard.press('Tab')
          }
          await page.keyboard.press('Tab') // past the sentences that it is from
        }
        await page.keyboard.press('Enter')
        await page.keyboard.press('Escape')
        const get = await saved(studio)
        const table = await get<{ rows: { performer: string; name: string; inputs: string; outputs: string; processing: string }[] }>(
          '/activities',
        )
        expect(table.rows.map((r) => [r.performer, r.name, r.inputs, r.outputs, r.processing])).toEqual(rows)
      })
    })
  }
}
