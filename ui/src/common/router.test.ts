import fc from 'fast-check'
import { expect, test } from 'vitest'

import { pages, routeOf } from './router'

test('an address names the project and what is shown of it', () => {
  for (const [path, route] of [
    ['/', { stage: 'sheet' }],
    ['/p/', { stage: 'sheet' }],
    ['/q/lots', { stage: 'sheet' }],
    ['/p/lots', { project: 'lots', stage: 'sheet', diagram: undefined }],
    ['/p/lots/d/first', { project: 'lots', stage: 'sheet', diagram: 'first' }],
    ['/p/lots/brief', { project: 'lots', stage: 'brief', subject: undefined }],
    ['/p/lots/brief/x', { project: 'lots', stage: 'brief', subject: undefined }],
    ['/p/lots/trace/honey-lot', { project: 'lots', stage: 'trace', subject: 'honey-lot' }],
    ['/p/lots/trace/a%20b', { project: 'lots', stage: 'trace', subject: 'a b' }],
    ['/p/lots/nothing/x', { project: 'lots', stage: 'sheet', diagram: undefined }],
  ] as const) {
    expect(routeOf(path), path).toEqual(route)
  }
})

test('an address that was cut in the middle of a character is read all the same', () => {
  expect(routeOf('/p/lots/d/%E2%82')).toEqual({ project: 'lots', stage: 'sheet', diagram: '%E2%82' })
})

test('whatever an address is, it leads to a stage that there is', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), (text) => {
      const { stage } = routeOf(`/p/${text}`)
      return stage === 'sheet' || pages.includes(stage)
    }),
  )
})
