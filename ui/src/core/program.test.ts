import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'

import { type CallMessage } from './messages'
import { Problem } from './problem'
import { Program } from './program'

// A worker that answers when the test lets it.
class Beside {
  static made: Beside[] = []
  onmessage: ((e: { data: unknown }) => void) | undefined
  onerror: ((e: { message: string }) => void) | undefined
  readonly calls: CallMessage[] = []
  constructor() {
    Beside.made.push(this)
  }
  postMessage(call: CallMessage) {
    this.calls.push(call)
  }
  // answer answers the oldest call that waits.
  answer(value: unknown) {
    const call = this.calls.shift()
    if (!call) throw new Error('nothing was asked')
    this.onmessage?.({ data: { id: call.id, text: JSON.stringify(value) } })
    return call
  }
}

const settle = () => new Promise((resolve) => setTimeout(resolve))
const worker = () => Beside.made.at(-1) as Beside
const asked = () => worker().calls.map((c) => `${c.name} ${(JSON.parse(c.request) as { path?: string }).path ?? ''}`.trim())

beforeEach(() => vi.stubGlobal('Worker', Beside))
afterEach(() => vi.unstubAllGlobals())

describe('the core beside the page', () => {
  test('hears the hands at once and in order, and reads when they rest', async () => {
    const p = new Program()
    const push = p.push({ clientId: 'one', changes: [] })
    const read = p.read('/terms')
    const more = p.push({ clientId: 'two', changes: [] })
    expect(asked()).toEqual(['push', 'push'])
    worker().answer({ value: 1 })
    expect(asked()).toEqual(['push'])
    worker().answer({ value: 2 })
    await settle()
    expect(asked()).toEqual(['ask /terms'])
    worker().answer({ value: ['Lot'] })
    expect([await push, await more, await read]).toEqual([1, 2, ['Lot']])
  })

  test('reads one view at a time', async () => {
    const p = new Program()
    const reads = [p.read('/a'), p.read('/b')]
    await settle()
    expect(asked()).toEqual(['ask /a'])
    worker().answer({ value: 'a' })
    await settle()
    expect(asked()).toEqual(['ask /b'])
    worker().answer({ value: 'b' })
    expect(await Promise.all(reads)).toEqual(['a', 'b'])
  })

  test('does not ask what is given up before its turn', async () => {
    const p = new Program()
    const first = p.read('/a')
    const stop = new AbortController()
    const given = p.read('/b', stop.signal)
    const last = p.read('/c')
    stop.abort()
    await expect(given).rejects.toThrow()
    await expect(p.read('/d', stop.signal)).rejects.toThrow()
    worker().answer({ value: 'a' })
    await settle()
    expect(asked()).toEqual(['ask /c'])
    worker().answer({ value: 'c' })
    expect([await first, await last]).toEqual(['a', 'c'])
  })

  test('gives up quietly what is on its way already', async () => {
    const p = new Program()
    const stop = new AbortController()
    const read = p.read('/a', stop.signal)
    stop.abort()
    await expect(read).rejects.toThrow()
    worker().answer({ value: 'a' })
    const next = p.read('/b')
    await settle()
    worker().answer({ value: 'b' })
    expect(await next).toBe('b')
  })

  test('tells a problem with its code, and a state before the answer', async () => {
    const p = new Program()
    const states: number[] = []
    p.onState = (state) => states.push(state.version)
    const push = p.push({ clientId: 'one', changes: [] })
    worker().answer({ problem: { code: 'missing', detail: 'There is none.' }, state: { version: 7, revision: 1 } })
    const problem = await push.catch((error: unknown) => error)
    expect(problem).toBeInstanceOf(Problem)
    expect(problem).toMatchObject({ code: 'missing', status: 404 })
    expect(states).toEqual([7])
  })

  test('says when it is there, and when it has ended', () => {
    const p = new Program()
    const heard: string[] = []
    p.onLoaded = () => heard.push('loaded')
    p.onFailed = (why) => heard.push(why)
    p.start()
    p.start()
    worker().onmessage?.({ data: { ready: true } })
    worker().onmessage?.({ data: { failed: 'out of memory' } })
    worker().onerror?.({ message: 'gone' })
    expect(heard).toEqual(['loaded', 'out of memory', 'gone'])
  })
})
