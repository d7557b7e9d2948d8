import { expect, test } from 'vitest'

import { type DiagramInfo, type Finding } from '../../core/api'
import { linesOf } from './grouping'

const finding = (id: string, rule: string, severity: string, more: Partial<Finding> = {}) =>
  ({ id, rule, severity, title: `Title of ${rule}`, ...more }) as Finding
const told = (lines: ReturnType<typeof linesOf>) =>
  lines.map((l) => ('head' in l ? `${l.head} (${l.count})${l.folded ? ' …' : ''}` : l.cause.finding.id))

const many = ['1', '2', '3', '4', '5'].map((n) =>
  finding(`d${n}`, 'dictionary/undefined', 'warning', { element: `i${n}`, about: `data item ${n}` }),
)
const all = [
  ...many,
  finding('c', 'class/duplicate', 'error', { element: 'k', about: 'class Kiln', diagram: 'x' }),
  finding('q', 'end/undecided', 'question', { diagram: 'x' }),
]
const diagrams = [{ id: 'x', name: 'Kilns' }] as DiagramInfo[]

test('many of one rule are one line until they are asked for', () => {
  expect(told(linesOf(all, 'rule', diagrams, new Set()))).toEqual([
    'c', // one alone says itself what its rule is
    'Title of dictionary/undefined (5) …',
    'q',
  ])
  expect(told(linesOf(all, 'rule', diagrams, new Set(['rule dictionary/undefined'])))).toContain('d3')
})

test('by diagram, element and severity, the gravest first', () => {
  expect(told(linesOf(all, 'diagram', diagrams, new Set()))).toEqual([
    'Kilns (2)',
    'c',
    'q',
    'On no diagram (5)',
    'd1',
    'd2',
    'd3',
    'd4',
    'd5',
  ])
  expect(told(linesOf(all, 'severity', diagrams, new Set(['severity warning'])))).toEqual([
    'Errors (1)',
    'c',
    'Warnings (5) …',
    'Open questions (1)',
    'q',
  ])
  expect(told(linesOf(all, 'element', diagrams, new Set()))[0]).toBe('class Kiln (1)')
})

test('what follows from another stands below it', () => {
  const lines = linesOf([finding('a', 'r', 'error'), finding('b', 's', 'warning', { follows: 'a' })], 'rule', [], new Set())
  expect(told(lines)).toEqual(['a'])
})
