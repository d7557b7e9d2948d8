import { inaccessible } from './axe'
import { expect, test } from './studio'

for (const shade of ['light', 'dark'] as const) {
  test(`every screen passes the axe check, ${shade}`, async ({ studio, page }) => {
    test.setTimeout(300_000) // it looks at some twenty screens
    await page.emulateMedia({ colorScheme: shade })
    // The drawing holds many texts: it is looked at where it changes, else what is around it.
    const check = async (screen: string, drawing = false) => {
      const rules = shade === 'dark' ? ['color-contrast'] : undefined // nothing else differs
      expect(await inaccessible(page, { rules, without: drawing ? undefined : '#drawing' }), screen).toEqual([])
    }
    await page.goto(studio.address)
    await expect(page.getByRole('link').first()).toBeVisible()
    await check('projects')
    await studio.copyOfDemo()
    await check('sheet', true)
    await page.keyboard.press('Alt+,')
    await page.keyboard.press('Alt+.')
    await expect(page.getByRole('button', { name: 'Unfold the path' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Unfold the entry' })).toBeVisible()
    await check('sheet with both sides folded')
    await page.keyboard.press('Alt+,')
    await page.keyboard.press('Alt+.')
    await studio.shape('class HoneyLot').click()
    await expect(studio.entry.getByLabel('Features')).toBeVisible()
    await page.getByRole('button', { name: 'Read aloud' }).click()
    await expect(page.getByRole('region', { name: 'Reader' }).getByText('Each Apiary is made of')).toBeVisible()
    await check('selection and reader')
    await page.keyboard.press('Escape')
    await studio.statement.fill('Hive houses 1..* Colony')
    await expect(page.getByRole('option').first()).toBeVisible()
    await check('statement')
    await studio.statement.press('Escape')
    await page.keyboard.press('Escape')
    await page
      .getByRole('img', { name: /^association: 1 Beekeeper keeps/ })
      .locator('.hit')
      .click({ force: true })
    await expect(studio.entry.getByRole('radio', { name: 'Curved' })).toBeVisible()
    await check('a line')
    await studio.sheet.focus()
    await page.keyboard.press('Control+a')
    await expect(studio.entry.getByRole('heading', { name: '20 selected' })).toBeVisible()
    await check('many', shade === 'dark')
    for (const menu of ['Arrange', 'View', 'Export']) {
      await page.getByRole('button', { name: new RegExp(`^${menu}`) }).click()
      await expect(page.getByRole('menu')).toBeVisible()
      await check(`menu ${menu}`)
      await page.keyboard.press('Escape')
    }
    await studio.sheet.focus()
    await page.keyboard.press('Escape')
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
    await check('keys')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^View/ }).click()
    await page.getByRole('menuitem', { name: /Colours/ }).click()
    await expect(page.getByRole('dialog', { name: 'Colours of stereotypes' })).toBeVisible()
    await check('colours')
    await page.keyboard.press('Escape')
    await page.getByRole('region', { name: 'Reader' }).getByRole('button', { name: 'Close' }).click()
    await page.getByRole('button', { name: /^View/ }).click()
    await page.getByRole('menuitemcheckbox', { name: 'Outline as text' }).click()
    await expect(page.getByRole('region', { name: 'Outline' })).toBeVisible()
    for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Zoom in' }).click()
    await expect(page.getByRole('img', { name: 'Overview of the diagram' })).toBeVisible()
    await check('outline and overview')
    await page.locator('#drawing').click({ button: 'right', position: { x: 400, y: 60 } })
    await expect(page.getByRole('menu')).toBeVisible()
    await check('menu of the sheet')
    await page.keyboard.press('Escape')
    for (const stage of ['Findings', 'Output']) {
      await page
        .getByRole('navigation', { name: 'Path' })
        .getByRole('button', { name: new RegExp(`^${stage}`) })
        .click()
      await expect(page.getByRole('main', { name: stage })).toBeVisible()
      await page.waitForTimeout(300)
      await check(stage)
    }
    for (const tab of ['Documentation', 'Drawings']) {
      await page.getByRole('tab', { name: tab }).click()
      await page.waitForTimeout(300)
      await check(tab)
    }
  })
}

test('everything on the first screens is reached by keyboard with a visible focus', async ({ studio, page }) => {
  await studio.copyOfDemo()
  const seen = new Set<string>()
  // The sheet has the keyboard: first what stands before it, then what stands behind it.
  await expect(studio.sheet).toBeFocused()
  for (const key of [...Array<string>(50).fill('Shift+Tab'), ...Array<string>(90).fill('Tab')]) {
    await page.keyboard.press(key)
    const focus = await page.evaluate(() => {
      const el = document.activeElement
      if (!el || el === document.body) return undefined
      const style = getComputedStyle(el)
      return {
        name: el.getAttribute('aria-label') ?? el.textContent?.trim() ?? el.tagName,
        outlined: style.outlineStyle !== 'none' && style.outlineWidth !== '0px',
      }
    })
    if (!focus) continue
    expect(focus.outlined, `${focus.name} shows its focus`).toBe(true)
    seen.add(focus.name)
  }
  for (const name of [
    'Statement, or a name to go to',
    'Show what exists',
    'Read aloud',
    'Fit',
    'New class diagram',
    'class diagram Apiaries and honey lots',
  ]) {
    expect([...seen], `${name} is reached`).toContain(name)
  }
  // From shape to shape without a pointer.
  await studio.sheet.focus()
  await page.keyboard.press('ArrowRight')
  await expect(studio.entry.getByLabel('Name', { exact: true })).toBeVisible()
  const first = await studio.entry.getByLabel('Name', { exact: true }).inputValue()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(studio.entry.getByLabel('Name', { exact: true })).not.toHaveValue(first)
  await page.keyboard.press('F2')
  await expect(page.getByRole('textbox', { name: /^Name of the/ })).toBeFocused()
})

test('the axe check finds what is wrong', async ({ studio, page }) => {
  await page.goto(studio.address)
  await page.getByRole('link').first().waitFor()
  await page.evaluate(() => {
    const text = document.createElement('p')
    text.textContent = 'hardly to be read'
    Object.assign(text.style, { color: '#ccc', background: '#fff' })
    document.querySelector('main')?.append(document.createElement('button'), text)
  })
  const found = (await inaccessible(page)).join('\n')
  expect(found).toContain('button-name')
  expect(found).toContain('color-contrast')
  expect(await inaccessible(page, { without: 'main' })).toEqual([])
})
