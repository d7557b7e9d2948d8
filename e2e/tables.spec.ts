import { expect, test, type Studio } from './studio'

// Classes become tables beside them, and scripts, as a person does it.

async function ridges(studio: Studio) {
  await studio.newProject('Mountain huts')
  await studio.newDiagram('class')
  await studio.state('1 Ridge is made of 0..* Hut')
  await studio.state('0..1 Hut as winterHut replaces 0..* Hut as summerHut')
  for (const name of ['Ridge', 'Hut']) {
    await studio.shape(`class ${name}`).click()
    const stored = studio.entry.getByRole('checkbox', { name: 'Stored' })
    await stored.click()
    await expect(stored).toBeChecked()
  }
}

test('classes that are stored become tables, and a script', async ({ studio, page }) => {
  await ridges(studio)
  await studio.shape('class Hut').click()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.getByRole('textbox', { name: 'Features of Hut' }).fill('name: String {id}\nbeds: Integer [0..1]')
  await page.keyboard.press('Control+Enter')
  await studio.path.getByRole('button', { name: /^Tables/ }).click()
  await expect(studio.shape('table ridge')).toBeVisible()
  await expect(studio.shape('reference from hut to ridge: ridge_id (cascade)')).toBeVisible()
  await expect(studio.shape('reference from hut to hut: winter_hut_name')).toBeVisible() // to itself

  // Each piece tells where it comes from, and why.
  await studio.shape('table hut').click()
  await expect(studio.entry.getByRole('heading', { name: 'hut', exact: true })).toBeVisible()
  await expect(studio.entry.getByText('The objects of the class Hut are stored.')).toBeVisible()
  await expect(studio.entry.getByText('When a row of ridge is deleted, its rows here are deleted too.')).toBeVisible()
  await studio.entry.getByRole('combobox', { name: 'Types in' }).selectOption('MariaDB')
  await expect(studio.entry.getByText('varchar(255)').first()).toBeVisible()
  await studio.entry.getByRole('button', { name: 'attribute beds of class Hut' }).click()
  await expect(studio.shape('class Hut')).toBeVisible() // where it can be changed

  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'PostgreSQL', exact: true }).click()
  const script = page.getByLabel('create.sql')
  await expect(script).toContainText('create table hut')
  await expect(script).toContainText('foreign key (ridge_id) references ridge (id) on delete cascade')
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(page.getByRole('status').getByText('2 tables made by')).toBeVisible()
  await page.getByRole('tab', { name: 'SQLite' }).click()
  await expect(page.getByLabel('create.sql')).toContainText('pragma foreign_keys = on')
})

test('without stored classes it is said how there come to be tables', async ({ studio, page }) => {
  await studio.newProject('Mountain huts')
  await studio.newDiagram('class')
  await studio.state('1 Ridge is made of 0..* Hut')
  await studio.saved()
  await studio.path.getByRole('button', { name: /^Tables/ }).click()
  await expect(page.getByText('No table yet. Mark classes as stored')).toBeVisible()
  await studio.entry.getByRole('textbox', { name: 'Classes', exact: true }).fill('Hut, Ridge')
  await page.keyboard.press('Enter')
  await expect(studio.shape('table hut')).toBeVisible()
  // What is said here is said of the classes.
  await studio.state('1 Guide knows 0..* Hut')
  await studio.unfold('Classes')
  await expect(studio.shape('class Guide')).toHaveCount(0) // it was not placed among the tables, and on no other sheet
  await studio.entry.getByRole('searchbox', { name: 'Show what exists' }).fill('Guide')
  await expect(studio.entry.getByRole('button', { name: 'class Guide' })).toBeVisible()
})

