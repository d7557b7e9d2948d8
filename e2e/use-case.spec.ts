import { inaccessible } from './axe'
import { boxOf, expect, test } from './studio'

test('a use case diagram from nothing, by sentences and by the pointer', async ({ studio, page }) => {
  await studio.newProject('Heather honey')
  await studio.newDiagram('use case')
  await expect(page.getByRole('application', { name: 'use case diagram Use cases' })).toBeVisible()
  // The boundary first: what is made afterwards goes into it.
  await studio.sheet.press('b')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new system boundary' }).fill('Cooperative')
  await page.keyboard.press('Tab')
  await expect(studio.shape('system boundary Cooperative')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await studio.sheet.press('u')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new use case' }).fill('Register delivery')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new use case' }).fill('Trace a recall')
  await page.keyboard.press('Tab')
  await expect(studio.shape('use case Trace a recall')).toBeVisible()
  await expect(async () => {
    const [boundary, oval] = [
      await boxOf(studio.shape('system boundary Cooperative').locator('rect')),
      await boxOf(studio.shape('use case Trace a recall').locator('path.shape')),
    ]
    expect(oval.x).toBeGreaterThan(boundary.x)
    expect(oval.x + oval.width).toBeLessThan(boundary.x + boundary.width)
  }).toPass()

  await studio.state('Beekeeper starts Register delivery')
  await studio.state('Food inspector starts Trace a recall')
  await studio.state('Trace a recall includes Identify lots')
  await studio.state('Testing laboratory supports register delivery')
  await expect(studio.shape('actor Beekeeper')).toBeVisible()
  await expect(page.getByRole('img', { name: 'include: "Trace a recall" includes "Identify lots"' })).toHaveCount(1)
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Arrange', exact: true }).click()
  await studio.saved()
  await expect(async () => {
    const at = async (name: string) => (await boxOf(studio.shape(name))).x
    expect(await at('actor Beekeeper')).toBeLessThan(await at('use case Register delivery'))
    expect(await at('actor Testing laboratory')).toBeGreaterThan(await at('use case Register delivery'))
  }).toPass()

  // Pulled from an actor to a use case: in sentences.
  await studio.shape('actor Beekeeper').click()
  const handle = await boxOf(page.locator('[data-part="connect"] circle'))
  const target = await boxOf(studio.shape('use case Trace a recall').locator('path.shape'))
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
  await page.mouse.down()
  await page.mouse.move(target.x + 40, target.y + 30, { steps: 4 })
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2, { steps: 4 })
  await page.mouse.up()
  await page.getByRole('menuitem', { name: 'Beekeeper supports “Trace a recall”' }).click()
  await expect(page.getByRole('img', { name: 'participation: Beekeeper supports "Trace a recall"' })).toHaveCount(1)
  await studio.entry.getByRole('radio', { name: 'takes part' }).click()
  await expect(page.getByRole('img', { name: 'participation: Beekeeper takes part in "Trace a recall"' })).toHaveCount(1)
  await expect(studio.entry.getByText('In Trace a recall, Beekeeper takes part; it is not said who starts it.')).toBeVisible()

  // Dropped into the boundary it is in it; Identify lots came by a sentence and is.
  await studio.shape('use case Identify lots').click()
  await expect(studio.entry.getByRole('checkbox', { name: 'Within Cooperative' })).toBeChecked()
  await page.reload()
  await expect(studio.shape('use case Identify lots')).toBeVisible()
})

