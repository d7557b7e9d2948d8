import { inaccessible } from './axe'
import { type Box, boxOf, expect, test } from './studio'

const text = `A beekeeper delivers a honey lot with a delivery note to the intake clerk. The intake clerk weighs the lot and enters a lot entry in the lot register. An apiary consists of hives.

The intake clerk hands an intake receipt to the beekeeper. The bees fly in summer.`

test('from the brief to the context diagram and the first level', async ({ studio, page }) => {
  await studio.newProject('Small honey')
  await page.getByRole('button', { name: 'Brief' }).click()
  await page.getByLabel('Title of the section').fill('Intake')
  await page.getByLabel('Text of the section').fill(text)
  await page.getByRole('button', { name: 'Add to the brief' }).click()
  const brief = page.getByRole('main', { name: 'Brief' })
  await expect(brief.getByText('0 of 5 sentences are in the model.')).toBeVisible()
  const candidates = page.getByRole('complementary', { name: 'Candidates' })

  // One keystroke each: the first kind is the likeliest.
  await brief.getByRole('button', { name: 'lot register' }).click()
  await expect(candidates.getByRole('button', { name: /4\s*data store/ })).toBeVisible()
  await page.keyboard.press('4') // where the mouse left off
  await expect(page.getByText('Lot register is a data store now.')).toBeVisible()
  await expect(brief.getByText('0 of 5 sentences are in the model, of 1 only the things.')).toBeVisible()
  await brief.getByRole('button', { name: 'bees' }).click()
  await candidates.getByRole('list', { name: 'Nouns' }).press('x')
  await expect(candidates.getByRole('button', { name: /^bee / })).toHaveCount(0)
  await candidates.getByLabel('Show what was rejected').check()
  await expect(candidates.getByRole('button', { name: /^bee / })).toBeVisible()
  await candidates.getByLabel('Show what was rejected').uncheck()
  await page.reload()
  await expect(brief.getByText('of 1 only the things')).toBeVisible()
  await expect(candidates.getByRole('button', { name: /^bee / })).toHaveCount(0)

  // A statement is proposed where the grammar allows.
  await brief.getByRole('button', { name: 'Add Apiary is made of Hive' }).click()
  await expect(brief.getByText('1 of 5 sentences')).toBeVisible()
  await brief.getByRole('button', { name: 'Not relevant' }).last().click()
  await expect(brief.getByText('1 of 4 sentences')).toBeVisible()

  // Editing keeps what stems from the sentences that stay.
  await brief.getByRole('button', { name: 'Edit the text of Intake' }).click()
  const area = brief.getByLabel(/Text of Intake/)
  await area.fill(`At first there is honey. ${text}`)
  await area.press('Control+Enter')
  await expect(brief.getByText('1 of 5 sentences')).toBeVisible()
  await page.getByRole('button', { name: 'History' }).click()
  await expect(page.getByRole('region', { name: 'History of the brief' }).getByText('At first there is honey.')).toBeVisible()

  // Rows of the activity table are proposed from the sentences.
  await candidates.getByRole('tab', { name: /Activities/ }).click()
  await candidates.getByRole('button', { name: 'Add Beekeeper: deliver honey lot' }).click()
  await studio.saved()
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Activities/ })
    .click()
  const grid = page.getByRole('grid', { name: 'Activity table' })
  await expect(grid.getByRole('gridcell', { name: /^Performer of Beekeeper, deliver honey lot: Beekeeper/ })).toBeVisible()

  // The rest is typed: Tab goes on.
  await grid.getByRole('gridcell', { name: /^Performer of a new row: empty/ }).click()
  await page.keyboard.type('Intake clerk')
  await page.keyboard.press('Tab')
  await expect(grid.getByRole('gridcell', { name: 'Activity of Intake clerk, no activity: empty' })).toBeFocused()
  for (const cell of ['weigh lot', 'delivery note from Beekeeper', 'lot entry to [Lot register]; intake receipt to Beekeeper', 'yes']) {
    await page.keyboard.type(cell)
    await page.keyboard.press('Tab')
  }
  await expect(grid.getByRole('gridcell', { name: 'Transforms data? of Intake clerk, weigh lot: yes' })).toBeVisible()
  await grid.getByRole('gridcell', { name: /^Outputs of Beekeeper/ }).click()
  await page.keyboard.press('F2')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('delivery note to Intake clerk')
  await page.keyboard.press('Enter')
  const follows = page.getByRole('complementary', { name: 'What follows from it' })
  await grid.getByRole('gridcell', { name: /^Performer of Intake clerk, weigh lot: Intake clerk/ }).click()
  await expect(follows.getByText('No flow shows it yet.').first()).toBeVisible()
  await expect(follows.getByText('It processes information: "weigh lot".')).toBeVisible()

  // The context diagram follows by rule.
  await page.getByRole('button', { name: 'Context …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Context diagram from the table' })
  await expect(dialog.getByText('external entity Beekeeper')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take over all of it' }).click()
  await expect(studio.shape('process Small honey')).toBeVisible()
  await expect(studio.shape('external entity Beekeeper')).toBeVisible()
  await expect(page.getByRole('img', { name: /sends "delivery note" to "Small honey"/ })).toHaveCount(1)
  await expect(page.getByRole('img', { name: /sends "intake receipt" to Beekeeper/ })).toHaveCount(1)

  // And the logical first level, with its number and its store.
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Activities/ })
    .click()
  await page.getByRole('button', { name: 'Logical level …' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take over all of it' }).click()
  await expect(studio.shape('process 1 weigh lot')).toBeVisible()
  await expect(studio.shape('data store Lot register')).toBeVisible()
  await expect(page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'First level' })).toHaveAttribute(
    'aria-current',
    'page',
  )

  // When the table changes, the difference is offered; what a person named stays.
  await studio.shape('process 1 weigh lot').dblclick()
  await page.getByRole('textbox', { name: 'Name of the process' }).fill('Receive lot')
  await page.keyboard.press('Enter')
  await expect(studio.shape('process 1 Receive lot')).toBeVisible()
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Activities/ })
    .click()
  await grid
    .getByRole('gridcell', { name: 'Outputs of Intake clerk, weigh lot: lot entry to [Lot register]; intake receipt to Beekeeper' })
    .click()
  await page.keyboard.press('Enter')
  await page.keyboard.type('; refusal to Beekeeper')
  await page.keyboard.press('Enter')
  await studio.saved()
  await page.getByRole('button', { name: 'Logical level …' }).click()
  const again = page.getByRole('dialog', { name: 'Logical first level from the table' })
  await expect(again.getByText('refusal, from weigh lot to Beekeeper')).toBeVisible()
  await again.getByRole('button', { name: /Take over/ }).click()
  await expect(page.getByRole('img', { name: /"Receive lot" sends refusal to Beekeeper/ })).toHaveCount(1)
  await expect(studio.shape('process 1 Receive lot')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByRole('img', { name: /refusal/ })).toHaveCount(0)
})

