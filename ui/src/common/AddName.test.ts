import fc from 'fast-check'
import { expect, test } from 'vitest'

import { withName } from './AddName'

test('a name is added behind the others, once', () => {
  expect(withName('', 'Tool')).toBe('Tool')
  expect(withName(' Branch ,, Locker', 'Tool')).toBe('Branch, Locker, Tool')
  expect(withName('branch', 'Branch')).toBe('branch')
})

test('whatever was there stays, in its order', () => {
  const name = fc.string({ minLength: 1 }).map((s) => s.replaceAll(',', '').trim() || 'x')
  fc.assert(
    fc.property(fc.array(name), name, (there, added) => {
      const after = withName(there.join(','), added).split(', ')
      expect(after.slice(0, there.length)).toEqual(there)
      expect(after.length).toBeLessThanOrEqual(there.length + 1)
      expect(after.map((n) => n.toLowerCase())).toContain(added.toLowerCase())
    }),
  )
})
