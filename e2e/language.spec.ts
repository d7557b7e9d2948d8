import { expect, test } from './studio'

// What people write in ordinary sentences, on every kind of diagram.

test('a sentence says several things; what is new is named and sorted before it is made', async ({ studio, page }) => {
  await studio.newProject('Sailing school')
  await studio.newDiagram('class')
  await studio.slow(400) // what is read is read in the page
  await studio.statement.fill('A dinghy consists of a hull, two sails and a rudder.')
  const first = page.getByRole('option').first()
  await expect(first).toContainText('Dinghy is made of 1 Hull')
  await expect(first).toContainText('Dinghy is made of 2 Sail')
  await expect(first).toContainText('Each Dinghy is made of exactly two Sails.')
  // By the keyboard: the fields follow the line.
  await studio.statement.press('Tab')
  await expect(page.getByRole('combobox', { name: 'Kind of Dinghy' })).toBeFocused()
  await page.getByRole('textbox', { name: 'Name of the new class Rudder' }).fill('Steering gear')
  await expect(first).toContainText('Dinghy is made of 1 "Steering gear"')
  await page.getByRole('combobox', { name: 'Kind of Hull' }).selectOption('data type')
  await expect(first).toContainText('Dinghy is made of 1 Hull')
  await page.getByRole('textbox', { name: 'Name of the new class Rudder' }).press('Enter')
  await expect(studio.shape('class Steering gear')).toBeVisible()
  await expect(studio.shape('data type Hull')).toBeVisible()
  await expect(studio.shape('class Sail')).toBeVisible()
  await expect(studio.shape('class Rudder')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click() // one step
  await expect(studio.shape('class Dinghy')).toHaveCount(0)
})

test('of several readings the likeliest stands first, and another is taken with the arrow keys', async ({ studio, page }) => {
  await studio.newProject('Tide tables')
  await studio.newDiagram('class')
  await studio.statement.fill('Each tide has a height and a time')
  await expect(page.getByRole('option').first()).toContainText('Tide has the attributes height, time')
  await studio.statement.press('Enter')
  const tide = studio.shape('class Tide')
  await expect(tide.getByText('height')).toBeVisible()
  await studio.statement.fill('A gauge has a height')
  await expect(page.getByRole('option').nth(1)).toContainText('Gauge has 1 Height')
  await studio.statement.press('ArrowDown')
  await studio.statement.press('Enter')
  await expect(studio.shape('class Height')).toBeVisible()
})

test('the word at which reading stopped is told, with the nearest form', async ({ studio, page }) => {
  await studio.newProject('Lighthouses')
  await studio.newDiagram('class')
  await studio.state('1 Lighthouse has 1..* Lamp')
  await studio.statement.fill('Lighthouse must not be without Lamp')
  await expect(page.getByText(/reading stopped at "must"/)).toBeVisible()
})

test('flows are said in sentences, several at once, and read back in English', async ({ studio, page }) => {
  await studio.newProject('Ferry office')
  await studio.newDiagram('context')
  await studio.state('Passenger sends booking to "Ferry office"')
  await studio.statement.fill('The ferry office gives the passenger a ticket and a receipt')
  await expect(page.getByRole('option').first()).toContainText('"Ferry office" sends ticket to Passenger')
  await studio.statement.press('Enter')
  await expect(studio.shape('data flow ticket from Ferry office to Passenger').or(page.getByText('ticket')).first()).toBeVisible()
  await expect(page.getByText('receipt').first()).toBeVisible()
})

test('an association gets an inverse name, offered by its verb', async ({ studio, page }) => {
  await studio.newProject('Orchards')
  await studio.newDiagram('class')
  await studio.state('1 Grower tends 0..* Tree')
  const inverse = studio.entry.getByRole('textbox', { name: 'Inverse name' })
  await expect(inverse).toHaveAttribute('placeholder', 'is tended by')
  await expect(studio.entry.getByText('For each Tree,')).toBeVisible()
  await inverse.fill('is tended by')
  await inverse.press('Enter')
  await expect(studio.entry.getByText('Each Tree is tended by')).toBeVisible()
})

test('a name one letter off a known one is asked about, and names of data become terms', async ({ studio, page }) => {
  await studio.newProject('Mooring office')
  await studio.newDiagram('context')
  await studio.state('Pilot sends "berth record" to "Mooring office"')
  await studio.statement.fill('"Mooring office" sends "berth recrod" to Pilot')
  await page.getByRole('button', { name: '“berth recrod”: meant berth record?' }).click()
  await expect(studio.statement).toHaveValue('"Mooring office" sends "berth record" to Pilot')
  await studio.statement.press('Enter')
  await studio.state('Pilot sends "moring fee" to "Mooring office"')
  await studio.saved()

  // The lexicon has what stands on flows alone; as a term it is renamed everywhere.
  await studio.path.getByRole('button', { name: /^Lexicon/ }).click()
  const loose = page.getByRole('region', { name: 'Names without an entry' })
  await loose.getByRole('button', { name: /berth record/ }).click()
  const term = page.getByRole('complementary', { name: 'Term' })
  await term.getByLabel('Rename it everywhere to').fill('berth request')
  await term.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(term.getByRole('heading', { name: 'berth request' })).toBeVisible()
  await expect(loose.getByRole('button', { name: /berth record/ })).toHaveCount(0)
  await expect(page.getByText('also berth record')).toBeVisible()
})

test('a name one letter off is asked about wherever it is typed', async ({ studio, page }) => {
  await studio.newProject('Mooring office')
  await studio.newDiagram('context')
  await studio.state('Pilot sends "berth record" to "Mooring office"')
  await studio.state('"Mooring office" sends permit to Pilot')
  await studio.slow(400)
  // In an entry.
  const name = studio.entry.getByRole('textbox', { name: 'Name', exact: true })
  await expect(name).toHaveValue('permit')
  await name.fill('berth recodr')
  await name.press('Enter')
  await expect(page.getByText('berth recodr: meant berth record?')).toBeVisible()
  await page.getByRole('button', { name: 'Write berth record' }).click()
  await expect(name).toHaveValue('berth record')

  // In the activity table, beside what is typed next.
  await studio.path.getByRole('button', { name: /^Activities/ }).click()
  await page.getByRole('gridcell', { name: /^Inputs of a new row/ }).click()
  await page.keyboard.type('berth recrod from Pilot; weather from Pilot')
  await page.keyboard.press('Tab')
  await page.keyboard.type('permit to Pilot')
  await page.keyboard.press('Tab')
  await expect(page.getByText('berth recrod: meant berth record?')).toBeVisible()
  await page.getByRole('button', { name: 'Write berth record' }).click()
  await expect(page.getByRole('gridcell', { name: /^Inputs of nobody.*: berth record from Pilot; weather from Pilot/ })).toBeVisible()
  await expect(page.getByText('meant berth record?')).toHaveCount(0)
})