test('a process is opened, its edge is taken up, moved and closed', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/d/level-1`)
  await studio.shape('process 4 Dispatch jars').click()
  await studio.entry.getByRole('button', { name: 'Decompose' }).click()
  await expect(page.getByRole('application', { name: 'data flow diagram Dispatch jars' })).toBeVisible()
  const edge = page.getByRole('group', { name: 'What waits at the edge' })
  await expect(edge.getByRole('button')).toHaveCount(4)
  await page.keyboard.press('p')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'Name of the new process' }).fill('Pack jars')
  await page.keyboard.press('Tab')
  await expect(studio.shape('process 4.1 Pack jars')).toBeVisible()
  await studio.shape('process 4.1 Pack jars').click()
  await edge.getByRole('button', { name: '→ jar batch entry' }).click()
  await expect(edge.getByRole('button')).toHaveCount(3)
  await edge.getByRole('button', { name: 'dispatch note →' }).click()
  await expect(edge.getByRole('button')).toHaveCount(2)
  await expect(page.getByRole('img', { name: /"Pack jars" sends "dispatch note" to the frame/ })).toHaveCount(1)

  // The statement line knows the level.
  await studio.state('Pack jars sends packing list to Write price list')
  await expect(studio.shape('process 4.2 Write price list')).toBeVisible()
  await studio.shape('process 4.2 Write price list').click()
  await edge.getByRole('button', { name: '→ price entry' }).click()
  await edge.getByRole('button', { name: 'price list →' }).click()
  await expect(edge).toHaveCount(0)

  // Moved one level up, it exchanges the same data beside its old parent.
  await studio.shape('process 4.2 Write price list').click()
  await studio.entry.getByLabel('Move it').selectOption({ label: 'up, beside 4 Dispatch jars' })
  await expect(studio.shape('process 7 Write price list')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(studio.shape('process 7 Write price list')).toHaveCount(0)

  const path = page.getByRole('navigation', { name: 'Path' })
  await path.getByRole('button', { name: '4 Dispatch jars' }).click()
  await path.getByRole('button', { name: 'Remove level' }).click()
  await expect(path.getByRole('button', { name: '4 Dispatch jars' })).toHaveCount(0)
})

test('both notations, duplicates, and decision tables', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/d/level-1`)
  await expect(studio.shape('process 2 Grade lot')).toBeVisible()
  await studio.whole()
  const before = await boxOf(studio.shape('process 2 Grade lot').locator('path.shape'))
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Processes as rounded boxes' }).click()
  await studio.saved()
  await expect(async () => {
    const after = await boxOf(studio.shape('process 2 Grade lot').locator('path.shape'))
    expect(Math.abs(after.x - before.x)).toBeLessThan(2)
    expect(Math.abs(after.width - before.width)).toBeLessThan(2)
  }).toPass()

  await studio.shape('data store Lot register').click()
  await page.getByRole('button', { name: /^Arrange/ }).click()
  await page.getByRole('menuitem', { name: 'Show it once more' }).click()
  const both = page.getByRole('img', { name: 'data store Lot register, shown more than once' })
  await expect(both).toHaveCount(2)
  await page
    .getByRole('img', { name: /"Settle payments" reads "graded lot"/ })
    .locator('text')
    .first()
    .click()
  await studio.entry.getByRole('button', { name: 'Draw it to the other one' }).click()
  await studio.saved()
  await page.keyboard.press('Escape')

  // Or the flow is pulled over to it; then to a free place at the frame, and back by the keyboard.
  const flow = page.getByRole('img', { name: /"Grade lot" writes grade to|the frame.*grade|"Grade lot" sends grade to the frame/ })
  await flow.locator('text').first().click()
  const pull = async (side: string, x: number, y: number) => {
    const handle = await boxOf(page.locator(`[data-part="side-${side}"]`))
    await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
    await page.mouse.down()
    await page.mouse.move(x + 30, y + 20, { steps: 3 })
    await page.mouse.move(x, y, { steps: 3 })
    await page.mouse.up()
    await studio.saved()
  }
  await studio.whole()
  const [one, other] = [await boxOf(both.nth(0)), await boxOf(both.nth(1))]
  const leadsTo = async (box: Box) => {
    const at = await boxOf(page.locator('[data-part="side-to"]'))
    const [x, y] = [at.x + at.width / 2, at.y + at.height / 2]
    return x > box.x - 8 && x < box.x + box.width + 8 && y > box.y - 8 && y < box.y + box.height + 8
  }
  expect(await leadsTo(one)).not.toBe(await leadsTo(other))
  const target = (await leadsTo(one)) ? other : one
  await pull('to', target.x + target.width / 2, target.y + target.height / 2)
  await expect(async () => expect(await leadsTo(target)).toBe(true)).toPass()
  const sheet = await boxOf(studio.sheet)
  await pull('to', sheet.x + sheet.width / 2, sheet.y + sheet.height - 60)
  await expect(page.getByRole('img', { name: '"Grade lot" sends grade to the frame' })).toHaveCount(1)
  await expect(async () => {
    const end = await boxOf(page.locator('[data-part="side-to"]'))
    expect(Math.abs(end.x + end.width / 2 - sheet.x - sheet.width / 2)).toBeLessThan(4)
  }).toPass()
  await studio.sheet.press('ContextMenu')
  await page.getByRole('menuitem', { name: 'Lead elsewhere …' }).click()
  await page.getByRole('menuitem', { name: 'data store Lot register' }).first().click()
  await expect(page.getByRole('img', { name: /"Grade lot" writes grade to "Lot register"/ })).toHaveCount(1)
  await page.keyboard.press('Escape')

  await studio.shape('process 2 Grade lot').click()
  await studio.entry.getByRole('button', { name: 'Decision table …' }).click()
  const table = page.getByRole('dialog', { name: 'Decision table of Grade lot' })
  await expect(table.getByText('Every case is decided, and none twice.')).toBeVisible()
  await table.getByRole('combobox', { name: 'Rule 4, moisture' }).selectOption('up to 18 %')
  await expect(table.getByText('Nothing is decided for moisture: over 20 %, residues found: no.')).toBeVisible()
  await expect(table.getByText(/Rules 2 and 4 both decide/)).toBeVisible()
})