test('the use case diagram of the demo from sentences alone, with two descriptions', async ({ studio, page }) => {
  await studio.newProject('Heatherfold')
  await studio.newDiagram('use case')
  await expect(studio.sheet).toBeVisible()
  const told = [
    'Beekeeper starts Register delivery',
    'Intake clerk supports Register delivery',
    'Grader starts Request sample test',
    'Testing laboratory supports Request sample test',
    'Grader starts Record grade',
    'Testing laboratory supports Record grade',
    'Blender starts Plan blend',
    'Blender starts Bottle blend',
    'Dispatcher starts Dispatch jars',
    'Retailer supports Dispatch jars',
    'Food inspector starts Trace a recall',
    'Quality officer supports Trace a recall',
    'Bookkeeper starts Settle month',
    'Beekeeper supports Settle month',
    'Register delivery includes Identify lots',
    'Trace a recall includes Identify lots',
    'Print labels extends Bottle blend at labels when the jars are new',
  ]
  for (const text of told) await studio.state(text)
  await page.keyboard.press('Escape')
  await studio.statement.fill('arrange')
  await page.getByRole('option', { name: /^Arrange (all|the selection)$/ }).click()
  await studio.saved()
  await expect(page.getByRole('img', { name: /^use case / })).toHaveCount(10)
  await expect(page.getByRole('img', { name: /^actor / })).toHaveCount(10)
  await expect(page.getByRole('img', { name: /^(participation|include|extend): / })).toHaveCount(told.length)
  await page.getByRole('button', { name: 'Read aloud' }).click()
  await expect(
    page.getByRole('region', { name: 'Reader' }).getByText('When the jars are new, “Print labels” is added to “Bottle blend” at labels.'),
  ).toBeVisible()

  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Use cases 0 of 10/ })
    .click()
  const main = page.getByRole('main', { name: 'Use cases' })
  for (const [name, text, steps] of [
    [
      'Trace a recall',
      'Food inspector sends the recall demand\ninclude Identify lots\nSystem follows the lots\n2a Nothing is found\nends with failure',
      3,
    ],
    ['Bottle blend', 'Blender mixes the lots\nSystem writes the blend entry\n*a The power fails\nBlender waits\ngoes on at 1', 2],
  ] as const) {
    await main
      .getByRole('list', { name: 'All use cases' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click()
    await main.getByRole('textbox', { name: 'Steps, one a line' }).fill(text)
    await page.keyboard.press('Control+Enter')
    await expect(main.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(steps)
    await main.getByLabel('Goal', { exact: true }).fill(`${name} is done`)
    await page.keyboard.press('Tab')
    await studio.saved()
  }
  await main.getByRole('combobox', { name: 'Step of labels' }).selectOption('at step 2')
  await expect(page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: /^Use cases 2 of 10/ })).toBeVisible()
  // Only the description is printed.
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('#printed').getByText('2 System writes the blend entry')).toBeVisible()
  await expect(main).toBeHidden()
  await page.emulateMedia({ media: 'screen' })
  await expect(main).toBeVisible()
})

