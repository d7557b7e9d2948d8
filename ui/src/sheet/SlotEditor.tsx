import { clsx } from 'clsx'
import { useLayoutEffect, useRef, useState } from 'react'

import { ConflictNote } from '../common/ConflictNote'
import { type Conflict } from '../core/queue'

export type EditorPlace = { left: number; top: number; width: number; height: number; size: number }

// An input laid over a slot of the drawing. It saves on Enter and when it is
// left; Escape gives up.
export function SlotEditor(props: {
  place: EditorPlace
  title: string
  value: string
  error?: string
  conflict?: Conflict
  onTheirs?: () => void
  many?: boolean
  mono?: boolean
  centred?: boolean
  bold?: boolean
  onType?: (value: string) => void
  onShift?: (dx: number, dy: number) => void // moves the label that is written
  onSave: (value: string, how: 'enter' | 'tab' | 'back' | 'leave') => void
  onCancel: () => void
}) {
  const { place, many } = props
  const [value, setValue] = useState(props.value)
  const over = useRef(false)
  const field = useRef<HTMLInputElement & HTMLTextAreaElement>(null)

  // Before the next key, whatever is drawn meanwhile.
  useLayoutEffect(() => {
    field.current?.focus({ preventScroll: true })
    if (!many) field.current?.select()
    const end = field.current?.value.length ?? 0
    if (many || props.value.length === 1) field.current?.setSelectionRange(end, end)
  }, [many, props.value])

  const finish = (how: 'enter' | 'tab' | 'back' | 'leave') => {
    if (over.current) return
    over.current = true
    props.onSave(value, how)
  }
  const shared = {
    ref: field,
    value,
    'aria-label': props.title,
    'aria-invalid': Boolean(props.error),
    spellCheck: false,
    className: clsx(
      'w-full border-2 border-verdigris bg-sheet px-1 text-ink outline-none',
      props.mono && 'font-mono leading-6',
      props.centred && 'text-center',
      props.bold && 'font-semibold',
    ),
    style: { fontSize: props.mono ? Math.max(11, place.size * 0.92) : place.size },
    onChange: (e: { target: { value: string } }) => {
      setValue(e.target.value)
      props.onType?.(e.target.value)
    },
    onBlur: () => {
      if (!props.conflict) finish('leave')
    }, // what is in conflict waits for a word
    onKeyDown: (e: React.KeyboardEvent) => {
      e.stopPropagation()
      if (e.key === 'Escape') {
        over.current = true
        props.onCancel()
      } else if (e.key === 'Enter' && (!many || e.ctrlKey || e.metaKey)) {
        e.preventDefault()
        finish('enter')
      } else if (e.altKey && props.onShift && e.key.startsWith('Arrow')) {
        e.preventDefault()
        const step = e.shiftKey ? 1 : 10
        props.onShift(
          e.key === 'ArrowLeft' ? -step : e.key === 'ArrowRight' ? step : 0,
          e.key === 'ArrowUp' ? -step : e.key === 'ArrowDown' ? step : 0,
        )
      } else if (e.key === 'Tab') {
        e.preventDefault()
        finish(e.shiftKey ? 'back' : 'tab')
      }
    },
  }
  return (
    <div
      className="absolute z-30"
      style={{ left: place.left, top: place.top, width: Math.max(place.width, many ? 280 : 90), minHeight: place.height }}
      onPointerDown={(e) => e.stopPropagation()}
    >
      {many ? (
        <textarea {...shared} rows={Math.max(4, value.split('\n').length)} wrap="off" maxLength={20000} />
      ) : (
        <input {...shared} maxLength={200} />
      )}
      {many && <p className="border border-rule bg-sheet px-2 text-xs text-faint">Ctrl+Enter saves, Escape gives up</p>}
      {props.conflict && (
        <ConflictNote
          conflict={props.conflict}
          onMine={() => finish('enter')}
          onTheirs={() => {
            over.current = true
            props.onTheirs?.()
          }}
        />
      )}
      {props.error && !props.conflict && (
        <p role="alert" className="border border-brick bg-sheet px-2 py-1 text-sm text-brick">
          {props.error}
        </p>
      )}
    </div>
  )
}