test('the dictionary is checked and linked, and an item has a lineage', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/dictionary`)
  const main = page.getByRole('main', { name: 'Dictionary' })
  await main.getByRole('button', { name: 'delivery note', exact: true }).first().click()
  const entry = page.getByRole('complementary', { name: 'Entry' })
  await expect(entry.getByRole('textbox', { name: 'Contents' })).toHaveValue(
    'beekeeper number + announced mass + harvest date + floral source',
  )
  await entry.getByRole('textbox', { name: 'Contents' }).fill('beekeeper number + [announced mass')
  await entry.getByRole('textbox', { name: 'Contents' }).press('Control+Enter')
  await expect(entry.getByText(/expected \], found the end/)).toBeVisible()
  await entry.getByRole('textbox', { name: 'Contents' }).fill('beekeeper number + announced mass + harvest date + (colour)')
  await entry.getByRole('textbox', { name: 'Contents' }).press('Control+Enter')
  await expect(main.getByRole('button', { name: 'colour +' })).toBeVisible()
  await main.getByRole('button', { name: 'colour +' }).click()
  await entry.getByLabel('Where it comes from').selectOption('elementary')
  await studio.saved()
  // What no longer comes in is found out: floral source reaches the register from nowhere.
  await page.goto(`${studio.address}/p/${id}/findings`)
  await expect(page.getByText(/1\.2 Enter lot puts out floral source/)).toBeVisible()

  await page.goto(`${studio.address}/p/${id}/dictionary`)
  await main.getByRole('button', { name: 'residue value', exact: true }).first().click()
  await entry.getByRole('button', { name: 'Lineage' }).click()
  const way = entry.getByRole('region', { name: 'The way of residue value' })
  await expect(way.getByText('Testing laboratory → 2 Grade lot')).toBeVisible()
  await way.getByRole('button', { name: 'Show on the sheet' }).first().click()
  await expect(page.getByRole('application', { name: /context diagram/ })).toBeVisible()
  await expect(studio.entry.getByText(/receives test result from Testing laboratory|sends test result to/).first()).toBeVisible()

  await page.goto(`${studio.address}/p/${id}/events`)
  await page.getByRole('button', { name: 'New event', exact: true }).click()
  await expect(page.getByText('No process answers it yet.')).toBeVisible()
})

test('bad tables and texts say what is wrong', async ({ studio, page }) => {
  await studio.newProject('Bad input')
  await page
    .getByRole('navigation', { name: 'Path' })
    .getByRole('button', { name: /^Activities/ })
    .click()
  const take = (name: string, buffer: Buffer) => page.getByLabel('CSV in …').setInputFiles({ name, mimeType: 'text/csv', buffer })
  await take('no-activity.csv', Buffer.from('performer,inputs\nA,b'))
  await expect(page.getByText(/The heading lacks activity/)).toBeVisible()
  await take('latin.csv', Buffer.from([0x61, 0x2c, 0xe9, 0x0a]))
  await expect(page.getByText(/latin.csv holds characters that are not UTF-8/)).toBeVisible()
  await take('million.csv', Buffer.from('a,b\n'.repeat(1_000_000)))
  await expect(page.getByText(/more than 2000 rows/)).toBeVisible()
  await take('fine.csv', Buffer.from('performer;activity;inputs\nClerk;=1+1;note from Keeper\n'))
  await expect(page.getByRole('gridcell', { name: 'Activity of Clerk, =1+1: =1+1' })).toBeVisible()
  const answer = await page.request.get(
    await page
      .getByRole('link', { name: 'CSV out' })
      .getAttribute('href')
      .then((h) => studio.address + h),
  )
  expect(await answer.text()).toContain("'=1+1")

  await page.getByRole('navigation', { name: 'Path' }).getByRole('button', { name: 'Brief' }).click()
  await page
    .getByLabel('Choose a file …')
    .setInputFiles({ name: 'long.txt', mimeType: 'text/plain', buffer: Buffer.from('All is well here. '.repeat(300_000)) })
  await expect(page.getByText(/a section of the brief takes at most 1 MB/)).toBeVisible()
  await page
    .getByLabel('Choose a file …')
    .setInputFiles({
      name: 'parts.md',
      mimeType: 'text/markdown',
      buffer: Buffer.from('# One\nA clerk <b>writes</b> a note.\n# Two\nA clerk reads a note.'),
    })
  await expect(page.getByRole('heading', { name: 'Two' })).toBeVisible()
  await expect(page.getByText('<b>', { exact: false }).first()).toBeVisible()
})

test('a term is renamed everywhere, and merged', async ({ studio, page }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/lexicon`)
  await page.getByRole('button', { name: 'Retailer', exact: true }).click()
  const term = page.getByRole('complementary', { name: 'Term' })
  await term.getByLabel('Rename it everywhere to').fill('market stall')
  await expect(term.getByRole('list', { name: 'What renaming would write' }).getByText('Market stall').first()).toBeVisible()
  await term.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(term.getByRole('heading', { name: 'market stall' })).toBeVisible()
  await page.goto(`${studio.address}/p/${id}/d/context`)
  await expect(studio.shape('external entity Market stall')).toBeVisible()
  await page.goto(`${studio.address}/p/${id}/lexicon`)
  await page.getByRole('button', { name: 'price entry', exact: true }).click()
  await term.getByLabel('Merge into').selectOption({ label: 'price' })
  await term.getByRole('button', { name: 'Merge', exact: true }).click()
  await expect(page.getByText('also price entry')).toBeVisible()
})

