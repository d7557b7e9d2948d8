import fc from 'fast-check'
import { describe, expect, test } from 'vitest'

import { fitted, readable, whole } from './fitting'

const room = { w: 800, h: 600 }
const rect = fc.record({
  x: fc.integer({ min: -500, max: 500 }),
  y: fc.integer({ min: -500, max: 500 }),
  w: fc.integer({ min: 40, max: 4000 }),
  h: fc.integer({ min: 40, max: 4000 }),
})

describe('a drawing in the window', () => {
  test('is shown whole, never larger than asked, where that can be read', () => {
    const small = { x: 10, y: 10, w: 300, h: 200 }
    expect(fitted(small, room, 1)).toEqual({ view: whole(small, room, 1), partly: false })
    expect(fitted(small, room, 1).view.k).toBe(1)
    const larger = { x: 0, y: 0, w: 900, h: 100 }
    expect(fitted(larger, room, 1).view.k).toBeCloseTo(760 / 900)
    expect(fitted(larger, room, 1).partly).toBe(false)
  })

  test('is shown from its upper left where the whole could not be read', () => {
    const { view, partly } = fitted({ x: 100, y: 50, w: 3000, h: 2000 }, room, 1)
    expect(partly).toBe(true)
    expect(view).toEqual({ k: readable, x: 20 - 100 * readable, y: 20 - 50 * readable })
  })

  test('around what is selected, as far as there is something to show', () => {
    const bounds = { x: 0, y: 0, w: 3000, h: 2000 }
    const selected = { x: 1500, y: 1000, w: 100, h: 60 }
    const { view } = fitted(bounds, room, 1, selected)
    expect(1550 * view.k + view.x).toBeCloseTo(400)
    expect(1030 * view.k + view.y).toBeCloseTo(300)
    const corner = fitted(bounds, room, 1, { x: 2900, y: 1940, w: 100, h: 60 }).view
    expect(3000 * corner.k + corner.x).toBeCloseTo(780)
    expect(2000 * corner.k + corner.y).toBeCloseTo(580)
  })

  test('always shows what is selected, and text that can be read', () => {
    fc.assert(
      fc.property(rect, fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (bounds, a, b) => {
        const selected = { x: bounds.x + a * (bounds.w - 40), y: bounds.y + b * (bounds.h - 40), w: 40, h: 40 }
        const { view } = fitted(bounds, room, 1, selected)
        const left = selected.x * view.k + view.x
        const top = selected.y * view.k + view.y
        expect(view.k).toBeGreaterThanOrEqual(readable - 1e-9)
        expect(left).toBeGreaterThanOrEqual(0)
        expect(top).toBeGreaterThanOrEqual(0)
        expect(left + 40 * view.k).toBeLessThanOrEqual(room.w)
        expect(top + 40 * view.k).toBeLessThanOrEqual(room.h)
      }),
    )
  })
})
