import { type Rect } from '../core/api'

// How a drawing is fitted into the window so that its text can be read.

export type View = { x: number; y: number; k: number }
type Size = { w: number; h: number }

export const minZoom = 0.15
export const maxZoom = 4
export const readable = 0.8 // below it, multiplicities are hard to read

const margin = 20

// whole shows all of a drawing, at most so large.
export function whole(bounds: Rect, room: Size, limit: number): View {
  const k = Math.min(limit, Math.max(minZoom, Math.min((room.w - 2 * margin) / bounds.w, (room.h - 2 * margin) / bounds.h)))
  return { k, x: (room.w - bounds.w * k) / 2 - bounds.x * k, y: Math.max(margin, (room.h - bounds.h * k) / 2) - bounds.y * k }
}

// fitted shows the whole where that can be read. Else it shows a part that can: around what is
// selected, or the upper left.
export function fitted(bounds: Rect, room: Size, limit: number, selected?: Rect): { view: View; partly: boolean } {
  const all = whole(bounds, room, limit)
  if (all.k >= Math.min(readable, limit)) return { view: all, partly: false }
  const k = Math.min(readable, limit)
  // Where it has room to spare in one direction it stands in the middle of that.
  const along = (from: number, length: number, space: number, at: number | undefined) => {
    if (length * k + 2 * margin <= space) return (space - length * k) / 2 - from * k
    const wanted = at === undefined ? margin - from * k : space / 2 - at * k
    return Math.max(space - margin - (from + length) * k, Math.min(margin - from * k, wanted))
  }
  const at = selected && { x: selected.x + selected.w / 2, y: selected.y + selected.h / 2 }
  return { view: { k, x: along(bounds.x, bounds.w, room.w, at?.x), y: along(bounds.y, bounds.h, room.h, at?.y) }, partly: true }
}
