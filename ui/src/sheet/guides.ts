import { type Rect } from '../core/api'

// Guides while shapes are moved: they catch at the edges and middles of other
// shapes, and where the gaps to their neighbours are equal.

export type Guide = { x1: number; y1: number; x2: number; y2: number; gap?: boolean }
export type Caught = { dx: number; dy: number; guides: Guide[] }

const reach = 6 // pixels of the window within which a guide catches

export const gridStep = 20

export function catchGuides(moving: Rect, others: Rect[], zoom: number, grid: boolean): Caught {
  const limit = reach / zoom
  const across = catchAlong(moving, others, limit, true)
  const down = catchAlong(moving, others, limit, false)
  let dx = across?.shift ?? 0
  let dy = down?.shift ?? 0
  if (grid) {
    if (!across) dx = Math.round(moving.x / gridStep) * gridStep - moving.x
    if (!down) dy = Math.round(moving.y / gridStep) * gridStep - moving.y
  }
  const at = { ...moving, x: moving.x + dx, y: moving.y + dy }
  return { dx, dy, guides: [...(across?.lines(at) ?? []), ...(down?.lines(at) ?? [])] }
}

type Along = { shift: number; lines: (at: Rect) => Guide[] }

// turn swaps the axes, so that one direction is enough to think about.
const turn = (r: Rect): Rect => ({ x: r.y, y: r.x, w: r.h, h: r.w })
const turnBack = (g: Guide): Guide => ({ x1: g.y1, y1: g.x1, x2: g.y2, y2: g.x2, gap: g.gap })

function catchAlong(moving: Rect, others: Rect[], limit: number, horizontal: boolean): Along | undefined {
  const m = horizontal ? moving : turn(moving)
  const o = horizontal ? others : others.map(turn)
  const best = nearest([...edges(m, o), ...gaps(m, o)], limit)
  if (!best) return undefined
  return {
    shift: best.shift,
    lines: (at) => {
      const made = best.lines(horizontal ? at : turn(at))
      return horizontal ? made : made.map(turnBack)
    },
  }
}

function nearest(list: Along[], limit: number): Along | undefined {
  let best: Along | undefined
  for (const a of list) if (Math.abs(a.shift) <= limit && (!best || Math.abs(a.shift) < Math.abs(best.shift))) best = a
  return best
}

// edges: left to left, middle to middle, right to right.
function edges(m: Rect, others: Rect[]): Along[] {
  const out: Along[] = []
  for (const o of others) {
    for (const part of [0, 0.5, 1]) {
      const to = Math.round(o.x + o.w * part)
      out.push({
        shift: to - Math.round(m.x + m.w * part),
        lines: (at) => [{ x1: to, x2: to, y1: Math.min(at.y, o.y) - 8, y2: Math.max(at.y + at.h, o.y + o.h) + 8 }],
      })
    }
  }
  return out
}

// gaps: between two shapes of the same row, or at the same distance as those two
// have from each other.
function gaps(m: Rect, others: Rect[]): Along[] {
  const row = others.filter((o) => o.y < m.y + m.h && m.y < o.y + o.h).sort((a, b) => a.x - b.x)
  const out: Along[] = []
  const mark = (from: number, to: number, at: Rect): Guide => ({ x1: from, x2: to, y1: at.y + at.h / 2, y2: at.y + at.h / 2, gap: true })
  for (let i = 0; i < row.length; i++) {
    for (let j = i + 1; j < row.length; j++) {
      const a = row[i]
      const b = row[j]
      if (!a || !b) continue
      const gap = b.x - (a.x + a.w)
      if (gap >= m.w) {
        const x = Math.round(a.x + a.w + (gap - m.w) / 2)
        out.push({ shift: x - m.x, lines: (at) => [mark(a.x + a.w, at.x, at), mark(at.x + at.w, b.x, at)] })
      }
      if (gap > 0) {
        out.push({ shift: b.x + b.w + gap - m.x, lines: (at) => [mark(a.x + a.w, b.x, at), mark(b.x + b.w, at.x, at)] })
        out.push({ shift: a.x - gap - m.w - m.x, lines: (at) => [mark(at.x + at.w, a.x, at), mark(a.x + a.w, b.x, at)] })
      }
    }
  }
  return out
}
