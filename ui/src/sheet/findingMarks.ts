import { type Finding, type Group, type Point, type Severity } from '../core/api'

// Where findings are marked on a drawing: at the shapes and lines that they concern.

export type Mark = { group: Group; at: Point; severity: Severity; findings: Finding[] }

const along = 0.3 // of a piece

const gravest: Severity[] = ['error', 'warning', 'question', 'advice']

// marksOf puts the findings of a diagram at its groups: one mark each, of the gravest severity,
// in the order in which one reads: from the top down, from the left to the right.
export function marksOf(findings: Finding[], groups: Group[]): Mark[] {
  const of = new Map<string, Finding[]>()
  for (const f of findings) if (f.element) of.set(f.element, [...(of.get(f.element) ?? []), f])
  const marks: Mark[] = []
  for (const [subject, list] of of) {
    const group = groups.find((g) => g.subject === subject && (g.box || g.route))
    const at = group && placeOf(group)
    const severity = gravest.find((s) => list.some((f) => f.severity === s))
    if (group && at && severity) marks.push({ group, at, severity, findings: list })
  }
  return marks.sort((a, b) => a.at.y - b.at.y || a.at.x - b.at.x)
}

// placeOf is the upper right corner of a shape, or a place on the longest piece of a line: not its
// middle, where its name stands.
function placeOf({ box, route }: Group): Point | undefined {
  if (box) return { x: box.x + box.w, y: box.y }
  let best: Point | undefined
  let longest = -1
  for (let i = 0; i + 1 < (route?.length ?? 0); i++) {
    const a = route?.[i]
    const b = route?.[i + 1]
    if (!a || !b) continue
    const length = Math.hypot(a.x - b.x, a.y - b.y)
    if (length > longest) {
      longest = length
      best = { x: a.x + (b.x - a.x) * along, y: a.y + (b.y - a.y) * along }
    }
  }
  return best
}

// nextMark is the mark behind one in the order of reading, or before it; round and round.
export function nextMark(marks: Mark[], from: string | undefined, step: 1 | -1): Mark | undefined {
  const at = marks.findIndex((m) => m.group.id === from)
  if (at < 0) return step > 0 ? marks[0] : marks.at(-1)
  return marks[(at + step + marks.length) % marks.length]
}