test('how classes become tables is decided beside them, and shown at once', async ({ studio, page }) => {
  await ridges(studio)
  await studio.saved()
  await studio.path.getByRole('button', { name: /^Tables/ }).click()
  await expect(studio.shape('table hut')).toBeVisible()
  await expect(studio.shape('table hut').getByText('id: Integer', { exact: true })).toBeVisible()
  await studio.entry.getByRole('combobox', { name: 'Keys' }).selectOption('uuid')
  await expect(studio.shape('table hut').getByText('id: Identifier', { exact: true })).toBeVisible()
  await studio.entry.getByRole('combobox', { name: 'Names of tables' }).selectOption('yes')
  await expect(studio.shape('table huts')).toBeVisible()

  // Crow's foot, and back.
  await expect(studio.shape('reference from huts to ridges: ridge_id (cascade)').getByText('0..*')).toBeVisible()
  await studio.entry.getByRole('checkbox', { name: "As crow's foot" }).click()
  await expect(studio.shape('reference from huts to ridges: ridge_id (cascade)').getByText('0..*')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(studio.shape('reference from huts to ridges: ridge_id (cascade)').getByText('0..*')).toBeVisible()
})

test('tables stand where they were put, and follow their classes by themselves', async ({ studio, page }) => {
  await ridges(studio)
  await studio.path.getByRole('button', { name: /^Tables/ }).click()
  const hut = studio.shape('table hut')
  await hut.click()
  const before = await hut.boundingBox()
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await hut.boundingBox())?.x).toBeGreaterThan((before?.x ?? 0) + 20)
  // They are moved, and nothing else.
  await page.keyboard.press('Delete')
  await expect(page.getByText('Tables follow from the classes')).toBeVisible()
  await expect(hut).toBeVisible()
  await page.keyboard.type('x')
  await expect(page.getByRole('textbox', { name: /^Name of/ })).toHaveCount(0)
  await studio.saved()
  const between = async () => ((await hut.boundingBox())?.x ?? 0) - ((await studio.shape('table ridge').boundingBox())?.x ?? 0)
  const moved = await between()
  await page.reload()
  await expect(hut).toBeVisible()
  await expect.poll(async () => Math.abs((await between()) - moved)).toBeLessThan(4)

  await studio.unfold('Classes')
  await studio.shape('class Hut').click()
  const name = studio.entry.getByRole('textbox', { name: 'Name', exact: true })
  await name.fill('Refuge')
  await name.press('Enter')
  await studio.path.getByRole('button', { name: /^Tables/ }).click()
  await expect(studio.shape('table refuge')).toBeVisible()
})

test('tables beside the classes, each showing what is selected on the other', async ({ studio, page }) => {
  await ridges(studio)
  await page.getByRole('button', { name: 'View' }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Tables beside' }).click()
  const beside = page.getByRole('region', { name: 'Tables beside' })
  const table = beside.getByRole('img', { name: 'table hut' })
  await expect(table).toBeVisible()
  await studio.shape('class Ridge').click()
  await expect(beside.getByRole('img', { name: 'table ridge' })).toHaveClass(/selected/)
  await expect(table).not.toHaveClass(/selected/)
  await table.click()
  await expect(studio.shape('class Hut')).toHaveClass(/selected/)
  await expect(table).toHaveClass(/selected/)
  // What is changed in the classes is changed beside them.
  const name = studio.entry.getByRole('textbox', { name: 'Name', exact: true })
  await name.fill('Shelter')
  await name.press('Enter')
  await expect(beside.getByRole('img', { name: 'table shelter' })).toBeVisible()
  await beside.getByRole('button', { name: 'Close the tables beside' }).click()
  await expect(beside).toHaveCount(0)
})

test('a diamond is decided by what a deletion does', async ({ studio, page }) => {
  await studio.newProject('Mountain huts')
  await studio.newDiagram('class')
  await studio.state('1 Ridge is made of 0..* Hut')
  await expect(studio.entry.getByText('Deleting a Ridge deletes its Huts too.')).toBeVisible()
  await expect(studio.entry.getByText('on delete cascade')).toBeVisible()
  await studio.state('0..1 Guild brings together 0..* Guide')
  await expect(studio.entry.getByText('Deleting a Guild leaves its Guides without one.')).toBeVisible()
  await studio.state('0..* Guide knows 1 Hut')
  await expect(studio.entry.getByText('Deleting a Hut is refused while a Guide refers to it.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
})

test('how one class becomes a table, and from an earlier version to now', async ({ studio, page }) => {
  await ridges(studio)
  await studio.saved()
  const file = await (await page.request.get(`${studio.address}/api/projects/${new URL(page.url()).pathname.split('/')[2]}/file`)).body()
  await studio.shape('class Ridge').click()
  await studio.entry.getByRole('combobox', { name: 'Rows are known by' }).selectOption('uuid')
  await studio.shape('class Hut').click()
  const name = studio.entry.getByRole('textbox', { name: 'Name', exact: true })
  await name.fill('Refuge')
  await name.press('Enter')
  await studio.saved()
  await studio.path.getByRole('button', { name: 'Output' }).click()
  await page.getByRole('tab', { name: 'PostgreSQL' }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByText('From an earlier version …').click()
  await (await chooser).setFiles({ name: 'before.json', mimeType: 'application/json', buffer: file })
  const script = page.getByLabel('migrate.sql')
  await expect(script).toContainText('alter table hut rename to refuge')
  await expect(script).toContainText('DESTRUCTIVE')
  // A file of another project is none.
  const other = page.waitForEvent('filechooser')
  await page.getByText('From an earlier version …').click()
  const text = file.toString().replaceAll(/"id": "[^"]*"/g, () => `"id": "x${Math.random().toString(36).slice(2)}"`)
  await (await other).setFiles({ name: 'other.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(page.getByRole('alert')).toBeVisible()
})
