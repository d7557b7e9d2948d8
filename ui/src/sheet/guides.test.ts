import fc from 'fast-check'
import { expect, test } from 'vitest'

import { type Rect } from '../core/api'
import { catchGuides, gridStep } from './guides'

const rect: fc.Arbitrary<Rect> = fc.record({
  x: fc.integer({ min: -2000, max: 2000 }),
  y: fc.integer({ min: -2000, max: 2000 }),
  w: fc.integer({ min: 10, max: 400 }),
  h: fc.integer({ min: 10, max: 400 }),
})
const others = fc.array(rect, { maxLength: 8 })

test('a guide never pulls further than it may, however far the window is zoomed', () => {
  fc.assert(
    fc.property(rect, others, fc.constantFrom(0.25, 0.5, 1, 2), (moving, list, zoom) => {
      const { dx, dy } = catchGuides(moving, list, zoom, false)
      expect(Math.abs(dx)).toBeLessThanOrEqual(6 / zoom)
      expect(Math.abs(dy)).toBeLessThanOrEqual(6 / zoom)
    }),
  )
})

test('what was caught is caught by the same guide once it is there', () => {
  fc.assert(
    fc.property(rect, others, (moving, list) => {
      const { dx, dy } = catchGuides(moving, list, 1, false)
      const again = catchGuides({ ...moving, x: moving.x + dx, y: moving.y + dy }, list, 1, false)
      expect([Math.abs(again.dx), Math.abs(again.dy)]).toEqual([0, 0])
    }),
  )
})

test('across and down are treated alike', () => {
  const turned = (r: Rect) => ({ x: r.y, y: r.x, w: r.h, h: r.w })
  fc.assert(
    fc.property(rect, others, (moving, list) => {
      const one = catchGuides(moving, list, 1, false)
      const other = catchGuides(turned(moving), list.map(turned), 1, false)
      expect([other.dx, other.dy]).toEqual([one.dy, one.dx])
    }),
  )
})

test('edges and equal gaps catch, and are drawn', () => {
  const [a, b] = [
    { x: 0, y: 0, w: 100, h: 50 },
    { x: 150, y: 0, w: 100, h: 50 },
  ]
  const third = catchGuides({ x: 297, y: 3, w: 100, h: 50 }, [a, b], 1, false)
  expect([third.dx, third.dy]).toEqual([3, -3])
  expect(third.guides.filter((g) => g.gap)).toHaveLength(2)
})

test('with the grid, what no guide catches falls on a step of it', () => {
  fc.assert(
    fc.property(rect, (moving) => {
      const { dx, dy } = catchGuides(moving, [], 1, true)
      expect(Math.abs((moving.x + dx) % gridStep)).toBe(0)
      expect(Math.abs((moving.y + dy) % gridStep)).toBe(0)
    }),
  )
})
