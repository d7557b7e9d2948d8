import fc from 'fast-check'
import { describe, expect, test } from 'vitest'

import { type Change } from './types'
import { Problem, Unreachable } from './problem'
import { type Logged } from './program'
import { type Kept, type LogReply, Queue, type QueueReply, type Refused, type Step, type Surroundings } from './queue'

// A small world in which everything that happens to a queue can happen in any order: a
// server with a model of keys and values and the rule of conflict, a line that loses
// requests and answers, windows that close and come back. What the real core does with
// a model, Registry does with keys.

type Values = Record<string, string>

// A change of this small world; the queue looks into none.
const set = (key: string, value: string) => [{ key, value } as unknown as Change]
type Entry = Logged & { writer: string; key: string; value: string; was: string }

class World {
  log: Entry[] = []
  values: Values = {}
  away = false
  loseAnswers = 0
  readonly idle = new Set<string>() // changes that changed nothing

  get revision() {
    return this.log.length
  }

  apply(step: Step): { revision?: number; problem?: { status: number; code: string; detail: string } } {
    const done = this.log.find((e) => e.clientId === step.clientId)
    if (done) return { revision: done.revision }
    let key: string
    let value: string
    if (step.undoes) {
      const target = this.log.find((e) => e.clientId === step.undoes)
      if (!target) return { problem: { status: 404, code: 'missing', detail: 'there is nothing to take back' } }
      const since = this.log.filter((e) => e.revision > target.revision && e.key === target.key && e.writer !== step.writer)
      if (since.length > 0) return { problem: { status: 409, code: 'undoBlocked', detail: 'others wrote since' } }
      key = target.key
      value = target.was
    } else {
      const change = step.changes?.[0] as unknown as { key: string; value: string }
      key = change.key
      value = change.value
      const theirs = this.log.filter((e) => e.revision > step.base && e.key === key && e.writer !== step.writer).at(-1)
      if (theirs && theirs.value !== value) return { problem: { status: 409, code: 'conflict', detail: `${key} was changed` } }
    }
    const was = this.values[key] ?? ''
    if (was === value && !step.undoes) {
      // it changes nothing and is not logged
      this.idle.add(step.clientId)
      return { revision: this.revision }
    }
    this.values = { ...this.values, [key]: value }
    this.log.push({ revision: this.revision + 1, clientId: step.clientId, writer: step.writer, key, value, was, states: [{ key, value }] })
    return { revision: this.revision }
  }

  since(revision: number): LogReply {
    return { revision: this.revision, log: this.log.filter((e) => e.revision > revision), program: 'p' }
  }
}

// Registry is confirmed and pending over keys and values.
class Registry {
  confirmed: Values = {}
  revision = 0
  pending: { clientId: string; key: string; value: string }[] = []

  get shown(): Values {
    const out = { ...this.confirmed }
    for (const p of this.pending) out[p.key] = p.value
    return out
  }
  settle(log: Logged[], drop: string[]) {
    const done = new Set(drop)
    for (const e of log) {
      done.add(e.clientId)
      if (e.revision <= this.revision) continue
      if (e.revision !== this.revision + 1) throw new Problem(422, 'invalid', 'a gap', {})
      for (const s of e.states as { key: string; value: string }[]) this.confirmed = { ...this.confirmed, [s.key]: s.value }
      this.revision = e.revision
    }
    this.pending = this.pending.filter((p) => !done.has(p.clientId))
  }
}

class Window {
  registry = new Registry()
  told: Refused[] = []
  closed = false // a window that is gone stores nothing
  queue: Queue
  private waiting: (() => void)[] = []

  constructor(
    readonly world: World,
    readonly writer: string,
    readonly store: Map<string, Kept>,
  ) {
    const kept = store.get(writer)
    const around: Surroundings = {
      server: {
        send: (_project, since, steps) =>
          this.line<QueueReply>(() => {
            const outcomes = steps.map((s) => ({ clientId: s.clientId, ...this.world.apply(s) }))
            return { outcomes, ...this.world.since(since) }
          }),
        log: (_project, since) => this.line(() => this.world.since(since)),
        rows: () => this.line(() => ({ revision: this.world.revision, rows: new Uint8Array() })),
      },
      core: {
        settle: (log, drop) => Promise.resolve(this.registry.settle(log, drop)),
        replace: (revision) => {
          this.registry.confirmed = { ...this.world.values }
          this.registry.revision = revision
          return Promise.resolve()
        },
      },
      keep: (k) => {
        if (!this.closed) this.store.set(writer, structuredClone(k))
        return Promise.resolve()
      },
      wait: () => new Promise((resolve) => this.waiting.push(resolve)),
      changed: () => undefined,
      refused: (r) => this.told.push(r),
      settled: () => undefined,
    }
    // A window begins with what the server has, or with what it kept.
    this.registry.confirmed = { ...world.values }
    this.registry.revision = world.revision
    this.queue = new Queue('p', writer, world.revision, around)
    if (kept) {
      this.queue.restore(kept)
      for (const s of kept.pending) this.registry.pending.push(foreseen(s, this.registry))
    }
  }

