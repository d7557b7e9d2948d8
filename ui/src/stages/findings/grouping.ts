import { type Cause, byCause } from '../../common/byCause'
import { type DiagramInfo, type Finding, type Severity } from '../../core/api'

// How the findings are put together on their page.

export const groupings = ['rule', 'diagram', 'element', 'severity'] as const
export type Grouping = (typeof groupings)[number]

export type Line = { head: string; key: string; count: number; folded: boolean } | { cause: Cause }

const severities: Severity[] = ['error', 'warning', 'question', 'advice']
const inWords: Record<Severity, string> = { error: 'Errors', warning: 'Warnings', question: 'Open questions', advice: 'Advice' }

// foldedFrom: so many findings of one rule are one line until somebody asks for them.
const foldedFrom = 4

const gravity = (cause: Cause) => severities.indexOf(cause.finding.severity)

// linesOf are the lines of the page: a head for each group, the group with the gravest finding
// first, and below it its findings, unless it is folded. Opened are the keys of groups that a
// person unfolded, or folded where they would be open.
export function linesOf(findings: Finding[], by: Grouping, diagrams: DiagramInfo[], turned: ReadonlySet<string>): Line[] {
  const groups = new Map<string, { head: string; causes: Cause[] }>()
  for (const cause of byCause(findings)) {
    const { key, head } = groupOf(cause.finding, by, diagrams)
    const group = groups.get(key) ?? { head, causes: [] }
    group.causes.push(cause)
    groups.set(key, group)
  }
  const grave = (causes: Cause[]) => Math.min(...causes.map(gravity))
  const sorted = [...groups].sort(
    ([, a], [, b]) => grave(a.causes) - grave(b.causes) || b.causes.length - a.causes.length || a.head.localeCompare(b.head),
  )
  return sorted.flatMap(([key, { head, causes }]): Line[] => {
    // One finding says itself what its rule is.
    if (by === 'rule' && causes.length === 1) return causes.map((cause) => ({ cause }))
    const folded = (by === 'rule' && causes.length >= foldedFrom) !== turned.has(`${by} ${key}`)
    return [
      { head, key: `${by} ${key}`, count: causes.length, folded },
      ...(folded ? [] : causes.sort((a, b) => gravity(a) - gravity(b)).map((cause) => ({ cause }))),
    ]
  })
}

function groupOf(f: Finding, by: Grouping, diagrams: DiagramInfo[]): { key: string; head: string } {
  switch (by) {
    case 'rule':
      return { key: f.rule, head: f.title }
    case 'severity':
      return { key: f.severity, head: inWords[f.severity] }
    case 'element':
      return { key: f.element ?? '', head: f.about ?? 'The project' }
    case 'diagram': {
      const d = diagrams.find((d) => d.id === f.diagram)
      return { key: d?.id ?? '', head: d ? (d.title ?? d.name) || '(no name)' : 'On no diagram' }
    }
  }
}
