import fc from 'fast-check'
import { expect, test } from 'vitest'

import { type Rect } from '../core/api'
import { around, between, center, overlap, union } from './geometry'

const number = fc.integer({ min: -5000, max: 5000 })
const rect: fc.Arbitrary<Rect> = fc.record({
  x: number,
  y: number,
  w: fc.integer({ min: 1, max: 800 }),
  h: fc.integer({ min: 1, max: 800 }),
})
const point = fc.record({ x: number, y: number })
const within = (a: Rect, b: Rect) => a.x >= b.x && a.y >= b.y && a.x + a.w <= b.x + b.w && a.y + a.h <= b.y + b.h

test('a union holds all of its rectangles and is not larger than they need', () => {
  expect(union([])).toBeUndefined()
  fc.assert(
    fc.property(fc.array(rect, { minLength: 1, maxLength: 8 }), (list) => {
      const all = union(list)
      if (!all) throw new Error('there is a union')
      for (const r of list) expect(within(r, all)).toBe(true)
      for (const edge of [(r: Rect) => r.x, (r: Rect) => r.y]) expect(list.some((r) => edge(r) === edge(all))).toBe(true)
      expect(list.some((r) => r.x + r.w === all.x + all.w)).toBe(true)
      expect(list.some((r) => r.y + r.h === all.y + all.h)).toBe(true)
    }),
  )
})

test('rectangles overlap from both sides, and not when they only touch', () => {
  fc.assert(
    fc.property(rect, rect, (a, b) => {
      expect(overlap(a, b)).toBe(overlap(b, a))
    }),
  )
  fc.assert(
    fc.property(rect, (r) => {
      expect(overlap(r, r)).toBe(true)
      expect(overlap(r, { ...r, x: r.x + r.w })).toBe(false)
      expect(overlap(r, { ...r, y: r.y + r.h - 1 })).toBe(true)
    }),
  )
})

test('two corners span the same rectangle whichever is first', () => {
  fc.assert(
    fc.property(point, point, (a, b) => {
      expect(between(a, b)).toEqual(between(b, a))
      expect(between(a, b)).toEqual(around([a, b]))
    }),
  )
})

test('the middle of a line is that of what it spans', () => {
  const group = {
    id: 'l',
    title: '',
    route: [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 40 },
    ],
  } as Parameters<typeof center>[0]
  expect(center(group)).toEqual({ x: 5, y: 20 })
})
