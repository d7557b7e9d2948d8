import { execFile } from 'node:child_process'
import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'

import { type Page } from '@playwright/test'

import { root } from './program'
import { expect, type Studio, test } from './studio'

// What practitioners draw, from nothing: the hands are counted, and a program judges whether
// the picture is neat.

const run = promisify(execFile)

// Hands count keys and clicks.
class Hands {
  keys = 0
  clicks = 0
  constructor(
    readonly studio: Studio,
    readonly page: Page,
  ) {}

  async type(text: string) {
    this.keys += text.length
    await this.page.keyboard.type(text)
  }

  async press(...keys: string[]) {
    for (const key of keys) {
      this.keys++
      await this.page.keyboard.press(key)
    }
  }

  // state writes statements into the statement line.
  async state(...statements: string[]) {
    await this.press('Escape', 'Escape', '/')
    await expect(this.studio.statement).toBeFocused()
    for (const statement of statements) {
      await this.type(statement)
      await expect(this.studio.understood.first()).toBeVisible()
      await this.press('Enter')
      await expect(this.studio.statement, statement).toHaveValue('')
    }
  }

  async make(kind: 'class' | 'use case' | 'component' | 'context') {
    this.clicks++
    await this.studio.newDiagram(kind)
  }

  async arrange() {
    await this.state('Arrange all')
    await expect(this.page.getByText('Arranged.')).toBeVisible()
    await this.studio.saved()
  }

  // neat holds the drawing against what a reader stumbles over.
  async neat(what: string, atMost: { keys: number; crossings: number }) {
    await this.studio.saved()
    const project = /\/p\/([^/]+)/.exec(this.page.url())?.[1] ?? ''
    const file = test.info().outputPath('model.lexeon.json')
    await writeFile(file, await (await this.page.request.get(`${this.studio.address}/api/projects/${project}/file`)).body())
    const judged = await run(join(root, 'bin/lexeon'), ['drawings', '--thorough', file]).catch((e: { stdout: string }) => e)
    console.log(`${what}: ${this.keys} keys, ${this.clicks} clicks; ${judged.stdout.trim()}`)
    expect(judged.stdout.trim().split('\n').slice(1), what).toEqual([])
    const crossings = Number(/(\d+) crossing/.exec(judged.stdout)?.[1])
    expect(crossings, what).toBeLessThanOrEqual(atMost.crossings)
    expect(this.keys, what).toBeLessThanOrEqual(atMost.keys)
  }
}

async function begin(studio: Studio, page: Page, name: string, kind: 'class' | 'use case' | 'component' | 'context'): Promise<Hands> {
  await studio.newProject(name)
  const hands = new Hands(studio, page)
  await hands.make(kind)
  await expect(studio.sheet).toBeFocused()
  return hands
}

test('a whole with four parts', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Wind farm', 'class')
  await hands.state(
    'Turbine is made of 1 Tower',
    'Turbine is made of 1 Nacelle',
    'Turbine is made of 3 Blade',
    'Turbine is made of 1 Foundation',
  )
  await hands.arrange()
  await hands.neat('a whole with four parts', { keys: 150, crossings: 0 })
})

test('six classes in three columns with eight relations', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Theatre', 'class')
  await hands.state(
    '1 Play has 1..* Scene',
    '1..* Scene needs 0..* Prop',
    '0..* Role appears in 1..* Scene',
    '1 Play lists 1..* Role',
    '0..1 Actor takes 0..* Role',
    '1 Director stages 0..* Play',
    '1 Director engages 1..* Actor',
    '0..* Actor carries 0..* Prop',
  )
  await hands.arrange()
  await hands.neat('six classes in three columns', { keys: 260, crossings: 0 })
})

test('twelve classes with seven kinds of relation', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Observatory', 'class')
  await hands.state(
    'Telescope is a kind of Instrument',
    'Spectrograph is a kind of Instrument',
    'Instrument is made of 1..* Sensor',
    'Night brings together 0..* Exposure',
    '1 Instrument takes 0..* Exposure',
    '1 Astronomer requests 0..* Exposure',
    'Exposure realizes Schedulable',
    'Scheduler uses Schedulable',
    'Scheduler depends on Weather',
    '1 Exposure yields 0..* Frame',
    '0..* Frame shows 0..* Star',
    '1 Astronomer keeps 1 Logbook',
  )
  await hands.arrange()
  await hands.neat('twelve classes with seven kinds', { keys: 500, crossings: 1 })
})

test('a context diagram with seven flows', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Ferry office', 'context')
  await hands.press('p', 'Enter')
  await hands.type('Ferry office')
  await hands.press('Enter', 'Escape')
  await hands.state(
    'Passenger sends "booking" to "Ferry office"',
    '"Ferry office" sends "ticket" to Passenger',
    'Haulier sends "freight note" to "Ferry office"',
    '"Ferry office" sends "loading slip" to Haulier',
    '"Weather service" sends "gale warning" to "Ferry office"',
    '"Ferry office" sends "sailing list" to Harbour',
    'Harbour sends "berth plan" to "Ferry office"',
  )
  await hands.arrange()
  await hands.neat('a context diagram', { keys: 400, crossings: 0 })
})

test('a use case diagram with boundary, four actors, include and extend', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Bakery', 'use case')
  await hands.press('b', 'Enter')
  await hands.type('Bakery')
  await hands.press('Enter', 'Escape')
  await hands.state(
    'Customer starts "Order bread"',
    'Customer starts "Fetch order"',
    'Baker starts "Plan the night"',
    '"Flour mill" supports "Plan the night"',
    'Driver starts "Deliver bread"',
    '"Order bread" includes "Check stock"',
    '"Plan the night" includes "Check stock"',
    '"Claim discount" extends "Order bread" when "the customer holds a card of this year"',
  )
  await hands.arrange()
  await hands.neat('a use case diagram', { keys: 420, crossings: 0 })
})

test('three components in a subsystem with ports', async ({ studio, page }) => {
  const hands = await begin(studio, page, 'Tram control', 'component')
  await hands.state(
    '"Tram control" at upper provides LinePlan',
    '"Tram control" holds Timetable',
    '"Tram control" holds Dispatch',
    '"Tram control" holds Signals',
    'Dispatch gets Departures from Timetable',
    'Signals gets Routes from Dispatch',
    'Timetable provides LinePlan',
    '"Tram control" at upper passes LinePlan to Timetable',
  )
  await hands.arrange()
  await hands.neat('three components in a subsystem', { keys: 420, crossings: 0 })
})
