import fc from 'fast-check'
import { expect, test } from 'vitest'

import { type Group } from '../core/api'
import { advance } from './gradually'

const group = (id: number, version: number, shape: boolean) =>
  ({ id: `g${id}`, hash: String(version), ...(shape ? { box: { x: 0, y: 0, w: 1, h: 1 } } : {}) }) as Group
const groups = fc
  .uniqueArray(fc.record({ id: fc.nat(60), version: fc.nat(2), shape: fc.boolean() }), { selector: (g) => g.id, maxLength: 60 })
  .map((list) => list.map((g) => group(g.id, g.version, g.shape)))

test('whatever is drawn, the goal is reached, by so many groups at a time', () => {
  fc.assert(
    fc.property(groups, groups, fc.integer({ min: 1, max: 20 }), (start, goal, most) => {
      let drawn = start
      for (let step = 0; drawn !== goal; step++) {
        expect(step).toBeLessThan(70)
        const before = new Map(drawn.map((g) => [g.id, g]))
        drawn = advance(drawn, goal, most)
        expect(drawn.filter((g) => before.get(g.id) !== g).length).toBeLessThanOrEqual(most)
        expect(drawn.map((g) => g.id)).toEqual(goal.map((g) => g.id).filter((id) => drawn.some((g) => g.id === id)))
      }
    }),
  )
})

test('shapes come before lines', () => {
  const goal = [group(1, 0, false), group(2, 0, false), group(3, 0, true)]
  expect(advance([], goal, 1).map((g) => g.id)).toEqual(['g3'])
  expect(advance([], goal, 3)).toBe(goal)
})
