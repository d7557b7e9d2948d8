import { useRef, useState } from 'react'

import { useStudio } from '../core/state'

// A name that is renamed in place: a button until it is pressed, then a field.
// Enter saves, Escape gives up.
export function Rename(props: { what: string; name: string; className?: string; onSave: (name: string, base: number) => void }) {
  const [typed, setTyped] = useState<string>()
  const base = useRef(0) // the revision that was seen when the writing began
  if (typed === undefined) {
    return (
      <button
        className={`text-sm text-verdigris underline ${props.className ?? ''}`}
        aria-label={`Rename ${props.what}`}
        onClick={() => {
          base.current = useStudio.getState().revision
          setTyped(props.name)
        }}
      >
        Rename
      </button>
    )
  }
  const save = () => {
    if (typed.trim() && typed !== props.name) props.onSave(typed, base.current)
    setTyped(undefined)
  }
  return (
    <input
      className="field"
      aria-label={`New name of ${props.what}`}
      value={typed}
      maxLength={200}
      autoFocus
      onChange={(e) => setTyped(e.target.value)}
      onBlur={save}
      onKeyDown={(e) => {
        if (e.key === 'Enter') save()
        if (e.key === 'Escape') setTyped(undefined)
      }}
    />
  )
}
