import { type KeyboardEvent, type ReactNode, useId, useRef, useState } from 'react'

import { type Change } from './api'
import { useStudio } from './state'

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return <section aria-label={title} className="flex flex-col gap-1"><h3 className="heading">{title}</h3>{children}</section>
}

export function Switch({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return <label className="flex items-center gap-2"><input type="checkbox" checked={on} onChange={(e) => set(e.target.checked)} className="accent-verdigris" />{label}</label>
}

// Kept is a field that saves when it is left or on Enter, and follows the model
// while nobody types in it. What was typed stays until it is saved; what is
// refused stays too, until somebody mends it or gives up with Escape.
export function Kept(props: { label: string; value: string; rows?: number; mono?: boolean; max?: number; placeholder?: string; change: (value: string) => Change | Change[] }) {
  const submit = useStudio((s) => s.submit)
  const [typed, setTyped] = useState<string>()
  const [refused, setRefused] = useState(false)
  const sent = useRef<string>(undefined)
  const id = useId()
  const shown = typed ?? props.value
  const settle = () => {
    sent.current = undefined
    setTyped(undefined)
    setRefused(false)
  }
  const save = () => {
    if (typed === undefined || typed === sent.current) return
    if (typed === props.value) return settle()
    sent.current = typed
    submit([props.change(typed)].flat(), { done: settle, failed: () => setRefused(true) })
  }
  const shared = {
    id, value: shown, className: `field ${props.mono ? 'font-mono text-sm' : ''} ${refused ? 'border-brick' : ''}`, placeholder: props.placeholder, 'aria-invalid': refused, onBlur: save,
    onChange: (e: { target: { value: string } }) => {
      setTyped(e.target.value)
      setRefused(false)
    },
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key === 'Escape') settle()
      if (e.key === 'Enter' && (!props.rows || e.ctrlKey || e.metaKey)) save()
    },
  }
  return (
    <div>
      <label htmlFor={id} className="heading">{props.label}</label>
      {props.rows ? <textarea {...shared} rows={Math.min(24, Math.max(props.rows, shown.split('\n').length))} maxLength={20000} /> : <input {...shared} maxLength={props.max ?? 200} />}
    </div>
  )
}
