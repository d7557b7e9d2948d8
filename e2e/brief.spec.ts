import { expect, test } from './studio'

// A brief of another trade, worked through by keys alone, and by selecting words.

const text = `A reader sends a loan request to the lending desk. The desk clerk checks the loan request. She looks up the book in the shelf list. The desk clerk enters the loan in the loan register. She hands a loan slip to the reader. The stacks assistant receives the fetch slip from the desk clerk. He files the fetch slip in the slip box. A reader returns a reader card to the desk clerk. The desk clerk prepares a reminder and sends it to the reader. The accountant receives the fee list from the desk clerk. She records the fees in the cash book. The accountant sends a bill to the reader.

A library has a name and an address. A library owns one or more shelves. Each shelf holds up to forty books. Each book belongs to exactly one shelf. A book has a title and a price. Every loan is for exactly one book and exactly one reader. A reader is either a student or a guest. Each loan has a start date and an end date.`

test('a brief of twenty sentences becomes context, first level and class diagram by keys alone', async ({ studio, page }) => {
  await studio.newProject('Lending desk')
  const keys = page.keyboard
  await studio.path.getByRole('button', { name: /^Brief/ }).focus()
  await keys.press('Enter')
  await page.getByLabel('Title of the section').fill('Library')
  await page.getByLabel('Text of the section').fill(text)
  await page.getByRole('button', { name: 'Add to the brief' }).focus()
  await keys.press('Enter')
  const brief = page.getByRole('main', { name: 'Brief' })
  await expect(brief.getByText('0 of 20 sentences are in the model.')).toBeVisible()
  const candidates = page.getByRole('complementary', { name: 'Candidates' })
  const nouns = candidates.getByRole('list', { name: 'Nouns' })

  // The nouns: the keyboard stays in the list from one to the next.
  await expect(nouns.getByRole('button').first()).toBeVisible()
  await nouns.focus()
  await keys.press('ArrowDown')
  for (let i = 0; i < 60; i++) {
    const chosen = candidates.getByRole('button', { expanded: true })
    if ((await chosen.count()) === 0) break
    const name = (await chosen.textContent()) ?? ''
    const left = await candidates.getByRole('tab', { name: /^Nouns/ }).textContent()
    const digit = /^(book|shelf|library)/.test(name) ? '1' : /^(loan register|shelf list|slip box|cash book)/.test(name) ? '4' : 'x'
    await keys.press(digit)
    await expect(candidates.getByRole('tab', { name: /^Nouns/ })).not.toHaveText(left ?? '')
    await expect(nouns.or(candidates.getByText('Nothing is left to decide here.')).first()).toBeVisible()
    if (await candidates.getByText('Nothing is left to decide here.').isVisible()) break
    await expect(nouns).toBeFocused()
  }
  await expect(candidates.getByRole('tab', { name: 'Nouns 0' })).toBeVisible()

  // The statements and the activities: Enter takes one after the other.
  for (const tab of ['Statements', 'Activities']) {
    await candidates.getByRole('tab', { name: new RegExp(`^${tab}`) }).focus()
    await keys.press('Enter')
    const list = candidates.getByRole('list', { name: tab })
    await expect(list.getByRole('button').first()).toBeVisible()
    await list.focus()
    for (let i = 0; i < 40 && (await list.getByRole('button').count()) > 0; i++) {
      const before = await list.getByRole('button').count()
      await expect(list.getByRole('button').first()).toBeFocused()
      await keys.press('Enter')
      await expect(list.getByRole('button')).toHaveCount(before - 1)
    }
  }
  await expect(brief.getByText('20 of 20 sentences are in the model.')).toBeVisible()
  await studio.saved()

  // The context diagram and the first level follow from the table.
  const activities = studio.path.getByRole('button', { name: /^Activities/ })
  await activities.focus()
  await keys.press('Enter')
  await page.getByRole('button', { name: 'Context …' }).focus()
  await keys.press('Enter')
  await page.getByRole('dialog').getByRole('button', { name: 'Take over all of it' }).focus()
  await keys.press('Enter')
  await expect(studio.shape('external entity Reader')).toBeVisible()
  await expect(page.getByRole('img', { name: /Reader sends "loan request"/ })).toHaveCount(1)
  await expect(studio.shape('external entity Desk clerk'), 'who works inside is no entity').toHaveCount(0)
  await activities.focus()
  await keys.press('Enter')
  await page.getByRole('button', { name: 'Logical level …' }).focus()
  await keys.press('Enter')
  await page.getByRole('dialog').getByRole('button', { name: 'Take over all of it' }).focus()
  await keys.press('Enter')
  await expect(studio.shape('data store Loan register')).toBeVisible()

  // And a class diagram of what the sentences say of things.
  await studio.newDiagram('class')
  await studio.state('1 Library owns 1..* Shelf')
  await expect(studio.shape('class Shelf')).toBeVisible()
})

