import { expect, test } from 'vitest'

import { type Candidate } from '../../core/api'
import { byDigit, legend, nextOf, ownerOf } from './taking'

const candidate = (key: string, kinds: [string, number][] = [], owners: string[] = []) =>
  ({
    key,
    name: key,
    kinds: kinds.map(([kind, digit]) => ({ kind, digit, title: kind, name: key, there: false })),
    owners: owners.map((id) => ({ id, title: id })),
  }) as unknown as Candidate

test('the next one is that behind, or before, or none', () => {
  const list = ['a', 'b', 'c'].map((k) => candidate(k))
  expect(list.map((c) => nextOf(list, c))).toEqual(['b', 'c', 'b'])
  expect(nextOf(list.slice(0, 1), candidate('a'))).toBeUndefined()
})

test('a digit means the same kind for every word, in whatever order they are offered', () => {
  const likely = candidate('log', [
    ['store', 4],
    ['class', 1],
  ])
  const other = candidate('ship', [
    ['class', 1],
    ['store', 4],
  ])
  for (const c of [likely, other]) {
    expect(byDigit(c, '4')?.kind).toBe('store')
    expect(byDigit(c, '1')?.kind).toBe('class')
    expect(byDigit(c, '7')).toBeUndefined()
  }
  expect(legend([likely, other])).toEqual([
    ['1', 'class'],
    ['4', 'store'],
  ])
})

test('a feature is of the likeliest class, other kinds are of none', () => {
  const c = candidate('price', [['attribute', 6]], ['book', 'shelf'])
  expect(ownerOf(c, 'attribute')).toBe('book')
  expect(ownerOf(c, 'class')).toBe('')
})
