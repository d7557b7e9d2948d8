import { memo, type PointerEvent } from 'react'

import { type Group, type Rect } from '../core/api'
import { type View } from './useView'

const width = 168
const height = 112

// Overview: the whole of a large diagram in small, with the part that is seen.
export function Overview(props: {
  groups: Group[]
  bounds: Rect
  view: View
  room: { w: number; h: number }
  onLook: (x: number, y: number) => void
}) {
  const { bounds, view, room } = props
  const k = Math.min(width / bounds.w, height / bounds.h)
  const left = (width - bounds.w * k) / 2
  const top = (height - bounds.h * k) / 2
  const look = (e: PointerEvent<SVGSVGElement>) => {
    if (e.buttons !== 1) return
    const r = e.currentTarget.getBoundingClientRect()
    props.onLook((e.clientX - r.left - left) / k + bounds.x, (e.clientY - r.top - top) / k + bounds.y)
  }
  return (
    <svg
      className="overview absolute bottom-10 left-3 border border-rule bg-sheet"
      width={width}
      height={height}
      role="img"
      aria-label="Overview of the diagram"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId)
        look(e)
      }}
      onPointerMove={look}
    >
      <g transform={`translate(${left} ${top}) scale(${k}) translate(${-bounds.x} ${-bounds.y})`}>
        <Small groups={props.groups} />
        <rect
          className="seen"
          x={-view.x / view.k}
          y={-view.y / view.k}
          width={room.w / view.k}
          height={room.h / view.k}
          vectorEffect="non-scaling-stroke"
        />
      </g>
    </svg>
  )
}

const Small = memo(function Small({ groups }: { groups: Group[] }) {
  // One path: hundreds of rectangles of their own would cost more than the drawing itself.
  return (
    <path
      className="small"
      d={groups
        .map((g) => (g.box && g.id !== 'frame' && g.id !== 'legend' ? `M${g.box.x} ${g.box.y}h${g.box.w}v${g.box.h}h${-g.box.w}z` : ''))
        .join('')}
    />
  )
})
