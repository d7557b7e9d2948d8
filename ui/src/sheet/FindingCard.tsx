import { useEffect, useRef } from 'react'

import { byCause } from '../common/byCause'
import { FindingItem } from '../common/FindingList'
import { type Mark } from './findingMarks'

const width = 340

// What is found at a mark, and why, with the ways out, beside it on the sheet.
export function FindingCard(props: {
  mark: Mark
  x: number
  y: number
  room: { w: number; h: number }
  of: [number, number]
  onClose: () => void
}) {
  const { mark, room } = props
  const card = useRef<HTMLDivElement>(null)
  useEffect(() => card.current?.focus({ preventScroll: true }), [mark.group.id])
  const left = props.x + 14 + width <= room.w ? props.x + 14 : Math.max(8, props.x - 24 - width)
  const below = props.y < room.h / 2
  return (
    <div
      ref={card}
      tabIndex={-1}
      role="dialog"
      aria-label={`Findings at ${mark.group.title}`}
      className="absolute z-30 flex max-h-72 flex-col gap-2 overflow-y-auto border border-rule bg-sheet p-3 text-sm outline-none"
      style={{ left, width: Math.min(width, room.w - 16), ...(below ? { top: props.y + 8 } : { bottom: room.h - props.y + 8 }) }}
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return
        e.stopPropagation()
        props.onClose()
      }}
    >
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="min-w-0 font-semibold break-words">{mark.group.title}</h3>
        <span className="whitespace-nowrap text-faint">
          {props.of[0]} of {props.of[1]} <kbd className="font-mono">F8</kbd>
        </span>
        <button className="text-faint" aria-label="Close the findings" onClick={props.onClose}>
          ✕
        </button>
      </div>
      <ul className="flex flex-col gap-2">
        {byCause(mark.findings).map(({ finding, following }) => (
          <FindingItem key={finding.id} finding={finding} following={following} />
        ))}
      </ul>
    </div>
  )
}
