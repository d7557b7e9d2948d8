import { type Group, type Point, type Rect } from '../core/api'

// What the page may work out by itself while something is dragged.

export function union(rects: Rect[]): Rect | undefined {
  if (rects.length === 0) return undefined
  const x = Math.min(...rects.map((r) => r.x))
  const y = Math.min(...rects.map((r) => r.y))
  return { x, y, w: Math.max(...rects.map((r) => r.x + r.w)) - x, h: Math.max(...rects.map((r) => r.y + r.h)) - y }
}

export function around(points: Point[]): Rect {
  return union(points.map((p) => ({ ...p, w: 0, h: 0 }))) ?? { x: 0, y: 0, w: 0, h: 0 }
}

export function overlap(a: Rect, b: Rect): boolean {
  return a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h
}

export function center(g: Group): Point {
  const b = g.box ?? around(g.route ?? [])
  return { x: b.x + b.w / 2, y: b.y + b.h / 2 }
}

export function between(a: Point, b: Point): Rect {
  return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), w: Math.abs(a.x - b.x), h: Math.abs(a.y - b.y) }
}
