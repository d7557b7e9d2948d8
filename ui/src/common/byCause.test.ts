import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

import { type Finding } from '../core/api'
import { byCause } from './byCause'

const finding = (id: string, follows = '') => ({ id, follows }) as Finding

describe('byCause', () => {
  it('puts what follows below its cause, in the order in which it came', () => {
    const list = [finding('b', 'a'), finding('a'), finding('c', 'a'), finding('d')]
    expect(byCause(list).map((c) => [c.finding.id, c.following.map((f) => f.id)])).toEqual([
      ['a', ['b', 'c']],
      ['d', []],
    ])
  })

  it('leaves alone what follows from something that is not shown', () => {
    expect(byCause([finding('b', 'a')]).map((c) => c.finding.id)).toEqual(['b'])
  })

  it('shows every finding once', () => {
    const ids = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 3 }), { maxLength: 20 })
    fc.assert(
      fc.property(ids, fc.infiniteStream(fc.nat(30)), (names, picks) => {
        // Causes follow from nothing: the core sees to that.
        const causes = names.slice(0, Math.ceil(names.length / 2))
        const list = names.map((id, i) => finding(id, i < causes.length ? '' : causes[(picks.next().value as number) % causes.length]))
        const shown = byCause(list).flatMap((c) => [c.finding.id, ...c.following.map((f) => f.id)])
        expect(shown.toSorted()).toEqual(names.toSorted())
      }),
    )
  })
})