test('words of the brief are taken by selecting them with the mouse, and by typing them', async ({ studio, page }) => {
  await studio.newProject('Lock gates')
  await studio.path.getByRole('button', { name: /^Brief/ }).click()
  await page.getByLabel('Text of the section').fill('The keeper notes the level in the sluice log. Each lock has two gates.')
  await page.getByRole('button', { name: 'Add to the brief' }).click()
  const brief = page.getByRole('main', { name: 'Brief' })
  const candidates = page.getByRole('complementary', { name: 'Candidates' })

  // A whole sentence says a statement.
  const sentence = brief.locator('[id^=sentence-]').nth(1).getByRole('paragraph').first()
  await expect(sentence).toContainText('Each lock has two gates.')
  await sentence.click({ clickCount: 3, position: { x: 5, y: 14 } })
  await brief
    .getByRole('group', { name: /What “Each lock has two gates\.” becomes/ })
    .getByRole('button', { name: 'Add Lock has 2 Gate' })
    .click()
  await expect(page.getByText('Added: Lock has 2 Gate.')).toBeVisible()
  await expect(brief.getByText('1 of 2 sentences are in the model.')).toBeVisible()

  // Words are a term, by the same digits as everywhere; a click on a mark and a digit too.
  await candidates.getByRole('textbox', { name: 'Other words of the brief' }).fill('the level')
  await page.keyboard.press('Enter')
  await expect(brief.getByRole('group', { name: /What “the level” becomes/ }).getByRole('button', { name: /^1/ })).toBeVisible()
  await page.keyboard.press('5')
  await expect(page.getByText('level is there as data item.')).toBeVisible()
  await brief.getByRole('button', { name: 'sluice log' }).click()
  await page.keyboard.press('4')
  await expect(page.getByText('Sluice log is a data store now.')).toBeVisible()
  await brief.getByRole('button', { name: 'keeper' }).click()
  await expect(candidates.getByText('inside, no external entity')).toBeVisible()
  await page.keyboard.press('7')
  await expect(page.getByText('What Keeper does is in the activity table.')).toBeVisible()
  await expect(brief.getByText('2 of 2 sentences are in the model.')).toBeVisible()
})

test('on a slow line each key takes one word, and none twice', async ({ studio, page }) => {
  await studio.newProject('Slow quay')
  await studio.path.getByRole('button', { name: /^Brief/ }).click()
  await page.getByLabel('Text of the section').fill('The pilot boards the ship. The crane lifts the crate.')
  await page.getByRole('button', { name: 'Add to the brief' }).click()
  const nouns = page.getByRole('complementary', { name: 'Candidates' }).getByRole('list', { name: 'Nouns' })
  await expect(nouns.getByRole('button')).toHaveCount(4)
  await page.route('**/api/**', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 400))
    await route.continue()
  })
  await nouns.focus()
  await page.keyboard.press('ArrowDown')
  for (const key of ['1', '1', '1', 'x']) await page.keyboard.press(key)
  await expect(nouns.getByText('Nothing is left to decide here.')).toBeVisible()
  await studio.saved()
  await expect(studio.path.getByRole('button', { name: /^Classes\s*3/ })).toBeVisible()
})
