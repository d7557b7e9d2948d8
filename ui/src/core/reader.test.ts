import fc from 'fast-check'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'

import { type Agreement, agree, answerWithin, askEvery, type Vote } from './reader'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

// A browser with windows that hear each other some milliseconds later.
class Browser {
  readonly windows = new Map<string, { agreement: Agreement; reading: boolean; frozen: boolean }>()
  private made = 0

  open(id = `w${String(this.made++).padStart(3, '0')}`) {
    const one = { reading: false, frozen: false } as { agreement: Agreement; reading: boolean; frozen: boolean }
    this.windows.set(id, one)
    one.agreement = agree(
      id,
      (v) => this.pass(id, v),
      (reading) => {
        one.reading = reading
      },
    )
    return id
  }

  private pass(from: string, v: Vote) {
    if (this.windows.get(from)?.frozen) return
    for (const [id, one] of this.windows)
      if (id !== from) setTimeout(() => this.windows.get(id) === one && !one.frozen && one.agreement.hear(v), 5)
  }

  close(id: string) {
    this.windows.get(id)?.agreement.leave()
    this.crash(id)
  }

  crash(id: string) {
    this.windows.get(id)?.agreement.stop()
    this.windows.delete(id)
  }

  readers = () => [...this.windows].filter(([, w]) => w.reading && !w.frozen).map(([id]) => id)
}

const settled = 3 * (askEvery + 2 * answerWithin)

test('a window that is alone reads soon', () => {
  const b = new Browser()
  b.open()
  vi.advanceTimersByTime(2 * answerWithin + 10)
  expect(b.readers()).toHaveLength(1)
})

test('twenty windows have one reader, and those that come leave it', () => {
  const b = new Browser()
  for (let n = 0; n < 10; n++) b.open()
  vi.advanceTimersByTime(settled)
  const [reader] = b.readers()
  expect(b.readers()).toEqual([reader])
  for (let n = 0; n < 10; n++) b.open(`a${n}`) // with smaller ids
  vi.advanceTimersByTime(settled)
  expect(b.readers()).toEqual([reader])
})

test('when the reader is closed or crashes another window reads', () => {
  const b = new Browser()
  for (let n = 0; n < 5; n++) b.open()
  vi.advanceTimersByTime(settled)
  b.close(b.readers()[0]!)
  vi.advanceTimersByTime(2 * answerWithin + 50)
  expect(b.readers()).toHaveLength(1)
  b.crash(b.readers()[0]!)
  vi.advanceTimersByTime(2 * askEvery + 2 * answerWithin + 50)
  expect(b.readers()).toHaveLength(1)
})

test('a window that was frozen and comes back does not read beside the other', () => {
  const b = new Browser()
  const first = b.open()
  vi.advanceTimersByTime(settled)
  expect(b.readers()).toEqual([first])
  const second = b.open()
  b.windows.get(first)!.frozen = true // it hears and says nothing, and reads on as far as it knows
  vi.advanceTimersByTime(settled)
  expect(b.readers()).toEqual([second])
  b.windows.get(first)!.frozen = false
  vi.advanceTimersByTime(settled)
  expect(b.readers()).toHaveLength(1)
})

test('whatever is opened, closed, frozen and crashes, one window reads at last', () => {
  const act = fc.record({
    what: fc.constantFrom('open', 'open', 'close', 'crash', 'freeze', 'thaw'),
    which: fc.nat(20),
    then: fc.integer({ min: 0, max: 8000 }),
  })
  fc.assert(
    fc.property(fc.array(act, { maxLength: 15 }), (acts) => {
      vi.clearAllTimers()
      const b = new Browser()
      b.open()
      for (const a of acts) {
        const ids = [...b.windows.keys()]
        const id = ids[a.which % Math.max(ids.length, 1)]
        if (a.what === 'open') b.open()
        else if (id && a.what === 'close') b.close(id)
        else if (id && a.what === 'crash') b.crash(id)
        else if (id) b.windows.get(id)!.frozen = a.what === 'freeze'
        vi.advanceTimersByTime(a.then)
      }
      for (const w of b.windows.values()) w.frozen = false
      if (b.windows.size === 0) b.open()
      vi.advanceTimersByTime(settled)
      expect(b.readers()).toHaveLength(1)
    }),
    { numRuns: 60 },
  )
})
