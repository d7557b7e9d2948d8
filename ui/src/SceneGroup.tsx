import { memo } from 'react'

import { type Group, type Primitive } from './api'

// A group of the scene as SVG: primitives and nothing else. What they mean was
// settled by the server.
export const SceneGroup = memo(function SceneGroup(props: { group: Group; selected: boolean; faded: boolean; dx: number; dy: number }) {
  const { group, selected, faded, dx, dy } = props
  return (
    <g
      role={group.id === 'frame' ? undefined : 'img'} aria-label={group.id === 'frame' ? undefined : group.title}
      data-group={group.id} data-subject={group.id === 'frame' ? undefined : group.subject} data-box={group.box && group.id !== 'frame' ? true : undefined}
      className={`${selected ? 'selected' : ''} ${faded ? 'faded' : ''}`} transform={dx || dy ? `translate(${dx} ${dy})` : undefined}
    >
      {group.shapes.map((p, i) => <Shape key={i} p={p} />)}
      {group.route && <path className="hit" d={pathOf(group.route, false)} />}
    </g>
  )
})

function Shape({ p }: { p: Primitive }) {
  if (p.rect) return <rect className={p.role} x={p.rect.x} y={p.rect.y} width={p.rect.w} height={p.rect.h} />
  if (p.path) return <path className={p.role} d={pathOf(p.path.points, p.path.closed ?? false)} />
  if (!p.text) return null
  const t = p.text
  return (
    <text className={`${p.role} ${t.face} ${t.underline ? 'underline' : ''}`} x={t.x} y={t.y} fontSize={t.size} textLength={t.width > 0 ? t.width / 100 : undefined}>{t.text}</text>
  )
}

export function pathOf(points: { x: number; y: number }[], closed: boolean): string {
  return points.map((q, i) => `${i ? 'L' : 'M'}${q.x} ${q.y}`).join('') + (closed ? 'Z' : '')
}
