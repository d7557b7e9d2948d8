import { type Group, type Point } from '../core/api'

// Bending a line by hand. Handle 2i is the middle of its piece i, handle 2i + 1
// its bend i + 1, which only straight lines have.

export type BendHandle = { handle: number; at: Point; cursor: string }

export function bendHandles(group: Group): BendHandle[] {
  const route = group.route ?? []
  const out: BendHandle[] = []
  for (let i = 0; i + 1 < route.length; i++) {
    const a = route[i]
    const b = route[i + 1]
    if (!a || !b) continue
    if (Math.hypot(a.x - b.x, a.y - b.y) > 20) {
      const cursor = group.line === 'straight' ? 'move' : a.x === b.x ? 'ew-resize' : 'ns-resize'
      out.push({ handle: 2 * i, at: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, cursor })
    }
    if (group.line === 'straight' && i + 2 < route.length) out.push({ handle: 2 * i + 1, at: b, cursor: 'move' })
  }
  return out
}

// bendsAfter is the line after a handle was moved: its ends, which the server
// finds anew, and the bends between them.
export function bendsAfter(group: Group, handle: number, dx: number, dy: number): Point[] {
  const route = (group.route ?? []).map((p) => ({ ...p }))
  const i = Math.floor(handle / 2)
  const a = route[i]
  const b = route[i + 1]
  if (!a || !b) return route
  if (group.line === 'straight') {
    if (handle % 2) {
      b.x += dx
      b.y += dy
    } else {
      route.splice(i + 1, 0, { x: Math.round((a.x + b.x) / 2) + dx, y: Math.round((a.y + b.y) / 2) + dy })
    }
    return route
  }
  const upright = a.x === b.x
  const last = i + 2 === route.length
  if (i === 0 && last) {
    // A single piece becomes a bracket: two bends close to its ends.
    const inset = Math.min(30, Math.hypot(a.x - b.x, a.y - b.y) / 4)
    const sign = upright ? Math.sign(b.y - a.y) : Math.sign(b.x - a.x)
    const one = upright ? { x: a.x + dx, y: Math.round(a.y + sign * inset) } : { x: Math.round(a.x + sign * inset), y: a.y + dy }
    const two = upright ? { x: b.x + dx, y: Math.round(b.y - sign * inset) } : { x: Math.round(b.x - sign * inset), y: b.y + dy }
    return [a, one, two, b]
  }
  for (const p of [a, b]) {
    if (upright) p.x += dx
    else p.y += dy
  }
  return route
}
