import { type Output } from '../../core/types'

type Problem = Output['problems'][number]
type Changes = NonNullable<Problem['mends']>[number]['changes']

export type Together = { rule: string; title: string; changes: Changes }

// mendedTogether are the rules of which several findings have one way out each: those are gone at once.
export function mendedTogether(problems: Problem[]): Together[] {
  const byRule = new Map<string, Changes[]>()
  for (const p of problems) {
    const [mend, ...more] = p.mends ?? []
    if (mend && more.length === 0) byRule.set(p.rule, [...(byRule.get(p.rule) ?? []), mend.changes])
  }
  return [...byRule]
    .filter(([, all]) => all.length > 1)
    .map(([rule, all]) => ({ rule, title: `Mend all ${all.length} as proposed (${rule})`, changes: all.flat() }))
}
