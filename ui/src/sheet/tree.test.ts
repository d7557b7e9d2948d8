import fc from 'fast-check'
import { expect, test } from 'vitest'

import { type Group } from '../core/api'
import { insideOf, tops } from './tree'

const shape = (id: string, more: Partial<Group> = {}) =>
  ({ id, subject: `s${id}`, title: id, hash: '', shapes: [], ...more }) as unknown as Group

test('packages, components, parts and ports are a tree', () => {
  const shapes = [
    shape('outer', { holds: ['inner', 'part', 'deep'] }),
    shape('inner', { holds: ['deep'] }),
    shape('deep'),
    shape('part'),
    shape('port', { at: 'sinner' }),
    shape('alone'),
  ]
  const names = (list: Group[]) => list.map((g) => g.id)
  expect(names(tops(shapes))).toEqual(['outer', 'alone'])
  expect(names(insideOf(shapes[0] as Group, shapes))).toEqual(['inner', 'part'])
  expect(names(insideOf(shapes[1] as Group, shapes))).toEqual(['deep', 'port'])
})

test('every shape is in the tree once, whatever holds what', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(20), { maxLength: 12 }), (parents) => {
      // Each shape stands in an earlier one, or in none, and in all that this one stands in.
      const ups = parents.map((p, i) => {
        const up: number[] = []
        for (let at = p; at < i; at = parents[at] ?? i) {
          up.push(at)
          if ((parents[at] ?? i) >= at) break
        }
        return up
      })
      const shapes = parents.map((_, i) => shape(String(i), { holds: ups.flatMap((up, k) => (up.includes(i) ? [String(k)] : [])) }))
      const met: string[] = []
      const walk = (list: Group[]) => {
        for (const g of list) {
          met.push(g.id)
          walk(insideOf(g, shapes))
        }
      }
      walk(tops(shapes))
      expect(met.sort()).toEqual(shapes.map((g) => g.id).sort())
    }),
  )
})
