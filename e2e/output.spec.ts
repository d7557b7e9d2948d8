import { readFileSync } from 'node:fs'

import { large } from './large'
import { expect, test } from './studio'

// Code, schemas and features, as a developer reads them and takes them away.

test('from an element to its code in each language, and back', async ({ studio, page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await studio.newProject('Tool library')
  await studio.newDiagram('class')
  await studio.state('1 Branch has 0..* Tool')
  await studio.state('0..1 Member borrows 0..3 Tool')
  await studio.saved()
  await studio.shape('class Member').click()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  for (const [language, file, says] of [
    ['Java', 'src/toollibrary/Member.java', 'public boolean addTool(Tool one) {'],
    ['C#', 'src/Member.cs', 'public bool AddTool(Tool one)'],
    ['TypeScript', 'src/member.ts', 'addTool(one: Tool): boolean {'],
    ['Python', 'toollibrary/member.py', 'def add_tool(self, one: Tool) -> bool:'],
  ] as const) {
    await page.getByRole('tab', { name: language, exact: true }).click()
    const source = page.getByLabel(file, { exact: true }).and(page.locator('pre'))
    await expect(source).toContainText(says) // what is selected is shown first
    await expect(source).toContainText('there may be no more than 3')
  }
  await page.getByRole('button', { name: 'Copy the file' }).click()
  await expect(page.getByText('Copied.')).toBeVisible()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('class Member:')

  // One file, and a folder.
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save the file' }).click()
  expect((await saved).suggestedFilename()).toBe('member.py')
  expect(readFileSync(await (await saved).path(), 'utf8')).toContain('class Member:')
  const folder = page.waitForEvent('download')
  await page.getByRole('link', { name: 'zip of the folder toollibrary/' }).click()
  expect((await folder).suggestedFilename()).toMatch(/python.*zip$/)

  await page.getByRole('searchbox', { name: 'Find in the files' }).fill('add_member')
  await expect(page.getByText('No file')).toHaveCount(1) // a tool has one member at most
  await page.getByRole('searchbox', { name: 'Find in the files' }).fill('set_member')
  await expect(page.getByText('1 file has it')).toBeVisible()
  await page.getByRole('button', { name: 'class Tool' }).click()
  await expect(studio.shape('class Tool')).toHaveClass(/selected/)
})

test('types that names suggest are given before code is taken', async ({ studio, page }) => {
  await studio.newProject('Tram depot')
  await studio.newDiagram('class')
  await studio.slow(400)
  await studio.state('A tram has a unique number, a year of build, a length in metres and a status')
  await studio.state('A depot has a name and an area in square metres')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  await page.getByRole('button', { name: 'src/tramdepot/Tram.java' }).click()
  const source = page.getByLabel('src/tramdepot/Tram.java', { exact: true }).and(page.locator('pre'))
  await expect(source).toContainText('private Object yearOfBuild;')
  await expect(source).toContainText('In metres.')
  const problems = page.getByRole('region', { name: 'Problems of this target' })
  await expect(problems).toContainText('Tram: number, yearOfBuild, length and status have no type, and code takes anything there.')
  await problems.getByRole('button', { name: 'Mend all 2 as proposed' }).click()
  await expect(source).toContainText('private long yearOfBuild;')
  await expect(source).toContainText('private BigDecimal length;')
  await expect(problems).toContainText('Tram: status has no type')
  await expect(problems.getByRole('button', { name: /^(Mend|Set)/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(source).toContainText('private Object yearOfBuild;')
})

test('options are decided for a language, and kept', async ({ studio, page }) => {
  await studio.newProject('Tool library')
  await studio.newDiagram('class')
  await studio.state('1 Branch has 0..* Tool')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  await page.getByRole('button', { name: /^Options/ }).click()
  const field = page.getByRole('textbox', { name: 'Package' })
  await field.fill('org.example.class')
  await field.press('Enter')
  await expect(page.getByText('is no package, such as org.example.lots')).toBeVisible()
  await field.fill('org.example.tools')
  await field.press('Enter')
  await expect(page.getByRole('button', { name: 'src/org/example/tools/Tool.java' })).toBeVisible()
  await page.reload()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  await expect(page.getByRole('button', { name: 'src/org/example/tools/Tool.java' })).toBeVisible()
  const of = page.getByRole('textbox', { name: 'Of what' })
  await of.fill('Tool')
  await of.press('Enter')
  await expect(page.getByRole('button', { name: 'src/org/example/tools/Branch.java' })).toHaveCount(0)
  await expect(page.getByText('Tool.Branch leads to Branch, which is left out')).toBeVisible()
  await of.fill('Nobody')
  await of.press('Enter')
  await expect(page.getByText('There is no class, package or diagram Nobody.')).toBeVisible()
  // Or they are chosen from what there is.
  await of.fill('')
  await of.press('Enter')
  const add = page.getByRole('combobox', { name: 'Add one by its name' })
  await add.focus()
  await expect(page.locator('datalist option[value="class Branch"]')).toHaveCount(1)
  await add.pressSequentially('branch')
  await add.press('Enter')
  await expect(of).toHaveValue('Branch')
  await expect(page.getByRole('button', { name: 'src/org/example/tools/Tool.java' })).toHaveCount(0)
  await add.fill('class Tool')
  await expect(of).toHaveValue('Branch, Tool')
  await expect(add).toHaveValue('')
  await expect(page.getByRole('button', { name: 'src/org/example/tools/Tool.java' })).toBeVisible()
})

test('names added quickly on a slow line are all there', async ({ studio, page }) => {
  await studio.newProject('Ferry line')
  await studio.newDiagram('class')
  await studio.state('1 Ferry carries 0..* Car')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  await page.getByRole('button', { name: /^Options/ }).click()
  await studio.slow(800)
  const add = page.getByRole('combobox', { name: 'Add one by its name' })
  const of = page.getByRole('textbox', { name: 'Of what' })
  for (const name of ['Ferry', 'Car']) {
    await add.fill(name)
    await add.press('Enter')
  }
  await expect(of).toHaveValue('Ferry, Car')
  await studio.saved()
  await expect(of).toHaveValue('Ferry, Car')
  await of.fill('Car') // what is typed counts as well while it is on its way
  await of.press('Enter')
  await add.fill('Ferry')
  await add.press('Enter')
  await expect(of).toHaveValue('Car, Ferry')
  await studio.saved()
  await expect(of).toHaveValue('Car, Ferry')
})

test('packages of the model are folders of the code, and can be left out', async ({ studio, page }) => {
  await studio.newProject('Harbour office')
  await studio.newDiagram('class')
  await studio.state('0..1 Berth holds 0..1 Vessel')
  await studio.sheet.focus()
  await page.keyboard.press('Escape') // what is selected would be renamed
  await studio.sheet.press('k')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new package' }).fill('Traffic')
  await page.keyboard.press('Tab')
  await expect(studio.shape('package Traffic')).toBeVisible()
  await page.keyboard.press('Escape')
  await studio.shape('class Vessel').click({ position: { x: 14, y: 8 } })
  await studio.entry.getByLabel('In the package').selectOption('Traffic')
  await studio.saved()

  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  const files = page.getByRole('navigation', { name: 'Generated files' })
  await files.getByRole('button', { name: 'src/harbouroffice/traffic/Vessel.java' }).click()
  await expect(page.locator('pre')).toContainText('package harbouroffice.traffic;')
  await expect(page.locator('pre')).toContainText('import harbouroffice.Berth;')
  await files.getByRole('button', { name: /^Options/ }).click()
  await files.getByRole('combobox', { name: 'Packages' }).selectOption('One for all types')
  await expect(files.getByRole('button', { name: 'src/harbouroffice/Vessel.java' })).toBeVisible()
  await expect(files.getByRole('button', { name: 'src/harbouroffice/traffic/Vessel.java' })).toHaveCount(0)
  await page.getByRole('tab', { name: 'C#', exact: true }).click() // it is decided for all languages
  await expect(files.getByRole('button', { name: 'src/Vessel.cs' })).toBeVisible()
})

test('code is written in other ways, with the effect at once', async ({ studio, page }) => {
  await studio.newProject('Tool library')
  await studio.newDiagram('class')
  await studio.state('0..1 Branch has 0..* Tool')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  const files = page.getByRole('navigation', { name: 'Generated files' })
  await files.getByRole('button', { name: /Tool\.java/ }).click()
  const source = page.locator('pre')
  await expect(source).toContainText('public Optional<Branch> getBranch()')
  const options = files.getByRole('button', { name: /^Options/ })
  await expect(options).toContainText('as usual')
  await options.focus()
  await page.keyboard.press('Enter') // by keys alone
  await studio.slow(600) // what is decided while another decision is on its way does not undo it
  const none = files.getByRole('combobox', { name: 'None' })
  await none.selectOption('null')
  await files.getByRole('combobox', { name: 'Accessors' }).selectOption({ label: 'name, setName' })
  await expect(none).toHaveValue('null')
  await expect(source).toContainText('public Branch branch()')
  await studio.saved()
  await options.click()
  await expect(options).toContainText('2 decided otherwise')
  await expect(files.getByRole('list', { name: 'Decided otherwise' })).toContainText('None: null')
  await expect(files.getByRole('combobox', { name: 'None' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(source).toContainText('public Branch getBranch()')

  // All types in one file: its lines lead to each of them.
  await page.getByRole('tab', { name: 'Python', exact: true }).click()
  await files.getByRole('button', { name: /^Options/ }).click()
  await files.getByRole('combobox', { name: 'Files' }).selectOption('one')
  await files.getByRole('button', { name: /model\.py/ }).click()
  await source.locator('[data-line]', { hasText: 'class Tool:' }).click()
  await expect(page.getByRole('status').filter({ hasText: /from class Tool$/ })).toBeVisible()
  await source.locator('[data-line]', { hasText: 'def add_tool' }).click()
  await expect(page.getByRole('status').filter({ hasText: /from association has/ })).toBeVisible()
  await page.reload()
  await page.getByRole('tab', { name: 'C++', exact: true }).click()
  await expect(files.getByRole('button', { name: /model\.hpp/ })).toBeVisible() // it is kept, for all languages
})

test('a very long file is drawn in part, and every line of it can be reached', async ({ studio, page }) => {
  const id = `large${Math.random().toString(36).slice(2, 10)}`
  const answer = await page.request.post(`${studio.address}/api/import?id=${id}`, {
    data: large(150),
    headers: { 'Content-Type': 'application/json' },
  })
  expect(answer.ok()).toBe(true)
  await page.goto(`${studio.address}/p/${id}`)
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Python', exact: true }).click()
  const files = page.getByRole('navigation', { name: 'Generated files' })
  await files.getByRole('button', { name: /^Options/ }).click()
  await files.getByRole('combobox', { name: 'Files' }).selectOption('one')
  await files.getByRole('button', { name: /model\.py/ }).click()
  const source = page.locator('pre')
  await expect(source.locator('[data-line="1"]')).toBeVisible()
  await expect(source.getByRole('button', { name: 'Lines after 12000' })).toHaveCount(1)
  await page.getByRole('combobox', { name: 'Lines of' }).selectOption({ label: 'class Sounding 99' }) // the last by name
  await expect(source.locator('[data-line]', { hasText: 'class Sounding99' })).toBeInViewport()
  await expect(source.locator('[data-line="1"]')).toHaveCount(0)
  await source.getByRole('button', { name: /^Lines before/ }).click()
  await expect(source.locator('[data-line="1"]')).toHaveCount(1)
})

test('what is new, changed or gone since it was taken', async ({ studio, page }) => {
  await studio.newProject('Tool library')
  await studio.newDiagram('class')
  await studio.state('1 Branch has 0..* Tool')
  await studio.state('1 Branch has 0..* Locker')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Python', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download Python' }).click()
  expect((await download).suggestedFilename()).toMatch(/python.*zip$/)
  await studio.unfold('Classes')
  await studio.state('1 Tool needs 0..* Manual')
  await studio.shape('class Locker').click()
  await page.keyboard.press('Shift+Delete')
  await expect(studio.shape('class Locker')).toHaveCount(0)
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await expect(page.getByRole('tab', { name: 'Python', exact: true })).toHaveAttribute('aria-selected', 'true') // the one shown last
  await expect(page.getByRole('button', { name: 'toollibrary/manual.py, new' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'toollibrary/tool.py, changed' })).toBeVisible()
  await expect(page.getByText('Gone since it was taken')).toBeVisible()
  await expect(page.getByText('toollibrary/locker.py')).toBeVisible()
  await page.reload()
  await expect(page.getByText('toollibrary/locker.py')).toBeVisible()
})

test('each line leads back to what it was made from, and a member to its lines', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'Java', exact: true }).click()
  await page.getByRole('searchbox', { name: 'Find in the files' }).fill('HoneyLot.java')
  await page.getByRole('button', { name: /HoneyLot\.java/ }).click()
  const source = page.locator('pre')
  await expect(source.locator('.hljs-keyword').first()).toBeVisible() // in colours
  await expect(source.locator('[data-line="1"]')).toContainText('package ')

  // From a line to its element.
  await source.locator('[data-line]', { hasText: 'public BigDecimal getMoisture()' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^lines .* from attribute moisture of class HoneyLot$/ })).toBeVisible()
  await expect(source.locator('[data-line]', { hasText: 'private BigDecimal moisture;' })).toHaveClass(/bg-tint/)
  await expect(source.locator('[data-line]', { hasText: 'private BigDecimal mass;' })).not.toHaveClass(/bg-tint/)

  // From an element to its lines, by keys alone.
  const lines = page.getByRole('combobox', { name: 'Lines of' })
  await lines.focus()
  await page.keyboard.press('Home')
  await expect(async () => {
    await page.keyboard.press('ArrowDown')
    expect(await lines.evaluate((l: HTMLSelectElement) => l.selectedOptions[0]?.text)).toMatch(/^attribute mass/)
  }).toPass({ intervals: [50] })
  const mass = source.locator('[data-line]', { hasText: 'private BigDecimal mass;' })
  await expect(mass).toHaveClass(/bg-tint/)
  await expect(mass).toBeInViewport()
  await page.getByRole('button', { name: 'attribute mass of class HoneyLot' }).click()
  await expect(studio.shape('class HoneyLot')).toHaveClass(/selected/)
})

test('an output that takes long is let go of, and made after all', async ({ studio, page }) => {
  await studio.newProject('Tool library')
  await studio.newDiagram('class')
  await studio.state('1 Branch has 0..* Tool')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await expect(page.getByRole('button', { name: 'branch.go' })).toBeVisible()
  let held = true
  await page.route('**/output/python', async (route) => {
    while (held) await new Promise((resolve) => setTimeout(resolve, 50))
    await route.continue().catch(() => undefined) // it was let go of
  })
  await page.getByRole('tab', { name: 'Python', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Making Python …' })).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Not made.')).toBeVisible()
  held = false
  await page.getByRole('button', { name: 'Make Python' }).click()
  await expect(page.getByRole('button', { name: /branch\.py/ })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download all of it' }).click()
  expect((await download).suggestedFilename()).toBe('Tool-library-all.zip')
})

test('what would be better mended before stands beside an output', async ({ studio, page }) => {
  await studio.newProject('Boat yard')
  await studio.newDiagram('class')
  await studio.state('Houseboat is a kind of House')
  await studio.state('Houseboat is a kind of Boat')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await expect(page.getByRole('button', { name: 'boat.go', exact: true })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Problems of this target' })).toHaveCount(0)
  await page.getByRole('tab', { name: 'C#', exact: true }).click()
  const problems = page.getByRole('region', { name: 'Problems of this target' })
  await expect(problems).toContainText('Warning Houseboat is a kind of Boat and of House')
  await problems.getByRole('button', { name: 'class Houseboat' }).click()
  await expect(studio.shape('class Houseboat')).toHaveClass(/selected/)
})

test('the code of what is selected stands beside it, its lines marked', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.unfold('Classes')
  await expect(studio.shape('class HoneyLot')).toBeVisible()
  await page.getByRole('button', { name: 'Read aloud' }).click()
  const reader = page.getByRole('region', { name: 'Reader' })
  await reader.getByRole('tab', { name: 'Code' }).click()
  await expect(reader.getByText('Select a class, a relation or a component')).toBeVisible()
  await reader.getByRole('tab', { name: 'Read aloud' }).click()
  await reader.getByRole('button', { name: /^Show .*delivers/ }).click()
  await reader.getByRole('tab', { name: 'Code' }).click()
  const marked = reader.locator('pre .bg-tint')
  await expect(marked.filter({ hasText: 'honeyLots []*HoneyLot' })).toBeInViewport()
  await reader.getByRole('combobox', { name: 'Language of the code' }).selectOption('Python')
  await expect(marked.filter({ hasText: 'self._honey_lots: list[HoneyLot] = []' })).toBeInViewport()
  await expect(marked.filter({ hasText: '_member_number' })).toHaveCount(0)
})
