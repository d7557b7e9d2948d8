import { readFileSync } from 'node:fs'
import { join } from 'node:path'

import { test as base, expect, type Locator, type Page } from '@playwright/test'

import { Program, root, shared } from './program'

// studio is the page as a person uses it. What it waits for it does not expect: each look that finds nothing yet would
// describe the whole page, for the case that it never comes.
export class Studio {
  constructor(
    readonly page: Page,
    readonly address: string,
  ) {}

  get sheet(): Locator {
    return this.page.getByRole('application')
  }
  shape(name: string): Locator {
    return this.page.getByRole('img', { name, exact: true })
  }
  get statement(): Locator {
    return this.page.getByRole('combobox', { name: 'Statement, or a name to go to' })
  }
  get understood(): Locator {
    return this.page.getByRole('listbox', { name: 'What is understood' }).getByRole('option')
  }
  get entry(): Locator {
    return this.page.getByRole('complementary', { name: 'Entry' })
  }

  get path(): Locator {
    return this.page.getByRole('navigation', { name: 'Path' })
  }

  // unfold goes to a stage, whose diagrams are listed then.
  async unfold(stage: string) {
    await this.path
      .getByRole('button', { name: new RegExp(`^${stage}`) })
      .first()
      .click()
    await this.path.locator('[aria-expanded=true]', { hasText: stage }).waitFor()
  }

  // existing looks in the entry of the diagram for what exists: "class Hive".
  async existing(what: string): Promise<Locator> {
    await this.entry.getByRole('searchbox', { name: 'Show what exists' }).fill(what.slice(what.indexOf(' ') + 1))
    return this.entry.getByRole('button', { name: what, exact: true })
  }

  // whole shows all of the sheet, however small.
  async whole() {
    await this.sheet.focus()
    await this.page.keyboard.press('Control+0')
    await this.page.waitForTimeout(200)
    // What could not be read as a whole was shown in part first.
    if (await this.page.getByRole('img', { name: 'Overview of the diagram' }).isVisible()) await this.page.keyboard.press('Control+0')
  }

  // newDiagram makes one from the path.
  async newDiagram(kind: 'class' | 'use case' | 'component' | 'context') {
    const make = this.path.getByRole('button', { name: `New ${kind} diagram` })
    const stages = { class: 'Classes', 'use case': 'Use cases', component: 'Components', context: 'Data flow' }
    await expect(async () => {
      // What is just opened unfolds its own stage: who presses another one before that presses it again.
      if (!(await make.isVisible())) await this.unfold(stages[kind])
      await make.click({ timeout: 5000 })
    }).toPass()
  }

  async newProject(name: string) {
    await this.page.goto(this.address)
    await this.page.getByLabel('Name of a new project').fill(name)
    await this.page.getByRole('button', { name: 'Create project' }).click()
    await this.page.getByRole('heading', { name }).waitFor()
  }

  // copyOfDemo brings the demo in as a project of its own, so that tests do not
  // meet in it.
  async copyOfDemo(): Promise<string> {
    const id = await this.importDemo()
    await this.page.goto(`${this.address}/p/${id}`)
    await this.shape('class HoneyLot').waitFor()
    return id
  }

  // importDemo does so without opening it.
  async importDemo(): Promise<string> {
    const id = `copy${Math.random().toString(36).slice(2, 12)}`
    const answer = await this.page.request.post(`${this.address}/api/import?id=${id}`, {
      data: readFileSync(join(root, 'demo/heatherfold.lexeon.json')),
    })
    expect(answer.status()).toBe(201)
    return id
  }

  // slow makes every answer of the server late by a time of chance, as on a bad
  // line: what a person does meanwhile must not be lost.
  async slow(milliseconds: number) {
    await this.page.route('**/api/**', async (route) => {
      if (!route.request().url().includes('/events')) await new Promise((resolve) => setTimeout(resolve, Math.random() * milliseconds))
      await route.continue().catch(() => undefined) // the page may be gone
    })
  }

  async saved() {
    await expect(this.page.getByRole('status', { name: 'Saved state' })).toContainText('Saved')
  }

  async state(text: string) {
    await this.statement.fill(text)
    await this.understood.first().waitFor()
    await this.statement.press('Enter')
    await expect(this.statement).toHaveValue('')
    await this.saved()
  }
}

export type Box = { x: number; y: number; width: number; height: number }

export async function boxOf(locator: Locator): Promise<Box> {
  const box = await locator.boundingBox()
  if (!box) throw new Error('nothing is drawn')
  return box
}

// pull leads the handle of a shape to another one, and waits for what is offered.
export async function pull(studio: Studio, from: string, to: string): Promise<Locator> {
  const { page } = studio
  await page.keyboard.press('Escape')
  await studio
    .shape(from)
    .locator('.shape')
    .first()
    .click({ position: { x: 4, y: 4 } })
  const handle = await boxOf(page.locator('[data-part="connect"] circle'))
  const target = await boxOf(studio.shape(to).locator('.shape, .area').first())
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
  await page.mouse.down()
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2, { steps: 5 })
  await page.mouse.up()
  const menu = page.getByRole('menu', { name: 'How are they related?' })
  await menu.waitFor()
  return menu
}

const shapeBox = (studio: Studio, name: string) => boxOf(studio.shape(name).locator('rect.shape'))

// dragBy presses at a place of a box and lets go farther on; with Alt no guide
// catches.
export async function dragBy(
  page: Page,
  from: Box,
  dx: number,
  dy: number,
  options: { at?: { x: number; y: number }; alt?: boolean } = {},
) {
  const at = options.at ?? { x: 14, y: 10 }
  await page.mouse.move(from.x + at.x, from.y + at.y)
  await page.mouse.down()
  if (options.alt) await page.keyboard.down('Alt')
  await page.mouse.move(from.x + at.x + dx / 2, from.y + at.y + dy / 2, { steps: 3 })
  await page.mouse.move(from.x + at.x + dx, from.y + at.y + dy, { steps: 3 })
  await page.mouse.up()
  if (options.alt) await page.keyboard.up('Alt')
}

export const test = base.extend<{ studio: Studio }, { program: Program }>({
  program: [
    async ({}, use) => {
      const program = await new Program(shared.create()).start()
      await use(program)
      await program.stop()
    },
    { scope: 'worker' },
  ],
  studio: async ({ page, program }, use) => {
    const faults: string[] = []
    page.on('pageerror', (e) => faults.push(e.message))
    page.on('console', (m) => {
      // A refused change is answered with 4xx, which the browser logs by itself.
      if (m.type() === 'error' && !m.text().startsWith('Failed to load resource')) faults.push(m.text())
    })
    await use(new Studio(page, program.address))
    expect(faults, 'the page reported errors').toEqual([])
  },
})

export { expect }
