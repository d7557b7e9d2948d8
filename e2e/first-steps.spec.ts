import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

import { expect, test } from './studio'

// What a new user does, from an empty page to Go code.
test('two classes become a checked model and Go code', async ({ studio, page }) => {
  await studio.newProject('Glacier weather station')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()

  // Two classes with the keyboard alone.
  await studio.sheet.focus()
  await page.keyboard.press('c')
  await expect(page.getByRole('button', { name: 'class', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name of the new class' })).toBeFocused()
  await page.keyboard.type('Station')
  await page.keyboard.press('Enter')
  await expect(studio.shape('class Station')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Name of the new class' })).toBeFocused()
  await page.keyboard.type('Reading')
  await page.keyboard.press('Enter')
  await expect(studio.shape('class Reading')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Name of the new class' })).toBeFocused()
  await page.keyboard.press('Escape')
  await studio.saved()

  // Features as text.
  await studio.shape('class Reading').click()
  const features = studio.entry.getByLabel('Features')
  await features.fill('+ takenAt: Instant {id}\n+ height: SnowHeight\n+ height: SnowHeight\n\n+ correct(by: Decimal): Boolean')
  await features.press('Control+Enter')
  await expect(studio.entry.getByText('Reading has the attribute height twice')).toBeVisible()
  await expect(studio.entry.getByText('Reading.height: the type SnowHeight is not known.').first()).toBeVisible()
  await expect(page.locator('#drawing').getByText('+ correct(by: Decimal): Boolean')).toBeVisible()

  // Two mends that work.
  await studio.entry.getByRole('button', { name: 'Remove the second one' }).click()
  await expect(studio.entry.getByText('Reading has the attribute height twice')).toHaveCount(0)
  await studio.entry.getByRole('button', { name: 'Create the data type SnowHeight' }).click()
  await expect(studio.entry.getByText('is not known')).toHaveCount(0)

  // Connect with the pointer: one handle, then a menu in sentences.
  await studio.shape('class Station').click()
  const handle = page.locator('[data-part="connect"] circle')
  const from = await handle.boundingBox()
  const to = await studio.shape('class Reading').boundingBox()
  if (!from || !to) throw new Error('nothing is drawn')
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 })
  await page.mouse.up()
  await page.getByRole('menuitem', { name: 'Station … Reading (association, to be named)' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the association' })).toBeFocused()
  await page.keyboard.type('records')
  await page.keyboard.press('Enter')
  await expect(page.locator('#drawing').getByText('records', { exact: true })).toBeVisible()
  await expect(studio.entry.getByText('Station records Reading: how many Readings?')).toBeVisible()

  // Give multiplicities, one of them undecided.
  await studio.entry.getByLabel('Multiplicity').first().fill('?')
  await studio.entry.getByLabel('Multiplicity').first().press('Enter')
  await expect(studio.entry.getByText('it is not decided how many Stations').first()).toBeVisible()
  await studio.entry.getByLabel('Multiplicity').nth(1).fill('5..2')
  await studio.entry.getByLabel('Multiplicity').nth(1).press('Enter')
  await expect(studio.entry.getByText('asks for at least 5 and at most 2')).toBeVisible()
  await studio.entry.getByRole('button', { name: 'Make it 2..5' }).click()
  await expect(studio.entry.getByText('asks for at least')).toHaveCount(0)
  await studio.entry.getByLabel('Multiplicity').nth(1).fill('many')
  await studio.entry.getByLabel('Multiplicity').nth(1).press('Enter')
  await expect(page.getByText('"many" is not a multiplicity')).toBeVisible()
  await page.getByRole('button', { name: 'Dismiss message' }).last().click()

  // The second relation by typing a statement; it is understood before Enter.
  await page.keyboard.press('Escape')
  await studio.statement.click()
  await studio.statement.fill('A station is made of one or more sensors')
  await expect(page.getByRole('option').first()).toContainText('Station is made of 1..* Sensor')
  await expect(page.getByRole('textbox', { name: 'Name of the new class Sensor' })).toHaveValue('Sensor')
  await studio.statement.fill('1 Station is made of 1..* Sensor')
  await expect(page.getByRole('option').first()).toContainText('Each Station is made of one or more Sensors.')
  await studio.statement.press('Enter')
  await expect(studio.shape('class Sensor')).toBeVisible()
  await expect(studio.shape('association: 1 Station is made of 1..* Sensor')).toBeAttached()

  // Read aloud, both ways; change a multiplicity there; the diagram follows.
  await page.getByRole('button', { name: 'Read aloud' }).click()
  const reader = page.getByRole('region', { name: 'Reader' })
  await expect(reader.getByText('For each Reading,')).toBeVisible()
  await expect(reader.getByText(', and goes with it.')).toBeVisible()
  await reader.getByLabel('How many Reading').selectOption({ label: 'any number of' })
  await expect(studio.shape('association: ? Station records 0..* Reading')).toBeAttached()
  await page.getByRole('tab', { name: 'Code' }).click()
  await studio.shape('class Reading').click()
  await expect(reader.locator('pre')).toContainText('type Reading struct')
  await reader.getByRole('combobox', { name: 'Language of the code' }).selectOption('Java')
  await expect(reader.locator('pre')).toContainText('public class Reading')
  await reader.getByRole('button', { name: 'Close' }).click()

  // Findings that come and go with other rules.
  await studio.state('Sensor is a kind of Station')
  await studio.state('Station is a kind of Sensor')
  await studio.state('1 Sensor -- 1 Reading')
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Findings/ })
    .click()
  const findings = page.getByRole('main', { name: 'Findings' })
  await expect(findings.getByText('A kind of itself: ')).toBeVisible()
  await expect(findings.getByText('What is Sensor to do with Reading?')).toBeVisible()
  await findings.getByText('Why? A class is a kind of itself').click()
  await expect(findings.getByText('no language can build them')).toBeVisible()
  await findings.getByRole('button', { name: 'Delete: Station is a kind of Sensor' }).click()
  await expect(findings.getByText('A kind of itself: ')).toHaveCount(0)

  // Output: read, take away, compile.
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Output/ })
    .click()
  await page.getByRole('button', { name: 'station.go' }).click()
  await expect(page.getByText('func NewStation(')).toBeVisible()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Download Go skeletons' }).click()])
  expect(download.suggestedFilename()).toBe('Glacier-weather-station-go.zip')
  const dir = mkdtempSync(join(tmpdir(), 'lexeon-zip-'))
  const zip = join(dir, 'go.zip')
  await download.saveAs(zip)
  execFileSync('python3', ['-m', 'zipfile', '-e', zip, dir])
  execFileSync('go', ['vet', './...'], { cwd: dir, env: { ...process.env, GOFLAGS: '-mod=mod' } })
})

test('moves, renames, deletes, undoes, redoes, and finds it all again after a reload', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const blend = studio.shape('class Blend')
  const before = await blend.locator('rect').first().boundingBox()
  if (!before) throw new Error('nothing is drawn')

  // Move by pointer, then nudge by keyboard.
  await page.mouse.move(before.x + 20, before.y + 10)
  await page.mouse.down()
  await page.mouse.move(before.x + 80, before.y + 50, { steps: 6 })
  await page.mouse.up()
  await studio.saved()
  await page.keyboard.press('ArrowRight')
  await studio.saved()
  const after = await blend.locator('rect').first().boundingBox()
  expect(after?.x ?? 0).toBeGreaterThan(before.x + 60)

  // Rename by typing, in place, and in the lexicon.
  await page.keyboard.type('Mixture')
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveValue('Mixture')
  await page.keyboard.press('Enter')
  await expect(studio.shape('class Mixture')).toBeVisible()
  await expect(studio.entry.getByLabel('Name', { exact: true })).toHaveValue('Mixture')

  // Double click edits any text: here the features.
  await page.locator('#drawing').getByText('+ mixedOn: Date').dblclick()
  const editor = page.getByRole('textbox', { name: 'Features of Mixture' })
  await expect(editor).toBeFocused()
  await editor.fill('+ mixedOn: Date\n+ stirred: Duration')
  await page.keyboard.press('Control+Enter')
  await expect(page.locator('#drawing').getByText('+ stirred: Duration')).toBeVisible()

  // Remove from the diagram, and delete from the model: clearly told.
  await studio.shape('class Mixture').click({ position: { x: 10, y: 10 } })
  await page.keyboard.press('Delete')
  await expect(page.getByText('Removed class Mixture from this diagram. It stays in the model.')).toBeVisible()
  await expect(studio.shape('class Mixture')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(studio.shape('class Mixture')).toBeVisible()
  await studio.shape('class Mixture').click({ position: { x: 10, y: 10 } })
  await page.keyboard.press('Shift+Delete')
  await expect(page.getByText('Deleted class Mixture from the model.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByText('Undo: Delete class Mixture.')).toBeVisible()
  await expect(studio.shape('class Mixture')).toBeVisible()
  await page.keyboard.press('Control+y')
  await expect(studio.shape('class Mixture')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(studio.shape('class Mixture')).toBeVisible()
  await studio.saved()

  const shapes = await page.getByRole('img').count()
  await page.reload()
  await expect(studio.shape('class Mixture')).toBeVisible()
  await expect(page.getByRole('img')).toHaveCount(shapes)
  await expect(page.locator('#drawing').getByText('+ stirred: Duration')).toBeVisible()
  // Undo goes on after a reload, by name.
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute('title', /^Undo: /)
})

test('double click on paper makes an element; pulling to paper makes a related one', async ({ studio, page }) => {
  await studio.newProject('Drifting buoys')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  const sheet = await studio.sheet.boundingBox()
  if (!sheet) throw new Error('no sheet')
  await page.mouse.dblclick(sheet.x + 200, sheet.y + 250)
  await page.getByRole('menuitem', { name: 'New interface' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the new interface' })).toBeFocused()
  await page.keyboard.type('Beacon')
  await page.keyboard.press('Enter')
  await expect(studio.shape('interface Beacon')).toBeVisible()
  await page.getByRole('button', { name: 'class', exact: true }).click()
  await page.mouse.click(sheet.x + 450, sheet.y + 150)
  await page.keyboard.type('Buoy')
  await page.keyboard.press('Tab') // on to its features
  const features = page.getByRole('textbox', { name: 'Features of Buoy' })
  await expect(features).toBeFocused()
  await page.keyboard.type('+ number: Integer {id}')
  await page.keyboard.press('Control+Enter')
  await expect(page.locator('#drawing').getByText('+ number: Integer {id}')).toBeVisible()
  const pull = async (x: number, y: number) => {
    await studio.shape('class Buoy').click({ position: { x: 10, y: 10 } })
    const handle = await page.locator('[data-part="connect"] circle').boundingBox()
    if (!handle) throw new Error('no handle')
    await page.mouse.move(handle.x + 4, handle.y + 4)
    await page.mouse.down()
    await page.mouse.move(x, y, { steps: 6 })
    await page.mouse.up()
  }
  await pull(sheet.x + 200, sheet.y + 250)
  await page.getByRole('menuitem', { name: 'Buoy realizes Beacon (offers its operations)' }).click()
  await expect(studio.shape('realization: Buoy realizes Beacon')).toBeAttached()
  await pull(sheet.x + 500, sheet.y + 480)
  await page.getByRole('menuitem', { name: /^Buoy is made of New classes/ }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the class' })).toHaveValue('New class')
  await page.keyboard.type('Anchor')
  await page.keyboard.press('Enter')
  await expect(studio.shape('association: Buoy is made of Anchor')).toBeAttached()
})

test('diagrams and the project are renamed and deleted, and that is undone', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const path = page.getByRole('navigation', { name: 'Path' })
  await path.getByRole('button', { name: 'Rename the diagram' }).click()
  await page.getByLabel('New name of the diagram').fill('Honey, from hive to jar')
  await page.getByLabel('New name of the diagram').press('Enter')
  await expect(studio.sheet).toHaveAccessibleName('class diagram Honey, from hive to jar')
  await path.getByRole('button', { name: 'Rename the project' }).click()
  await page.getByLabel('New name of the project').fill('Heatherfold, renamed')
  await page.getByLabel('New name of the project').press('Enter')
  await expect(page.getByRole('heading', { name: 'Heatherfold, renamed' })).toBeVisible()
  await path.getByRole('button', { name: 'Delete the diagram' }).click()
  await expect(path.getByRole('button', { name: 'Honey, from hive to jar' })).toHaveCount(0)
  await expect(await studio.existing('class Hive')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await path.getByRole('button', { name: 'Honey, from hive to jar' }).click()
  await expect(studio.shape('class Hive')).toBeVisible()
})

test('a project leaves as a model file and comes back the same', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.state('Hive houses 1..* Frame')
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Output/ })
    .click()
  const take = async () => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Export model file' }).click()])
    return { path: await download.path(), name: download.suggestedFilename() }
  }
  const first = await take()
  expect(first.name).toBe('Heatherfold-Honey-Cooperative.lexeon.json')
  await page.goto(studio.address)
  await page.getByLabel('Import a model file').setInputFiles(first.path)
  await expect(studio.shape('class Frame')).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Output/ })
    .click()
  const second = await take()
  expect(readFileSync(second.path, 'utf8')).toBe(readFileSync(first.path, 'utf8'))

  // A broken file is refused whole, with line and path.
  await page.goto(studio.address)
  await expect(page.getByRole('link').first()).toBeVisible()
  const projects = await page.getByRole('listitem').count()
  const broken = readFileSync(first.path, 'utf8').replace('"multiplicity": "1..*"', '"multiplicity": "lots"')
  await page
    .getByLabel('Import a model file')
    .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from(broken) })
  await expect(page.getByRole('alert')).toContainText(
    /line \d+, relationships\[\d+\]\.ends\[\d\]\.multiplicity: .*"lots" is not a multiplicity/,
  )
  await page.reload()
  await expect(page.getByRole('listitem')).toHaveCount(projects)
})

