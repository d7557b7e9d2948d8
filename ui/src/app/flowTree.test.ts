import { expect, test } from 'vitest'

import { type DiagramInfo } from '../core/types'
import { flowTree } from './flowTree'

const level = (id: string, about: string, parent: string, number: string, view = ''): DiagramInfo => ({
  id,
  kind: 'levelDiagram',
  name: id,
  elements: 0,
  title: id,
  about,
  parent,
  number,
  view,
})
const shown = (diagrams: DiagramInfo[]) => flowTree(diagrams).map((t) => `${' '.repeat(t.depth)}${t.diagram.id}`)
const context: DiagramInfo = { id: 'context', kind: 'contextDiagram', name: 'System', elements: 0, title: 'Context' }

test('context and levels stand in the order of their numbers, each below what it opens', () => {
  expect(
    shown([
      level('ten', 'p10', 'system', '10'),
      level('two', 'p2', 'system', '2'),
      context,
      level('first', 'system', '', ''),
      level('two-one', 'p2.1', 'p2', '2.1'),
      { ...context, id: 'classes', kind: 'classDiagram' },
    ]),
  ).toEqual(['context', ' first', '  two', '   two-one', '  ten'])
})

test('the physical view stands beside the logical one, and opens nothing', () => {
  expect(
    shown([level('logical', 'system', '', ''), level('physical', 'system', '', '', 'physical'), level('one', 'p1', 'system', '1')]),
  ).toEqual([' logical', '  one', ' physical'])
})

test('a level whose process is part of one that is not opened still has its place', () => {
  expect(shown([context, level('lost', 'p3.1', 'p3', '3.1')])).toEqual(['context', '  lost'])
})
