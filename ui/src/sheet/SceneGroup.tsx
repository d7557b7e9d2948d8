import { memo } from 'react'

import { type Group, type Point, type Primitive } from '../core/api'
import { projectPath } from '../core/state'
import { useFetched } from '../common/useFetched'

// A group of the scene as SVG: primitives and nothing else. What they mean was
// settled by the server.
export const SceneGroup = memo(function SceneGroup(props: { group: Group; selected: boolean }) {
  const { group, selected } = props
  const fixed = group.id === 'frame' || group.id === 'legend' || group.id === 'owed'
  return (
    <g
      role={group.id === 'frame' ? undefined : 'img'}
      aria-label={group.id === 'frame' ? undefined : group.title}
      data-group={group.id}
      data-subject={fixed ? undefined : group.subject}
      data-box={group.box && !fixed ? true : undefined}
      className={selected ? 'selected' : undefined}
    >
      {group.shapes.map((p, i) => (
        <Shape key={i} p={p} />
      ))}
      {group.route && <path className="hit" d={pathOf(group.route, false)} />}
    </g>
  )
})

function Shape({ p }: { p: Primitive }) {
  const look = p.tint ? `${p.role} tint-${p.tint}` : p.role
  if (p.rect) return <rect className={look} x={p.rect.x} y={p.rect.y} width={p.rect.w} height={p.rect.h} />
  if (p.path) return <path className={look} d={pathOf(p.path.points, p.path.closed ?? false, p.path.round)} />
  if (p.image) return <Picture image={p.image} />
  if (!p.text) return null
  const t = p.text
  // Where the length is given, letters are painted one by one, and the halo of each
  // would cover the one before: labels do without.
  return (
    <text
      className={`${p.role} ${t.face} ${t.underline ? 'underline' : ''}`}
      x={t.x}
      y={t.y}
      fontSize={t.size}
      textLength={t.width > 0 && p.role !== 'label' ? t.width / 100 : undefined}
    >
      {t.text}
    </text>
  )
}

// pathOf writes a path for SVG, its corners rounded where it asks for it.
export function pathOf(points: Point[], closed: boolean, round = 0): string {
  if (closed && round) return roundedPath(points, round)
  const out = points.map((q, i) => {
    const before = points[i - 1]
    const after = points[i + 1]
    if (!round || !before || !after) return `${i ? 'L' : 'M'}${q.x} ${q.y}`
    const way = (to: Point) => {
      const length = Math.hypot(to.x - q.x, to.y - q.y)
      const r = Math.min(round, Math.hypot(before.x - q.x, before.y - q.y) / 2, Math.hypot(after.x - q.x, after.y - q.y) / 2)
      return length ? `${q.x + ((to.x - q.x) / length) * r} ${q.y + ((to.y - q.y) / length) * r}` : `${q.x} ${q.y}`
    }
    return `L${way(before)}Q${q.x} ${q.y} ${way(after)}`
  })
  return out.join('') + (closed ? 'Z' : '')
}

// roundedPath is a closed path with all of its corners rounded.
function roundedPath(points: Point[], round: number): string {
  const n = points.length
  const pieces = points.map((q, i) => {
    const before = points[(i + n - 1) % n] ?? q
    const after = points[(i + 1) % n] ?? q
    const length = (to: Point) => Math.hypot(to.x - q.x, to.y - q.y)
    const r = Math.min(round, length(before) / 2, length(after) / 2)
    const way = (to: Point) => ({ x: q.x + ((to.x - q.x) / length(to)) * r, y: q.y + ((to.y - q.y) / length(to)) * r })
    return { into: way(before), corner: q, out: way(after) }
  })
  return pieces.map((p, i) => `${i ? 'L' : 'M'}${p.into.x} ${p.into.y}Q${p.corner.x} ${p.corner.y} ${p.out.x} ${p.out.y}`).join('') + 'Z'
}

// A picture of the model, as the core has it: the server may not know it yet.
function Picture({ image }: { image: NonNullable<Primitive['image']> }) {
  const { value } = useFetched<{ png: string }>(projectPath(`picture-data/${image.picture}`), 0)
  return value ? <image x={image.x} y={image.y} width={image.w} height={image.h} href={`data:image/png;base64,${value.png}`} /> : null
}
