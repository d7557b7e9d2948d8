import { inaccessible } from './axe'
import { boxOf, expect, test } from './studio'

test('reworks are shown before they are done, and undone as one', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const dialog = page.getByRole('dialog')
  const does = dialog.getByRole('region', { name: 'What this does' })

  // An attribute becomes a class.
  await studio.shape('class TestResult').click()
  await studio.entry.getByRole('button', { name: 'Rework …' }).click()
  await dialog.getByRole('radio', { name: 'Make a class of an attribute' }).check()
  await dialog.getByRole('radio', { name: /residues/ }).check()
  await expect(does.getByText('class Residue')).toBeVisible()
  await expect(does.getByText('? TestResult – 0..* Residue as residues')).toBeVisible()
  expect(await inaccessible(page, { within: '[role="dialog"]' })).toEqual([])
  await dialog.getByRole('button', { name: 'Do it' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(studio.shape('class Residue')).toBeVisible()
  await expect(page.getByRole('img', { name: /association: \? TestResult -- 0..\* Residue as residues/ })).toHaveCount(1)
  await page.reload()
  await expect(studio.shape('class Residue')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(studio.shape('class Residue')).toHaveCount(0)

  // What cannot be done says why.
  await studio.shape('class TestResult').click()
  await studio.entry.getByRole('button', { name: 'Rework …' }).click()
  await dialog.getByRole('radio', { name: 'Take another class into TestResult' }).check()
  await dialog.getByLabel('Which one').selectOption('HoneyLot')
  await expect(does.getByText('TestResult has moisture too, and they differ. Rename one of them first.')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Do it' })).toBeDisabled()
  await dialog.getByRole('radio', { name: 'Split off features' }).check()
  await expect(does.getByText('Choose first.')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Do it' })).toBeDisabled()
  await dialog.getByRole('checkbox', { name: /residues/ }).check()
  await dialog.getByLabel('Name', { exact: true }).fill('HoneyLot')
  await expect(does.getByText('HoneyLot is there already.')).toBeVisible()
  await dialog.getByLabel('Name', { exact: true }).fill('Residues')
  await expect(does.getByText('1 TestResult is made of 1 Residues as residues')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)

  // A relation says something else, with the keyboard.
  await page.getByRole('img', { name: /^association: 1 Beekeeper keeps/ }).click({ force: true })
  await expect(studio.entry.getByRole('heading', { name: 'association' })).toBeVisible()
  await studio.entry.getByRole('button', { name: 'Rework …' }).press('Enter')
  await dialog.getByRole('radio', { name: 'Say something else between Beekeeper and Apiary' }).check()
  await dialog.getByRole('radio', { name: 'Beekeeper brings Apiaries together' }).check()
  await expect(does.getByText('1 Beekeeper brings together (keeps) 0..* Apiary')).toBeVisible()
  await dialog.getByRole('button', { name: 'Do it' }).press('Enter')
  await expect(page.getByRole('img', { name: /^association: 1 Beekeeper brings together 0..\* Apiary/ })).toHaveCount(1)

  // An end says more than its multiplicity.
  await studio.entry.getByRole('button', { name: 'More of the end at Apiary' }).click()
  await studio.entry.getByLabel('Followed to it').selectOption('yes')
  await studio.entry.getByRole('checkbox', { name: 'Ordered' }).click()
  await expect(page.getByRole('img', { name: /Apiary \{ordered, navigable\}/ })).toHaveCount(1)
})

test('names only, in columns by category with a legend, in a minute of typing', async ({ studio, page }) => {
  await studio.newProject('First pass')
  await studio.newDiagram('class')
  await expect(studio.sheet).toBeVisible()
  const categories = {
    resource: ['HoneyLot', 'Blend', 'JarBatch'],
    event: ['Delivery', 'Grading', 'Dispatch'],
    agent: ['Beekeeper', 'Retailer'],
  }
  const text = Object.entries(categories)
    .flatMap(([category, names]) => names.map((n) => `«${category}»\n${n}\nnumber: Integer`))
    .join('\n\n')
  await studio.sheet.focus()
  await page.evaluate((t) => {
    const data = new DataTransfer()
    data.setData('text/plain', t)
    document.getElementById('drawing')?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)
  await expect(studio.shape('class Retailer')).toBeVisible()
  await studio.saved()
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitem', { name: 'Colours of stereotypes …' }).click()
  for (const [category, colour] of [
    ['resource', 'honey'],
    ['event', 'clay'],
    ['agent', 'fern'],
  ] as const)
    await page
      .getByRole('group', { name: `Colour of ${category}` })
      .getByRole('radio', { name: colour })
      .check({ force: true })
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Names only' }).click()
  await expect(page.locator('#drawing').getByText('number: Integer')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await studio.sheet.press('Escape')
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'In columns by category' }).click()
  await studio.saved()
  await expect(page.getByRole('img', { name: 'Legend of the colours' })).toBeVisible()
  await expect(async () => {
    const x = async (name: string) => (await boxOf(studio.shape(`class ${name}`).locator('rect.shape'))).x
    for (const names of Object.values(categories))
      for (const n of names) expect(Math.abs((await x(n)) - (await x(names[0] ?? '')))).toBeLessThan(1)
    expect(await x('Delivery')).toBeGreaterThan((await x('HoneyLot')) + 90)
    expect(await x('Beekeeper')).toBeGreaterThan((await x('Delivery')) + 90)
  }).toPass()
  await page.reload()
  await expect(studio.shape('class Retailer')).toBeVisible()
  await expect(page.locator('#drawing').getByText('number: Integer')).toHaveCount(0)
})

test('interfaces as balls and sockets, and inherited features on request', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Who offers what to whom' }).click()
  await expect(studio.shape('interface ResultSource')).toBeVisible()
  await expect(studio.shape('interface ResultSource').locator('path.shape')).toHaveCount(1)
  await studio.shape('interface ResultSource').click()
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitem', { name: 'As the diagram says' }).click()
  await expect(studio.shape('interface ResultSource').locator('rect.shape')).toHaveCount(1)
  await expect(studio.shape('interface ResultSource').getByText('+ latest(lot: HoneyLot): TestResult [0..1]')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(studio.shape('interface ResultSource').locator('path.shape')).toHaveCount(1)

  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Apiaries and honey lots' }).click()
  await expect(studio.shape('class JarBatch')).toBeVisible()
  await expect(studio.shape('class JarBatch').getByText('code: Identifier', { exact: false })).toHaveCount(0)
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Inherited features too' }).click()
  // What is private in the general class is not inherited; its operations are there already.
  await expect(studio.shape('class JarBatch').getByText('^ + trace()', { exact: false })).toBeVisible()
})

test('a general model is inserted and adapted', async ({ studio, page }) => {
  await studio.newProject('From a general model')
  await studio.newDiagram('class')
  await page.getByRole('button', { name: 'Begin with a typical model …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Begin with a typical model' })
  expect(await inaccessible(page, { within: '[role="dialog"]' })).toEqual([])
  await dialog.getByRole('button', { name: 'Insert Roles of a party' }).click()
  await expect(studio.shape('abstract class Party')).toBeVisible()
  await expect(page.getByRole('img', { name: /Person is a kind of Party in nature \{disjoint, complete\}/ })).toHaveCount(1)
  await expect(page.locator('#drawing').getByText('nature {disjoint, complete}')).toHaveCount(1)
  await studio.saved()
  // Adapted like anything else; inserted again nothing is there twice.
  await studio.shape('class Supplier').click()
  await page.keyboard.type('Beekeeper')
  await page.keyboard.press('Enter')
  await expect(studio.shape('class Beekeeper')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitem', { name: 'Begin with a typical model …' }).click()
  await dialog.getByRole('button', { name: 'Insert State and history' }).click()
  await expect(studio.shape('class Period')).toBeVisible()
  await expect(studio.shape('abstract class Party')).toHaveCount(1)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(studio.shape('class Period')).toHaveCount(0)
})

test('objects with values and links, and lines that exclude each other', async ({ studio, page }) => {
  await studio.newProject('Examples')
  await studio.newDiagram('class')
  await expect(page.getByText('Nothing here yet')).toBeVisible()
  for (const s of ['1 Beekeeper delivers 0..* HoneyLot', '0..1 Apiary keeps 0..* Hive', '0..1 Trailer carries 0..* Hive'])
    await studio.state(s)

  // Two objects by the keyboard, one with values.
  await studio.sheet.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('o')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name of the new object' })).toBeFocused()
  await page.keyboard.type('anna : Beekeeper')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name of the new object' })).toHaveValue('')
  await page.keyboard.type('lot17 : HoneyLot')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name of the new object' })).toHaveValue('')
  await page.keyboard.press('Escape')
  await expect(studio.shape('object lot17 : HoneyLot')).toBeVisible()
  await studio.shape('object lot17 : HoneyLot').click()
  await studio.entry.getByLabel('Example').fill('lot17 : HoneyLot\nmass = 212.5')
  await studio.entry.getByLabel('Example').press('Control+Enter')
  await expect(studio.shape('object lot17 : HoneyLot').getByText('mass = 212.5')).toBeVisible()
  await studio.entry.getByLabel('Example').fill('lot17 : HoneyLot\nvery heavy')
  await studio.entry.getByLabel('Example').press('Control+Enter')
  await expect(studio.entry.getByText('"very heavy" is no value', { exact: false })).toBeVisible()
  await studio.entry.getByLabel('Example').press('Escape')

  // Only the association between their classes is offered for a link.
  await studio.shape('object anna : Beekeeper').click()
  await page.keyboard.press('Shift+F10')
  await page.getByRole('menuitem', { name: 'Connect with …' }).click()
  await page.getByRole('menuitem', { name: 'object lot17 : HoneyLot' }).click()
  const offered = page.getByRole('menu', { name: 'How are they related?' }).getByRole('menuitem')
  await expect(offered).toHaveText(['A link: 1 Beekeeper delivers 0..* HoneyLot', 'A link of no association yet'])
  await offered.first().click()
  await expect(studio.entry.getByText('For example: anna : Beekeeper delivers lot17 : HoneyLot.')).toBeVisible()

  // {xor} between two lines, read aloud with them.
  const line = (name: RegExp) => page.getByRole('img', { name })
  const point = (name: RegExp) =>
    line(name)
      .locator('path.line')
      .first()
      .evaluate((e) => {
        const path = e as SVGPathElement,
          p = path.getPointAtLength(path.getTotalLength() * 0.6).matrixTransform(path.getScreenCTM() ?? new DOMMatrix())
        return { x: p.x, y: p.y }
      })
  const first = await point(/^association: 0..1 Apiary keeps/)
  const second = await point(/^association: 0..1 Trailer carries/)
  await page.mouse.click(first.x, first.y)
  await page.keyboard.down('Shift')
  await page.mouse.click(second.x, second.y)
  await page.keyboard.up('Shift')
  await page.keyboard.press('Shift+F10')
  await page.getByRole('menuitem', { name: /^Either one or the other/ }).click()
  await expect(studio.shape('constraint xor')).toBeVisible()
  await expect(page.locator('#drawing').getByText('{xor}')).toBeVisible()
  await page.getByRole('button', { name: 'Read aloud' }).click()
  await expect(
    page.getByRole('region', { name: 'Reader' }).getByText('Either this, or: 0..1 Trailer carries 0..* Hive. Never both for one object.'),
  ).toBeVisible()
  await page.reload()
  await expect(studio.shape('constraint xor')).toBeVisible()
  await studio.shape('constraint xor').click()
  await studio.sheet.press('Shift+Delete')
  await expect(studio.shape('constraint xor')).toHaveCount(0)
  await expect(line(/^association: 0..1 Trailer carries/)).toHaveCount(1)

  // What can never be is told, with its reason.
  await studio.state('1 Beekeeper has 2 Hat')
  await studio.state('1 Hat covers 1 Beekeeper')
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Findings/ })
    .click()
  await expect(page.getByText('Each Beekeeper has exactly two Hats.', { exact: false }).first()).toBeVisible()
  await page.getByRole('button', { name: /^Let it be none: 0..2 at Hat/ }).click()
  await expect(page.getByText('Each Beekeeper has exactly two Hats.', { exact: false })).toHaveCount(0)
})
