import { beforeEach, expect, test, vi } from 'vitest'

import { type Left, takeLeft, whenLeaving } from './leaving'

// What the browser keeps, in a form that can be looked at.
const kept = vi.hoisted(() => ({ queues: [] as unknown[], texts: [] as unknown[], forgotten: [] as string[], full: false }))
vi.mock('./keep', () => ({
  keepQueue: (queue: unknown) => {
    if (kept.full) return Promise.reject(new Error('the disk is full'))
    kept.queues.push(queue)
    return Promise.resolve()
  },
  keepText: (text: unknown) => Promise.resolve(kept.texts.push(text)),
  forgetText: (project: string, key: string) => Promise.resolve(kept.forgotten.push(`${project} ${key}`)),
}))

const listeners = new Map<string, () => void>()
const stored: Record<string, string> = {}
beforeEach(() => {
  Object.assign(kept, { queues: [], texts: [], forgotten: [], full: false })
  listeners.clear()
  for (const key of Object.keys(stored)) delete stored[key]
  const storage = Object.create({
    getItem: (key: string) => stored[key] ?? null,
    setItem: (key: string, value: string) => {
      stored[key] = value
      storage[key] = value
    },
    removeItem: (key: string) => {
      delete stored[key]
      delete storage[key]
    },
  }) as Record<string, string>
  vi.stubGlobal('localStorage', storage)
  vi.stubGlobal('window', {
    addEventListener: (kind: string, run: () => void) => listeners.set(kind, run),
    removeEventListener: (kind: string) => listeners.delete(kind),
  })
})

const text = { project: 'p', key: 'w|sheet d', value: 'Bee ya', base: 3, at: 1 }
const queue = {
  writer: 'w',
  project: 'p',
  pending: [{ clientId: 'c1', writer: 'w', base: 3, summary: 'one', changes: [] }],
  refused: [],
  undo: [],
  redo: [],
}

test('what is not written when a window goes is taken up by the next', async () => {
  const left: Left = { texts: [text], closed: [{ project: 'p', key: 'w|entry x' }], queue }
  whenLeaving('w', () => left)
  listeners.get('pagehide')?.()
  await takeLeft()
  expect(kept).toMatchObject({ queues: [queue], texts: [text], forgotten: ['p w|entry x'] })
  expect(stored).toEqual({})
})

test('where all is written nothing is put down, and a window that goes on takes it back', () => {
  let left: Left = { texts: [], closed: [] }
  const stays = whenLeaving('w', () => left)
  listeners.get('pagehide')?.()
  expect(stored).toEqual({})
  left = { texts: [text], closed: [] }
  listeners.get('pagehide')?.()
  expect(Object.keys(stored)).toHaveLength(1)
  listeners.get('pageshow')?.()
  expect(stored).toEqual({})
  stays()
  expect(listeners.size).toBe(0)
})

test('what is damaged is passed over, and the rest is taken', async () => {
  stored['lexeon.leaving.a'] = '{"texts":'
  stored['lexeon.leaving.b'] = JSON.stringify({ texts: [text], closed: [] })
  stored.other = 'not ours'
  Object.assign(localStorage, stored)
  await takeLeft()
  expect(kept.texts).toEqual([text])
  expect(stored).toEqual({ other: 'not ours' })
})