test('nobody waits between two cells on a slow line', async ({ studio, page }) => {
  await studio.newProject('Slow honey')
  await page.getByRole('button', { name: 'Activities' }).click()
  const grid = page.getByRole('grid', { name: 'Activity table' })
  await studio.slow(300)
  await grid.getByRole('gridcell', { name: /^Performer of a new row/ }).click()
  for (const row of [
    ['Beekeeper', 'deliver honey lot', '', 'delivery note to Intake clerk', 'no'],
    ['Intake clerk', 'weigh lot', 'delivery note from Beekeeper', 'lot entry to [Lot register]', 'perhaps'],
  ]) {
    for (const cell of row) {
      await page.keyboard.type(cell)
      await page.keyboard.press('Tab')
    }
    await page.keyboard.press('Tab') // past the sentences that it is from, to the next row
  }
  // A click elsewhere keeps what was typed as well.
  await page.keyboard.type('Grader')
  await grid.getByRole('gridcell', { name: /^Outputs of Beekeeper/ }).click()
  await page.keyboard.press('F2')
  await page.keyboard.type('; honey lot')
  await page.getByRole('heading', { name: 'Activities' }).click()
  await studio.saved()
  await expect(
    grid.getByRole('gridcell', { name: 'Transforms data? of Intake clerk, weigh lot: perhaps Not kept: "perhaps" is neither yes nor no.' }),
  ).toHaveAttribute('aria-invalid', 'true')
  await grid.getByRole('gridcell', { name: 'Transforms data? of Intake clerk, weigh lot' }).click()
  await page.keyboard.type('yes')
  await page.keyboard.press('Enter')
  await studio.saved()
  await page.reload()
  for (const [i, text] of [
    'Beekeeper outside deliver honey lot delivery note to Intake clerk honey lot ? from whom, or to whom no',
    'Intake clerk inside weigh lot delivery note from Beekeeper lot entry to [Lot register] yes',
    'Grader outside',
  ].entries()) {
    await expect(grid.getByRole('row').nth(i + 1)).toHaveText(
      new RegExp(
        text
          .split(' ')
          .map((w) => w.replace(/[?[\]]/g, '\\$&'))
          .join('\\s*'),
      ),
    )
  }
  await expect(grid.getByRole('row')).toHaveCount(5)
})