  private async line<T>(answer: () => T): Promise<T> {
    await Promise.resolve()
    if (this.world.away) throw new Unreachable('away')
    const said = answer() // it was done, whether the answer comes or not
    if (this.world.loseAnswers > 0) {
      this.world.loseAnswers--
      throw new Unreachable('lost')
    }
    return structuredClone(said)
  }

  write(key: string, value: string, clientId: string, base = this.registry.revision) {
    const was = this.registry.shown[key] ?? ''
    this.registry.pending.push({ clientId, key, value })
    this.queue.add({ clientId, writer: this.writer, base, summary: `${key} = ${value}`, changes: set(key, value) }, [{ key, value: was }])
  }

  undo(clientId: string) {
    const item = this.queue.undo.at(-1)
    if (!item) return
    this.queue.undo = this.queue.undo.slice(0, -1)
    const step: Step = {
      clientId,
      writer: this.writer,
      base: this.registry.revision,
      summary: 'undo',
      undoes: item.clientId,
      restore: item.inverse,
    }
    const { key } = item.inverse[0] as { key: string }
    const was = this.registry.shown[key] ?? ''
    this.registry.pending.push(foreseen(step, this.registry))
    this.queue.add(step, [{ key, value: was }], item)
  }

  // wake ends every pause.
  wake() {
    for (const go of this.waiting.splice(0)) go()
  }
}

function foreseen(step: Step, registry: Registry) {
  const set = (step.changes?.[0] ?? step.restore?.[0]) as unknown as { key: string; value: string }
  return { clientId: step.clientId, key: set.key, value: set.value ?? registry.shown[set.key] ?? '' }
}

const breathe = async () => {
  for (let i = 0; i < 30; i++) await Promise.resolve()
}

async function settleAll(world: World, windows: Window[]) {
  world.away = false
  world.loseAnswers = 0
  for (let round = 0; round < 60; round++) {
    for (const w of windows) {
      w.wake()
      void w.queue.pump()
      void w.queue.catchUp()
    }
    await breathe()
    if (windows.every((w) => w.queue.pending.length === 0 && w.registry.revision === world.revision)) return
  }
  expect(
    windows.map((w) => w.queue.pending.length),
    'everything was decided',
  ).toEqual(windows.map(() => 0))
}

const event = fc.oneof(
  fc.record({
    do: fc.constant('write' as const),
    window: fc.nat(1),
    key: fc.constantFrom('a', 'b', 'c'),
    value: fc.constantFrom('1', '2', '3', '4'),
  }),
  fc.record({ do: fc.constant('undo' as const), window: fc.nat(1) }),
  fc.record({ do: fc.constant('other' as const), key: fc.constantFrom('a', 'b', 'c'), value: fc.constantFrom('7', '8') }),
  fc.record({ do: fc.constant('away' as const), on: fc.boolean() }),
  fc.record({ do: fc.constant('lose' as const) }),
  fc.record({ do: fc.constant('hear' as const), window: fc.nat(1) }),
  fc.record({ do: fc.constant('reload' as const), window: fc.nat(1) }),
  fc.record({ do: fc.constant('breathe' as const) }),
  fc.record({ do: fc.constant('wake' as const), window: fc.nat(1) }),
)