test('a use case is dropped into a boundary, which takes along what it holds', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/d/use-cases`)
  await studio.shape('use case Plan blend').click()
  await studio.entry.getByRole('checkbox', { name: 'Within Heatherfold Honey Cooperative' }).click()
  await expect(studio.entry.getByRole('checkbox', { name: 'Within Heatherfold Honey Cooperative' })).not.toBeChecked()
  await expect(studio.entry.getByText(/stands outside of Heatherfold Honey Cooperative/)).toBeVisible()
  const oval = studio.shape('use case Plan blend').locator('path.shape')
  const from = await boxOf(oval)
  await page.mouse.move(from.x + from.width / 2, from.y + 6)
  await page.mouse.down()
  await page.mouse.move(from.x + from.width / 2 + 14, from.y + 12, { steps: 3 })
  await page.mouse.up()
  await expect(studio.entry.getByRole('checkbox', { name: 'Within Heatherfold Honey Cooperative' })).toBeChecked()
  await page.keyboard.press('Escape')
  const before = await boxOf(oval)
  const boundary = studio.shape('system boundary Heatherfold Honey Cooperative')
  const title = await boxOf(boundary.locator('text').first())
  await page.mouse.move(title.x + title.width / 2, title.y + title.height / 2)
  await page.mouse.down()
  await page.keyboard.down('Alt')
  await page.mouse.move(title.x + title.width / 2 + 30, title.y + title.height / 2 + 20, { steps: 3 })
  await page.mouse.up()
  await page.keyboard.up('Alt')
  await studio.saved()
  await expect(async () => {
    const after = await boxOf(oval)
    expect(Math.abs(after.x - before.x - 30)).toBeLessThan(3)
    expect(Math.abs(after.y - before.y - 20)).toBeLessThan(3)
  }).toPass()
})

test('a description is typed, its steps are moved with their alternatives', async ({ studio, page }) => {
  await studio.newProject('Described honey')
  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Use cases', exact: true }).click()
  const main = page.getByRole('main', { name: 'Use cases' })
  for (const name of ['Identify lots', 'Register delivery']) {
    await main.getByLabel('Name of a new use case').fill(name)
    await main.getByRole('button', { name: 'Add', exact: true }).first().click()
    await expect(main.getByRole('region', { name: `Description of ${name}` })).toBeVisible()
  }
  const steps = main.getByRole('textbox', { name: 'Steps, one a line' })
  await steps.fill('Beekeeper hands over the delivery note\ninclude identify lots\nSystem writes the lot entry\n9a Nobody comes')
  await steps.press('Control+Enter')
  await expect(main.getByRole('alert')).toHaveText('Line 4: there is no step 9.')
  await expect(steps).toHaveValue(/9a Nobody comes/)
  await steps.fill(
    'Beekeeper hands over the delivery note\ninclude identify lots\nSystem writes the lot entry\n1a The note is missing\nClerk writes one\ngoes on at 2\n3a The register is full\nends with failure',
  )
  await steps.press('Control+Enter')
  await expect(main.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(3)
  await expect(main.getByText('Every “Register delivery” includes “Identify lots”.')).toBeVisible()
  await expect(main.getByRole('region', { name: '1a The note is missing' }).getByText('1a1')).toBeVisible()
  await expect(main.getByText('goes on at 2')).toBeVisible()

  // The first step goes down: its alternative goes with it, the numbers follow.
  await main.getByRole('button', { name: 'Move step 1 down' }).click()
  await expect(main.getByRole('region', { name: '2a The note is missing' })).toBeVisible()
  await expect(main.getByText('goes on at 1')).toBeVisible()
  await main.getByRole('button', { name: 'Move step 2 up' }).focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(main.getByRole('region', { name: '1a The note is missing' })).toBeVisible()

  await main.getByRole('tab', { name: 'Actor and system' }).click()
  await expect(
    main.getByRole('table', { name: 'What actor and system do' }).getByRole('row', { name: /3.*writes the lot entry/ }),
  ).toBeVisible()
  await main.getByLabel('Goal', { exact: true }).fill('the lot is known')
  await page.keyboard.press('Tab')
  await studio.saved()
  await page.reload()
  await main
    .getByRole('list', { name: 'All use cases' })
    .getByRole('button', { name: /^Register delivery/ })
    .click()
  await expect(main.getByLabel('Goal', { exact: true })).toHaveValue('the lot is known')
  await main.getByRole('button', { name: 'include Identify lots' }).click()
  await expect(main.getByRole('region', { name: 'Description of Identify lots' })).toBeVisible()
})

test('what somebody else wrote into the steps is not written over unseen', async ({ studio, page, context }) => {
  const id = await studio.copyOfDemo()
  const other = await context.newPage()
  for (const window of [page, other]) {
    await window.goto(`${studio.address}/p/${id}/use-cases?case=use-print-labels`)
    await window.getByRole('tab', { name: 'Edit as text' }).click()
  }
  const [mine, theirs] = [page, other].map((w) => w.getByRole('textbox', { name: 'Steps, one a line' }))
  if (!mine || !theirs) throw new Error('no windows')
  const text = await mine.inputValue()
  await mine.fill(`${text}3 Printer cuts the labels\n`)
  await theirs.fill(text.replace('2 System prints', '2 Somebody waits\n3 System prints'))
  await theirs.press('Control+Enter')
  await expect(other.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(3)
  await mine.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('Somebody else changed these steps while you typed.')
  await expect(mine).toHaveValue(/Printer cuts the labels/)
  await expect(page.getByRole('group', { name: 'Their text' })).toContainText('2 Somebody waits')
  // A look at theirs loses nothing, and writes nothing.
  await page.getByRole('tab', { name: 'Steps' }).click()
  await expect(page.getByText('Somebody waits', { exact: true })).toBeVisible()
  await page.getByRole('tab', { name: 'Edit as text' }).click()
  await expect(mine).toHaveValue(/Printer cuts the labels/)
  await mine.fill(`${text}3 Printer cuts the labels\n4 Somebody waits\n`)
  await mine.press('Control+Enter')
  await expect(page.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(4)
})

test('proposals and starters are taken over, and one term has many faces', async ({ studio, page }) => {
  await studio.newProject('Proposed honey')
  await studio.newDiagram('context')
  await expect(page.getByRole('application', { name: 'context diagram Proposed honey' })).toBeVisible()
  await studio.state('Beekeeper sends delivery note to Proposed honey')
  const path = page.getByRole('navigation', { name: 'Path' })
  await path.getByRole('button', { name: 'Use cases', exact: true }).click()
  const main = page.getByRole('main', { name: 'Use cases' })
  await main.getByRole('button', { name: 'Add the use case Hand in delivery note' }).click()
  await expect(
    main.getByRole('list', { name: 'All use cases' }).getByRole('button', { name: /Hand in delivery note.*Beekeeper/ }),
  ).toBeVisible()
  await expect(main.getByRole('button', { name: 'Add the use case Hand in delivery note' })).toHaveCount(0)
  await main.getByRole('button', { name: 'Starters …' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Insert Decide on requests' }).click()
  await expect(main.getByRole('list', { name: 'All use cases' }).getByRole('button', { name: /Withdraw request/ })).toBeVisible()
  await path.getByRole('button', { name: 'Decide on requests' }).click()
  await expect(studio.shape('actor Decider')).toBeVisible()
  await path.getByRole('button', { name: 'Lexicon', exact: true }).click()
  await page.getByRole('button', { name: 'Beekeeper', exact: true }).click()
  await expect(page.getByRole('button', { name: 'actor Beekeeper', exact: true })).toBeEnabled()
  await expect(page.getByRole('button', { name: 'external entity Beekeeper', exact: true })).toBeVisible()
})

test('use cases are accessible', async ({ studio, page }) => {
  const id = await studio.copyOfDemo()
  for (const place of [`d/use-cases`, 'use-cases']) {
    await page.goto(`${studio.address}/p/${id}/${place}`)
    await expect(place === 'use-cases' ? page.getByRole('heading', { level: 2 }).first() : studio.shape('actor Beekeeper')).toBeVisible()
    expect(await inaccessible(page), place).toEqual([])
  }
})

test('a term in a step leads to its entry in the lexicon', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/use-cases`)
  const main = page.getByRole('main', { name: 'Use cases' })
  await main
    .getByRole('list', { name: 'All use cases' })
    .getByRole('button', { name: /^Register delivery/ })
    .click()
  const term = main.getByRole('list', { name: 'Steps' }).getByRole('button', { name: 'Beekeeper', exact: true }).first()
  await term.focus()
  await page.keyboard.press('Enter')
  const entry = page.getByRole('complementary', { name: 'Term' })
  await expect(entry.getByRole('heading', { name: 'Beekeeper' })).toBeVisible()
  await expect(page).toHaveURL(/lexicon$/)
  await page.goBack()
  await expect(main.getByRole('list', { name: 'All use cases' })).toBeVisible()
})

