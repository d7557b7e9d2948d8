import fc from 'fast-check'
import { expect, test } from 'vitest'

import { block, drawnFirst, earlier, holds, later, most, within } from './drawn'

test('the line that is looked for is drawn, and never too many at first', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0, max: 1, noNaN: true }), (blocks, where) => {
      const line = 1 + Math.floor(where * (blocks * block - 1))
      const drawn = drawnFirst(blocks, line)
      expect(holds(drawn, line)).toBe(true)
      expect(drawn.to - drawn.from).toBe(Math.min(blocks, most))
      expect(drawn.from).toBeGreaterThanOrEqual(0)
      expect(drawn.to).toBeLessThanOrEqual(blocks)
    }),
  )
})

test('what is before and behind can be had, to the ends', () => {
  let drawn = drawnFirst(1000, 500 * block)
  for (let i = 0; i < 10; i++) drawn = later(earlier(drawn), 1000)
  expect(drawn).toEqual({ from: 0, to: 1000 })
  expect(drawnFirst(3, undefined)).toEqual({ from: 0, to: 3 })
})

test('a text that changes is drawn as far as before, and at least as much as at first', () => {
  expect(within({ from: 0, to: 1 }, 3)).toEqual({ from: 0, to: 3 })
  expect(within({ from: 0, to: 900 }, 1000)).toEqual({ from: 0, to: 900 })
  expect(within({ from: 500, to: 700 }, 100)).toEqual({ from: 0, to: 100 })
})
