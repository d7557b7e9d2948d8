import { type Group } from '../core/api'
import { bendHandles } from './bends'
import { slotKey } from './slots'

// What can be taken hold of at what is selected: the handle that connects, the
// edges that make a shape larger, the pieces of a line, its two sides, its labels.
export function Handles({ current, zoom, derived }: { current?: Group; zoom: number; derived: boolean }) {
  if (!current) return null
  const k = 1 / zoom
  if (current.box) {
    if (derived) return null // it is moved, and nothing else
    const { x, y, w, h } = current.box
    return (
      <g aria-hidden="true">
        <rect data-part="resize-e" className="edge cursor-ew-resize" x={x + w - 4 * k} y={y} width={8 * k} height={h} />
        <rect data-part="resize-s" className="edge cursor-ns-resize" x={x} y={y + h - 4 * k} width={w} height={8 * k} />
        <rect
          data-part="resize-es"
          className="edge cursor-nwse-resize"
          x={x + w - 7 * k}
          y={y + h - 7 * k}
          width={12 * k}
          height={12 * k}
        />
        <g data-part="connect" className="cursor-crosshair">
          <path className="line" d={`M${x + w} ${y + h}l${10 * k} ${10 * k}`} />
          <circle cx={x + w + 15 * k} cy={y + h + 15 * k} r={6.5 * k} className="handle" />
        </g>
      </g>
    )
  }
  return (
    <g aria-hidden="true">
      {bendHandles(current).map((b) => (
        <rect
          key={b.handle}
          data-part={`bend-${b.handle}`}
          className="grip"
          style={{ cursor: b.cursor }}
          x={b.at.x - 4 * k}
          y={b.at.y - 4 * k}
          width={8 * k}
          height={8 * k}
          strokeWidth={k}
        />
      ))}
      {(derived ? [] : (['from', 'to'] as const)).map((side) => {
        const at = current.route?.at(side === 'from' ? 0 : -1)
        return (
          at && (
            <circle
              key={side}
              data-part={`side-${side}`}
              className="handle cursor-crosshair"
              cx={at.x}
              cy={at.y}
              r={6 * k}
              strokeWidth={1.5 * k}
            />
          )
        )
      })}
      {current.slots?.map((s) => (
        <rect key={slotKey(s)} data-part="label" className="slot" x={s.rect.x} y={s.rect.y} width={s.rect.w} height={s.rect.h} />
      ))}
    </g>
  )
}
