import { expect, test } from 'vitest'

import { type EntryField } from '../core/api'
import { changesOf, questionOf } from './changesOf'

const field = (more: Partial<EntryField>) => ({ label: 'A', type: 'text', value: '', ...more }) as EntryField

test('a value stands where the field says', () => {
  const name = field({ change: [{ type: 'setName', id: 'c' }] as never, member: 'name' })
  expect(changesOf(name, 'Lot')).toEqual([{ type: 'setName', id: 'c', name: 'Lot' }])
  expect(changesOf(name, 'Jar')).toEqual([{ type: 'setName', id: 'c', name: 'Jar' }])
  const set = field({ change: [{ type: 'setEnd', id: 'e', set: {} }] as never, member: 'set.ordered', as: 'truth' })
  expect(changesOf(set, 'yes')).toEqual([{ type: 'setEnd', id: 'e', set: { ordered: true } }])
  expect(changesOf(set, '')).toEqual([{ type: 'setEnd', id: 'e', set: { ordered: false } }])
  const bare = field({ change: [{ type: 'setEnd', id: 'e' }] as never, member: 'set.name' })
  expect(changesOf(bare, 'home')).toEqual([{ type: 'setEnd', id: 'e', set: { name: 'home' } }])
})

test('lists are names with commas between, each once', () => {
  const list = field({ change: [{ type: 'setClassifier', id: 'c', set: {} }] as never, member: 'set.stereotypes', as: 'list' })
  expect(changesOf(list, '«traced», service,, traced ')).toEqual([
    { type: 'setClassifier', id: 'c', set: { stereotypes: ['traced', 'service'] } },
  ])
  expect(changesOf(list, ' ')).toEqual([{ type: 'setClassifier', id: 'c', set: { stereotypes: [] } }])
})

test('a choice may have changes of its own', () => {
  const changes = [{ type: 'setKind', id: 'r', kind: 'usage' }] as never
  const kind = field({
    type: 'choice',
    value: 'a',
    choices: [
      { value: 'a', title: 'A' },
      { value: 'b', title: 'B', changes },
    ],
  })
  expect(changesOf(kind, 'b')).toBe(changes)
  expect(changesOf(kind, 'a')).toEqual([])
})

test('a switch may have changes of its own for on and off', () => {
  const on = [{ type: 'delete', id: 'a' }] as never
  const off = [{ type: 'delete', id: 'b' }] as never
  expect(changesOf(field({ type: 'switch', on, off }), 'yes')).toBe(on)
  expect(changesOf(field({ type: 'switch', on, off }), '')).toBe(off)
})

test('stereotypes in front of a name are read by the core', () => {
  const name = field({ change: [{ type: 'setName', id: 'c' }] as never, member: 'name' })
  const asked = { path: 'previews/naming', body: { element: 'c', text: '«resource» Timber stock' } }
  expect(questionOf(name, '«resource» Timber stock')).toEqual(asked)
  expect(questionOf(name, '<<resource>> Stock')?.body.text).toBe('<<resource>> Stock')
  expect(questionOf(name, 'Timber stock')).toBeUndefined()
  const role = field({ change: [{ type: 'setEnd', id: 'e' }] as never, member: 'set.name' })
  expect(questionOf(role, '«x» y')).toBeUndefined()
})
