import { expect, test } from 'vitest'

import { type Target, type TargetOption } from '../../core/types'
import { decided } from './decided'

const option = (name: string, standard: string): TargetOption => ({
  name,
  title: name,
  doc: '',
  choices: [],
  default: standard,
  value: standard,
  fault: '',
})
const go: Target = { name: 'go', title: 'Go', download: '', notes: '', options: [] }
const csv: Target = { ...go, name: 'csv' }

test('a decision takes the place of the one before, and leaves the others as they are', () => {
  const others = [
    { target: 'csv', option: 'module', value: 'x' },
    { target: 'go', option: 'style', value: 'y' },
  ]
  const once = decided(others, go, option('module', ''), 'example.org/a')
  expect(once).toEqual([...others, { target: 'go', option: 'module', value: 'example.org/a' }])
  expect(decided(once, go, option('module', ''), 'example.org/b')).toEqual([
    ...others,
    { target: 'go', option: 'module', value: 'example.org/b' },
  ])
  expect(decided(once, csv, option('module', ''), 'z')).toContainEqual({ target: 'go', option: 'module', value: 'example.org/a' })
})

test('the default is no decision', () => {
  const set = [{ target: 'csv', option: 'separator', value: 'tab' }]
  expect(decided(set, csv, option('separator', 'comma'), 'comma')).toEqual([])
  expect(decided([], csv, option('separator', 'comma'), 'comma')).toEqual([])
})