test('what somebody else wrote into a section is not written over unseen', async ({ studio, page, context }) => {
  const id = await studio.copyOfDemo()
  const other = await context.newPage()
  for (const window of [page, other]) {
    await window.goto(`${studio.address}/p/${id}/brief`)
    await window.getByRole('button', { name: 'Edit the text of Members and deliveries' }).click()
  }
  const [mine, theirs] = [page, other].map((w) => w.getByLabel(/Text of Members and deliveries/))
  if (!mine || !theirs) throw new Error('no windows')
  const text = await mine.inputValue()
  await theirs.fill(`${text} Hives are painted.`)
  await theirs.press('Control+Enter')
  await expect(other.getByText('Hives are painted.')).toBeVisible()
  await expect(page.getByRole('status', { name: 'Saved state' })).toContainText('Saved · revision 1') // it has heard of it
  await mine.fill(`${text} Hives are counted.`)
  await mine.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('Somebody else changed this section while you typed.')
  await expect(page.getByLabel('Their text')).toContainText('Hives are painted.')
  await expect(mine).toHaveValue(/Hives are counted/)
  await expect(other.getByText('Hives are painted.')).toBeVisible()
  await mine.fill(`${text} Hives are painted. Hives are counted.`)
  await mine.press('Control+Enter')
  await expect(other.getByText('Hives are counted.')).toBeVisible()
  await expect(other.getByText('Hives are painted.')).toBeVisible()
})

