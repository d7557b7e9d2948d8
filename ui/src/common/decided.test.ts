import { expect, test } from 'vitest'

import { type TargetOption } from '../core/types'
import { decided } from './decided'

const option = (name: string, standard: string, keeps: string): TargetOption => ({
  name,
  keeps,
  title: name,
  doc: '',
  choices: [],
  default: standard,
  value: standard,
  fault: '',
})

test('a decision takes the place of the one before, and leaves the others as they are', () => {
  const others = [
    { target: 'csv', option: 'module', value: 'x' },
    { target: 'go', option: 'style', value: 'y' },
  ]
  const once = decided(others, option('module', '', 'go'), 'example.org/a')
  expect(once).toEqual([...others, { target: 'go', option: 'module', value: 'example.org/a' }])
  expect(decided(once, option('module', '', 'go'), 'example.org/b')).toEqual([
    ...others,
    { target: 'go', option: 'module', value: 'example.org/b' },
  ])
  expect(decided(once, option('module', '', 'csv'), 'z')).toContainEqual({ target: 'go', option: 'module', value: 'example.org/a' })
})

test('the default is no decision', () => {
  const set = [{ target: 'csv', option: 'separator', value: 'tab' }]
  expect(decided(set, option('separator', 'comma', 'csv'), 'comma')).toEqual([])
  expect(decided([], option('separator', 'comma', 'csv'), 'comma')).toEqual([])
})