describe('a queue', () => {
  test('ends as the server has it, with every change done once or listed as refused, whatever happens in whatever order', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 50 }), async (events) => {
        const world = new World()
        const store = new Map<string, Kept>()
        const windows = [new Window(world, 'left', store), new Window(world, 'right', store)]
        const made: string[] = []
        const refused = new Set<string>()
        let n = 0
        for (const e of events) {
          const w = 'window' in e ? windows[e.window] : undefined
          if (e.do === 'write' && w) {
            const id = `c${n++}`
            made.push(id)
            w.write(e.key, e.value, id)
          } else if (e.do === 'undo' && w) w.undo(`c${n++}`)
          else if (e.do === 'other')
            world.apply({ clientId: `c${n++}`, writer: 'other', base: world.revision, summary: '', changes: set(e.key, e.value) })
          else if (e.do === 'away') world.away = e.on
          else if (e.do === 'lose') world.loseAnswers++
          else if (e.do === 'hear' && w) void w.queue.hear(world.revision)
          else if (e.do === 'wake' && w) w.wake()
          else if (e.do === 'breathe') await breathe()
          else if (e.do === 'reload' && w) {
            await w.queue.kept() // what was typed before is stored; requests under way are cut off
            for (const r of w.told) refused.add(r.step.clientId)
            w.closed = true
            w.queue.stopped = 'gone'
            w.wake()
            windows[e.window] = new Window(world, w.writer, store)
          }
        }
        await settleAll(world, windows)
        for (const w of windows) {
          expect(w.registry.confirmed).toEqual(world.values)
          expect(w.registry.shown).toEqual(world.values)
          expect(w.registry.pending).toEqual([])
          for (const r of [...w.told, ...w.queue.refused]) refused.add(r.step.clientId)
        }
        const logged = world.log.map((e) => e.clientId)
        expect(new Set(logged).size, 'nothing is done twice').toBe(logged.length)
        for (const id of made) {
          const times = logged.filter((l) => l === id).length
          if (refused.has(id)) expect(times, `${id} was refused and is not done`).toBe(0)
          else if (!world.idle.has(id)) expect(times, `${id} is not lost`).toBe(1)
        }
        // Of one writer the changes come in the order in which they were made.
        for (const writer of ['left', 'right']) {
          const order = world.log.filter((e) => e.writer === writer).map((e) => Number(e.clientId.slice(1)))
          expect(order).toEqual([...order].sort((a, b) => a - b))
        }
      }),
      { numRuns: 400 },
    )
  })

  test('two windows never overwrite each other in silence', async () => {
    const world = new World()
    const store = new Map<string, Kept>()
    const [left, right] = [new Window(world, 'left', store), new Window(world, 'right', store)]
    left.write('name', 'Box', 'l1')
    right.write('name', 'Skep', 'r1', 0)
    await settleAll(world, [left, right])
    expect(world.values.name).toBe('Box')
    expect(right.told.map((r) => [r.step.clientId, r.problem.code])).toEqual([['r1', 'conflict']])
    expect(right.queue.refused).toHaveLength(1)
    expect(right.registry.shown.name).toBe('Box')
    right.queue.drop('r1')
    expect(right.queue.refused).toEqual([])
  })

  test('a change whose answer is lost is found in the log and not sent twice', async () => {
    const world = new World()
    const window = new Window(world, 'w', new Map())
    world.loseAnswers = 1
    window.write('name', 'Box', 'c1')
    await breathe()
    expect(world.log).toHaveLength(1)
    expect(window.queue.pending).toHaveLength(1)
    expect(window.queue.online).toBe(false)
    await window.queue.catchUp()
    expect(window.queue.pending).toEqual([])
    window.wake()
    await settleAll(world, [window])
    expect(world.log).toHaveLength(1)
  })

  test('200 changes wait for hours, five of them conflict: 195 arrive, five are listed with what they said', async () => {
    const world = new World()
    const store = new Map<string, Kept>()
    let window = new Window(world, 'w', store)
    world.away = true
    for (let i = 0; i < 100; i++) window.write(`k${i}`, 'mine', `c${i}`, 0)
    await window.queue.kept()
    window = new Window(world, 'w', store) // a reload in between
    for (let i = 100; i < 200; i++) window.write(`k${i}`, 'mine', `c${i}`, 0)
    for (const i of [3, 50, 99, 120, 199])
      world.apply({ clientId: `o${i}`, writer: 'other', base: world.revision, summary: '', changes: set(`k${i}`, 'theirs') })
    await settleAll(world, [window])
    expect(Object.values(world.values).filter((v) => v === 'mine')).toHaveLength(195)
    expect(window.queue.refused.map((r) => r.step.summary)).toEqual(['k3 = mine', 'k50 = mine', 'k99 = mine', 'k120 = mine', 'k199 = mine'])
    expect(window.registry.shown).toEqual(world.values)
  })

  test('nine hours without a line: it is tried calmly, what is done meanwhile waits in order, and all of it arrives', async () => {
    const world = new World()
    const store = new Map<string, Kept>()
    const window = new Window(world, 'w', store)
    const hour = 3_600_000
    let now = 0
    let tries = 0
    let made = 0
    const { send } = window.queue.around.server
    window.queue.around.server.send = (...asked) => {
      tries++
      return send(...asked)
    }
    window.queue.around.wait = (milliseconds) => {
      now += milliseconds
      // a change every six minutes
      if (made < 90 && now > (made * hour) / 10) window.write('abc'[made % 3] ?? 'a', String(made), `c${made++}`)
      world.away = now < 9 * hour
      return Promise.resolve()
    }
    world.away = true
    window.write('a', '0', `c${made++}`)
    while (now < 9 * hour || window.queue.pending.length > 0) await breathe()
    await window.queue.kept()
    expect(world.log.map((e) => e.clientId)).toEqual(Array.from({ length: 90 }, (_, i) => `c${i}`))
    expect(window.registry.confirmed).toEqual(world.values)
    expect(now).toBeLessThan(9 * hour + 5000) // the line is used as soon as it is back
    expect(tries).toBeLessThan(9 * 1300)
    expect(store.get('w')?.pending).toEqual([])
    expect(window.told).toEqual([])
  })

  test('what waits is not told as kept before it is stored, nor where nothing can be stored', async () => {
    const world = new World()
    const window = new Window(world, 'w', new Map())
    world.away = true
    const stored: (() => void)[] = []
    const kept: number[] = []
    window.queue.around.keep = (k) =>
      new Promise((resolve) =>
        stored.push(() => {
          kept.push(k.pending.length)
          resolve()
        }),
      )
    for (let i = 0; i < 97; i++) window.write(`k${i}`, 'mine', `c${i}`, 0)
    expect(window.queue.keeping).toBe(true)
    stored.shift()?.() // a slow disk: the first of them alone
    await breathe()
    expect([kept, window.queue.keeping]).toEqual([[1], true])
    let told = 0
    window.queue.around.changed = () => told++
    stored.shift()?.() // all that came meanwhile, at once
    await breathe()
    expect([kept, window.queue.keeping, window.queue.unkept, told]).toEqual([[1, 97], false, false, 1])
    window.queue.around.keep = () => Promise.reject(new Error('the disk is full'))
    window.write('more', 'mine', 'more', 0)
    await window.queue.kept()
    expect([window.queue.keeping, window.queue.unkept]).toEqual([false, true])
  })

  test('a page of another program stops and keeps what waits', async () => {
    const world = new World()
    const window = new Window(world, 'w', new Map())
    window.queue.around.server.send = () => Promise.reject(new Problem(409, 'otherProgram', 'another version', {}))
    window.write('name', 'Box', 'c1')
    await breathe()
    expect(window.queue.stopped).toBe('otherProgram')
    expect(window.queue.pending).toHaveLength(1)
  })

  test('one change that cannot even be read does not hold up the others', async () => {
    const world = new World()
    const window = new Window(world, 'w', new Map())
    const { send } = window.queue.around.server
    window.queue.around.server.send = (project, since, steps) =>
      steps.some((s) => s.clientId === 'bad') ? Promise.reject(new Problem(413, 'http', 'too large', {})) : send(project, since, steps)
    world.away = true
    window.write('a', '1', 'good')
    window.write('b', '2', 'bad')
    window.write('c', '3', 'fine')
    await settleAll(world, [window])
    expect(world.log.map((e) => e.clientId)).toEqual(['good', 'fine'])
    expect(window.queue.refused.map((r) => r.step.clientId)).toEqual(['bad'])
  })

  test('what was undone can be done again, and what is new ends the way back', async () => {
    const world = new World()
    const window = new Window(world, 'w', new Map())
    window.write('a', '1', 'c1')
    window.undo('c2')
    expect(window.queue.redo).toHaveLength(1)
    await settleAll(world, [window])
    expect(world.values.a).toBe('')
    window.write('a', '2', 'c3')
    expect(window.queue.redo).toEqual([])
    expect(window.queue.undo.map((i) => i.clientId)).toEqual(['c3'])
  })
})