test('two windows write into one table', async ({ studio, page, context }) => {
  const id = await studio.importDemo()
  await page.goto(`${studio.address}/p/${id}/activities`)
  const other = await context.newPage()
  await other.goto(`${studio.address}/p/${id}/activities`)
  const cell = (p: typeof page) => p.getByRole('gridcell', { name: /^Activity of Food inspector/ })
  await cell(page).click()
  await page.keyboard.press('F2')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('ask for a recall')
  await page.keyboard.press('Enter')
  await expect(cell(other)).toHaveText('ask for a recall')
  await other.reload()
  await expect(cell(other)).toHaveText('ask for a recall')
})

test('the new pages are accessible', async ({ studio, page }) => {
  const id = await studio.copyOfDemo()
  for (const stage of ['brief', 'activities', 'dictionary', 'events', 'lexicon']) {
    await page.goto(`${studio.address}/p/${id}/${stage}`)
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible()
    expect(await inaccessible(page), stage).toEqual([])
  }
})

test('who is inside is decided for one while another decision is on its way', async ({ studio, page }) => {
  await studio.copyOfDemo()
  await studio.path.getByRole('button', { name: /^Activities/ }).click()
  const sides = page.getByRole('region', { name: 'Inside and outside' })
  await expect(sides.getByText('Beekeeper', { exact: true })).toBeVisible()
  await studio.slow(800)
  const put = sides.getByRole('button', { name: /^Put / })
  const many = await put.count()
  for (const why of ['by contract', 'by custom']) {
    await put.first().click()
    await page.keyboard.type(why)
    await page.keyboard.press('Enter')
  }
  await expect(sides.getByText('by contract')).toBeVisible()
  await expect(sides.getByText('by custom')).toBeVisible()
  await expect(put).toHaveCount(many - 2)
  await studio.saved()
  await page.reload()
  await expect(sides.getByText('by contract')).toBeVisible()
  await expect(sides.getByText('by custom')).toBeVisible()
})
