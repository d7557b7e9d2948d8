import fc from 'fast-check'
import { expect, test } from 'vitest'

import { mark, since, takenNow } from './taken'

const files = fc.uniqueArray(fc.record({ path: fc.string({ minLength: 1 }), content: fc.string() }), {
  selector: (f) => f.path,
  maxLength: 12,
})

test('what was just taken is the same', () => {
  fc.assert(
    fc.property(files, (list) => {
      expect(since(takenNow(list), list).every((f) => f.state === 'same')).toBe(true)
    }),
  )
})

test('each file of either side is told once, and rightly', () => {
  fc.assert(
    fc.property(files, files, (before, now) => {
      const told = since(takenNow(before), now)
      expect(told.map((f) => f.path).sort()).toEqual([...new Set([...before, ...now].map((f) => f.path))].sort())
      for (const { path, state } of told) {
        const was = before.find((f) => f.path === path)
        const is = now.find((f) => f.path === path)
        const wanted = !is ? 'gone' : !was ? 'new' : was.content === is.content ? 'same' : 'changed'
        if (wanted !== 'changed' || mark(was?.content ?? '') !== mark(is?.content ?? '')) expect(state, path).toBe(wanted)
      }
    }),
  )
})

test('where nothing was taken, nothing is new', () => {
  expect(since(undefined, [{ path: 'a', content: 'b' }])).toEqual([{ path: 'a', state: 'same' }])
})

test('names of what every object has are names', () => {
  expect(since({}, [{ path: 'constructor', content: '' }])).toEqual([{ path: 'constructor', state: 'new' }])
})