test('a browser that cannot run it is told so in one sentence', async ({ studio, browser }) => {
  const old = await browser.newContext()
  try {
    const page = await old.newPage()
    await page.addInitScript('delete window.WebAssembly')
    await page.goto(studio.address)
    await expect(page.getByRole('alert')).toContainText('This browser cannot run Lexeon: it needs WebAssembly')
  } finally {
    await old.close()
  }
})

test('the list of projects moves nothing away when it comes late', async ({ studio, page }) => {
  await studio.copyOfDemo() // there is something to list
  let come: () => void = () => undefined
  const list = new Promise<void>((resolve) => {
    come = resolve
  })
  await page.route('**/api/projects', async (route) => {
    if (route.request().method() === 'GET') await list
    await route.continue()
  })
  await page.goto(studio.address)
  const create = page.getByRole('button', { name: 'Create project' })
  await page.getByLabel('Name of a new project').fill('Quarry')
  await page.evaluate(() => document.fonts.ready)
  const before = await create.boundingBox()
  come()
  await expect(page.getByRole('region', { name: 'Projects' }).getByRole('listitem').first()).toBeVisible()
  expect(await create.boundingBox()).toEqual(before)
  await create.click()
  await expect(page.getByRole('heading', { name: 'Quarry' })).toBeVisible()
})
