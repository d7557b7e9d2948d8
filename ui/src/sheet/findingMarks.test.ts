import { expect, test } from 'vitest'

import { type Finding, type Group } from '../core/api'
import { marksOf, nextMark } from './findingMarks'

const finding = (id: string, element: string, severity = 'warning') => ({ id, element, severity }) as Finding
const shape = (id: string, x: number, y: number) => ({ id: `p-${id}`, subject: id, box: { x, y, w: 100, h: 60 } }) as Group
const line = {
  id: 'p-l',
  subject: 'l',
  route: [
    { x: 0, y: 0 },
    { x: 0, y: 20 },
    { x: 200, y: 20 },
  ],
} as Group

test('each shape and line has one mark, of the gravest severity', () => {
  const marks = marksOf(
    [finding('1', 'a', 'advice'), finding('2', 'a', 'error'), finding('3', 'l'), finding('4', 'gone')],
    [shape('a', 10, 50), line],
  )
  expect(marks.map((m) => [m.group.subject, m.severity, m.findings.length])).toEqual([
    ['l', 'warning', 1],
    ['a', 'error', 2],
  ])
  expect(marks[0]?.at, 'on the longest piece, beside its middle').toEqual({ x: 60, y: 20 })
  expect(marks[1]?.at, 'at the upper right corner').toEqual({ x: 110, y: 50 })
})

test('one goes from mark to mark as one reads, and round', () => {
  const marks = marksOf(
    [finding('1', 'c'), finding('2', 'a'), finding('3', 'b')],
    [shape('a', 0, 0), shape('b', 300, 0), shape('c', 0, 200)],
  )
  const order = (step: 1 | -1) => {
    const out = []
    let at: string | undefined
    for (let i = 0; i < 4; i++) {
      const mark = nextMark(marks, at, step)
      at = mark?.group.id
      out.push(mark?.group.subject)
    }
    return out
  }
  expect(order(1)).toEqual(['a', 'b', 'c', 'a'])
  expect(order(-1)).toEqual(['c', 'b', 'a', 'c'])
  expect(nextMark([], undefined, 1)).toBeUndefined()
})