test('a package is a folder around what is in it', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/d/use-cases`)
  await expect(studio.shape('use case Plan blend')).toBeVisible()
  await studio.statement.focus()
  await page.keyboard.press('Escape')
  await studio.sheet.press('k')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new package' }).fill('Blending')
  await page.keyboard.press('Tab')
  await expect(studio.shape('package Blending')).toBeVisible()
  for (const name of ['Plan blend', 'Bottle blend']) {
    await page.keyboard.press('Escape')
    await studio.shape(`use case ${name}`).click()
    await studio.entry.getByLabel('In the package').selectOption('Blending')
    await studio.saved()
  }
  await expect(async () => {
    const folder = await boxOf(studio.shape('package Blending'))
    for (const name of ['Plan blend', 'Bottle blend']) {
      const oval = await boxOf(studio.shape(`use case ${name}`).locator('path.shape'))
      expect(oval.x).toBeGreaterThan(folder.x)
      expect(oval.y + oval.height).toBeLessThan(folder.y + folder.height)
    }
  }).toPass()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('Undo: Put use case Bottle blend into package Blending.')).toBeVisible()

  // A note hangs on the folder by a dashed line, and arranging keeps what is not in
  // the folder out of it.
  await page.keyboard.press('Control+Shift+z')
  await studio.saved()
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Arrange', exact: true }).click()
  await studio.saved()
  await expect(async () => {
    const folder = await boxOf(studio.shape('package Blending'))
    for (const name of ['Register delivery', 'Trace a recall', 'Settle month', 'Print labels', 'Dispatch jars']) {
      const oval = await boxOf(studio.shape(`use case ${name}`).locator('path.shape'))
      const apart =
        oval.x > folder.x + folder.width
        || oval.x + oval.width < folder.x
        || oval.y > folder.y + folder.height
        || oval.y + oval.height < folder.y
      expect(apart, name).toBe(true)
    }
  }).toPass()
})

test('what the texts name and the model lacks is told, and added', async ({ studio, page }) => {
  await studio.newProject('Small honey')
  await page.getByRole('button', { name: 'Brief' }).click()
  await page.getByLabel('Title of the section').fill('Intake')
  await page
    .getByLabel('Text of the section')
    .fill(
      'Each lot has a beekeeper. The clerk works out a payment for each lot. The beekeeper gets the payment each month. A payment depends on grade and mass. A bonus is added. A bonus is paid for heather honey. The bonus is small.',
    )
  await page.getByRole('button', { name: 'Add to the brief' }).click()
  const candidates = page.getByRole('complementary', { name: 'Candidates' })
  await page.getByRole('main', { name: 'Brief' }).getByRole('button', { name: 'lot', exact: true }).first().click()
  await candidates.getByRole('button', { name: /class$/ }).click()
  await studio.saved()
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Findings/ })
    .click()
  const findings = page.getByRole('main', { name: 'Findings' })
  await expect(findings.getByText('“payment” stands in 3 sentences, and nowhere in the model.')).toBeVisible()
  await findings.getByRole('button', { name: 'Add the class Payment' }).click()
  await expect(findings.getByText('“payment” stands')).toHaveCount(0)
  const bonus = findings.getByRole('listitem').filter({ hasText: '“bonus” stands in 3 sentences' })
  await bonus.getByRole('button', { name: 'It is no concept here' }).click()
  await expect(findings.getByText('“bonus” stands')).toHaveCount(0)
  await page.reload()
  await expect(findings.getByText('What is Payment')).toHaveCount(0)
  await expect(findings.getByText('“bonus” stands')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(findings.getByText('“bonus” stands')).toBeVisible()
})
