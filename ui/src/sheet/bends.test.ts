import fc from 'fast-check'
import { expect, test } from 'vitest'

import { type Group, type Point } from '../core/api'
import { bendHandles, bendsAfter } from './bends'

const lineOf = (route: Point[], line?: string) => ({ id: 'l', title: 'line', route, line }) as Group

// A line whose pieces go across and down in turn.
const upright = fc
  .tuple(
    fc.boolean(),
    fc.array(
      fc.integer({ min: -200, max: 200 }).filter((n) => n !== 0),
      { minLength: 1, maxLength: 7 },
    ),
  )
  .map(([down, steps]) => {
    const route: Point[] = [{ x: 0, y: 0 }]
    steps.forEach((step, i) => {
      const last = route.at(-1) ?? { x: 0, y: 0 }
      route.push((i % 2 === 0) === down ? { x: last.x, y: last.y + step } : { x: last.x + step, y: last.y })
    })
    return route
  })
const moved = fc.integer({ min: -300, max: 300 })

const isUpright = (route: Point[]) =>
  route.every((p, i) => {
    const next = route[i + 1]
    return !next || p.x === next.x || p.y === next.y
  })

test('pieces of a right-angled line stay across or down wherever they are dragged', () => {
  fc.assert(
    fc.property(upright, moved, moved, fc.nat(), (route, dx, dy, n) => {
      const line = lineOf(route)
      const handles = bendHandles(line)
      const handle = handles[n % Math.max(1, handles.length)]
      if (!handle) return
      const after = bendsAfter(line, handle.handle, dx, dy)
      // The ends of a bracket are found anew when it is drawn.
      expect(isUpright(route.length === 2 ? after.slice(1, -1) : after)).toBe(true)
    }),
  )
})

test('dragging changes a copy: the line that is drawn stays until it is drawn anew', () => {
  fc.assert(
    fc.property(upright, moved, moved, (route, dx, dy) => {
      const line = lineOf(route)
      const before = JSON.stringify(line)
      for (const { handle } of bendHandles(line)) bendsAfter(line, handle, dx, dy)
      expect(JSON.stringify(line)).toBe(before)
    }),
  )
})

test('a piece has a handle in its middle, unless it is too short to take hold of', () => {
  const line = lineOf([
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 10 },
    { x: 200, y: 10 },
  ])
  expect(bendHandles(line).map((h) => [h.handle, h.at.x, h.at.y])).toEqual([
    [0, 50, 0],
    [4, 150, 10],
  ])
})

test('a straight line is bent where it is taken hold of, and its bends are moved', () => {
  const line = lineOf(
    [
      { x: 0, y: 0 },
      { x: 100, y: 100 },
    ],
    'straight',
  )
  const bent = bendsAfter(line, 0, 20, -20)
  expect(bent).toEqual([
    { x: 0, y: 0 },
    { x: 70, y: 30 },
    { x: 100, y: 100 },
  ])
  expect(bendsAfter(lineOf(bent, 'straight'), 1, 5, 5)[1]).toEqual({ x: 75, y: 35 })
})

test('a single piece that is dragged aside becomes a bracket between its ends', () => {
  expect(
    bendsAfter(
      lineOf([
        { x: 0, y: 0 },
        { x: 200, y: 0 },
      ]),
      0,
      0,
      40,
    ),
  ).toEqual([
    { x: 0, y: 0 },
    { x: 30, y: 40 },
    { x: 170, y: 40 },
    { x: 200, y: 0 },
  ])
})
