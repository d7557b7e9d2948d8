import { beforeEach, expect, test, vi } from 'vitest'

import { type Kept } from './queue'
import { hold, takeOver } from './writer'

// Locks of one browser, shared by its windows; a window that crashes lets go of its own.
class Locks {
  readonly held = new Set<string>()
  request(name: string, options: { ifAvailable: boolean }, run: (lock: unknown) => Promise<void> | void): Promise<void> {
    expect(options.ifAvailable).toBe(true)
    if (this.held.has(name)) return Promise.resolve(run(null))
    this.held.add(name)
    return Promise.resolve(run({ name })).finally(() => this.held.delete(name))
  }
}

let session: Record<string, string>
function windowOf(locks: Locks | undefined) {
  session = {}
  vi.stubGlobal('navigator', { locks })
  vi.stubGlobal('sessionStorage', {
    getItem: (k: string) => session[k] ?? null,
    setItem: (k: string, v: string) => {
      session[k] = v
    },
  })
}
let locks: Locks
beforeEach(() => {
  locks = new Locks()
  windowOf(locks)
})

const queue = (writer: string, pending: number, undo = 0): Kept => ({
  project: 'p',
  writer,
  refused: [],
  redo: [],
  pending: Array.from({ length: pending }, (_, n) => ({ clientId: `${writer}${n}`, writer, base: 1, summary: 'x', changes: [] })),
  undo: Array.from({ length: undo }, (_, n) => ({ clientId: `${writer}u${n}`, summary: 'x' })) as unknown as Kept['undo'],
})

test('a writer is held by one window at most', async () => {
  const first = await hold('p', 'w')
  expect(first?.writer).toBe('w')
  expect(await hold('p', 'w')).toBeUndefined()
  expect((await hold('other', 'w'))?.writer, 'of another project it is another one').toBe('w')
  first?.release()
  await vi.waitFor(() => expect(locks.held.size).toBe(1))
  expect((await hold('p', 'w'))?.writer).toBe('w')
})

test('a window goes on as the writer it was, and takes what others left that are gone', async () => {
  await hold('p', 'alive')
  session['lexeon.session.p'] = 'mine'
  const { mine, own, left } = await takeOver('p', [queue('alive', 3), queue('crashed', 5), queue('mine', 0, 2), queue('idle', 0)])
  expect(mine.writer).toBe('mine')
  expect(own?.undo).toHaveLength(2)
  expect(left.map((l) => l.kept.writer)).toEqual(['crashed'])
  expect(await hold('p', 'crashed'), 'what it takes over is its own until it is in its queue').toBeUndefined()
  expect((await hold('p', 'idle'))?.writer, 'who left nothing is let go').toBe('idle')
})

test('a window of its own begins as a new writer, and finds that again', async () => {
  const first = await takeOver('p', [])
  expect(first.own).toBeUndefined()
  expect(session['lexeon.session.p']).toBe(first.mine.writer)
  const second = await takeOver('p', [])
  expect(second.mine.writer).not.toBe(first.mine.writer)
})

test('without locks a window takes over nothing but what was its own', async () => {
  windowOf(undefined)
  const first = await takeOver('p', [])
  const again = await takeOver('p', [queue('other', 4), queue(first.mine.writer, 2)])
  expect(again.mine.writer).toBe(first.mine.writer)
  expect(again.own?.pending).toHaveLength(2)
  expect(again.left).toEqual([])
})
