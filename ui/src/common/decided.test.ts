import { expect, test } from 'vitest'

import { type TargetOption } from '../core/types'
import { decide, decidedOtherwise } from './decided'

const option = (name: string, standard: string, keeps: string): TargetOption => ({
  name,
  keeps,
  title: name,
  doc: '',
  choices: [],
  default: standard,
  value: standard,
  names: false,
  fault: '',
})

test('what is usual is no decision', () => {
  const files = option('files', 'many', 'code')
  expect(decide(files, 'one')).toEqual({ type: 'decideTarget', target: 'code', option: 'files', value: 'one' })
  expect(decide(files, 'many')).toMatchObject({ option: 'files', usual: true })
})

test('what is decided otherwise is told as people read it', () => {
  const files = {
    ...option('files', 'many', 'code'),
    choices: [
      { value: 'many', title: 'Many' },
      { value: 'one', title: 'One for all' },
    ],
  }
  const name = option('package', '', 'java')
  expect(decidedOtherwise([files, name])).toEqual([])
  expect(
    decidedOtherwise([
      { ...files, value: 'one' },
      { ...name, value: 'org.example' },
    ]),
  ).toEqual([
    { name: 'files', title: 'files', said: 'One for all' },
    { name: 'package', title: 'package', said: 'org.example' },
  ])
})
