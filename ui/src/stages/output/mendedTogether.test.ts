import { expect, test } from 'vitest'

import { mendedTogether } from './mendedTogether'

const change = (id: string) => ({ type: 'setPart' as const, id, set: { typeName: 'Text' } })
const problem = (rule: string, ...mends: string[]) => ({
  severity: 'warning',
  rule,
  message: '',
  mends: mends.map((id) => ({ title: id, changes: [change(id)] })),
})

test('what has one way out each is mended at once, rule by rule', () => {
  const all = mendedTogether([
    problem('target/type', 'a'),
    problem('target/type', 'b'),
    problem('target/type'),
    problem('target/name', 'c'),
    problem('class/type-unknown', 'd', 'e'),
    problem('class/type-unknown', 'f'),
  ])
  expect(all).toEqual([{ rule: 'target/type', title: 'Mend all 2 as proposed (target/type)', changes: [change('a'), change('b')] }])
  expect(mendedTogether([])).toEqual([])
})
