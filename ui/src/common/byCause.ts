import { type Finding } from '../core/api'

export interface Cause {
  finding: Finding
  following: Finding[]
}

// byCause puts findings below the one that they follow from, where that is there too.
export function byCause(findings: Finding[]): Cause[] {
  const there = new Set(findings.map((f) => f.id))
  const below = new Map<string, Finding[]>()
  for (const f of findings) {
    if (f.follows && there.has(f.follows)) below.set(f.follows, [...(below.get(f.follows) ?? []), f])
  }
  return findings.filter((f) => !f.follows || !there.has(f.follows)).map((finding) => ({ finding, following: below.get(finding.id) ?? [] }))
}
