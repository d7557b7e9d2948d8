import AxeBuilder from '@axe-core/playwright'

import { expect, test } from './studio'

test('reworks are shown before they are done, and undone as one', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const dialog = page.getByRole('dialog')
  const does = dialog.getByRole('region', { name: 'What this does' })

  // An attribute becomes a class.
  await studio.shape('class TestResult').click()
  await studio.lexicon.getByRole('button', { name: 'Rework …' }).click()
  await dialog.getByRole('radio', { name: 'Make a class of an attribute' }).check()
  await dialog.getByRole('radio', { name: /residues/ }).check()
  await expect(does.getByText('class Residue')).toBeVisible()
  await expect(does.getByText('? TestResult – 0..* Residue as residues')).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze()
  expect(violations).toEqual([])
  if (process.env.LOOK) await page.screenshot({ path: '/tmp/rework.png' })
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
  await studio.lexicon.getByRole('button', { name: 'Rework …' }).click()
  await dialog.getByRole('radio', { name: 'Take another class into TestResult' }).check()
  await dialog.getByLabel('Which one').selectOption('HoneyLot')
  await expect(does.getByText('TestResult has moisture too', { exact: false })).toHaveCount(0) // both say the same
  await expect(does.getByText('class HoneyLot', { exact: false }).first()).toBeVisible()
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
  await expect(studio.lexicon.getByRole('heading', { name: 'association' })).toBeVisible()
  await studio.lexicon.getByRole('button', { name: 'Rework …' }).press('Enter')
  await dialog.getByRole('radio', { name: 'Say something else between Beekeeper and Apiary' }).check()
  await dialog.getByRole('radio', { name: 'Beekeeper brings Apiaries together' }).check()
  await expect(does.getByText('1 Beekeeper brings together (keeps) 0..* Apiary')).toBeVisible()
  await dialog.getByRole('button', { name: 'Do it' }).press('Enter')
  await expect(page.getByRole('img', { name: /^association: 1 Beekeeper brings together 0..\* Apiary/ })).toHaveCount(1)

  // An end says more than its multiplicity.
  await studio.lexicon.getByRole('button', { name: 'More of the end at Apiary' }).click()
  await studio.lexicon.getByLabel('Followed to it').selectOption('yes')
  await studio.lexicon.getByRole('checkbox', { name: 'Ordered' }).click()
  await expect(page.getByRole('img', { name: /Apiary \{ordered, navigable\}/ })).toHaveCount(1)
})
