import { type KeyboardEvent, type ReactNode, useEffect, useId, useRef, useState } from 'react'

import { type Change, type Problem } from '../core/api'
import { ConflictNote } from './ConflictNote'
import { closeOpen, keepOpen, openText } from '../core/openTexts'
import { useStudio } from '../core/state'

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-1">
      <h3 className="heading">{title}</h3>
      {children}
    </section>
  )
}

export function Switch({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={on} onChange={(e) => set(e.target.checked)} className="accent-verdigris" />
      {label}
    </label>
  )
}

// Question is what the core is asked, for the changes that a text makes.
export type Question = { path: string; body: Record<string, unknown> }

// Kept is a field that saves when it is left or on Enter, and follows the model
// while nobody types in it. What was typed stays until it is saved; what is
// refused stays too, until somebody mends it or gives up with Escape. Where somebody
// else was first, both texts are told.
export function Kept(props: {
  label: string
  field?: string // what tells it from others of the same label
  value: string
  rows?: number
  mono?: boolean
  max?: number
  placeholder?: string
  change: (value: string) => Change | Change[]
  ask?: (value: string) => Question | undefined // for a text that has to be read first
  sent?: (value: string | undefined) => void // it is on its way; undefined: it failed
}) {
  // Each place has a field of its own: what is typed in one is never taken for another.
  const [first] = [props.change('')].flat()
  const row = first && 'id' in first && first.id ? first.id : 'project'
  return <Field key={`${row} ${props.field ?? props.label}`} {...props} row={row} />
}

type FieldProps = Parameters<typeof Kept>[0] & { row: string }

function Field(props: FieldProps) {
  const submit = useStudio((s) => s.submit)
  const propose = useStudio((s) => s.propose)
  const giveUp = useStudio((s) => s.giveUp)
  const { row } = props
  const field = props.field ?? props.label
  const key = `field ${row} ${field}`
  const kept = useRef(openText(key))
  const [typed, setTyped] = useState(kept.current?.value)
  const [refused, setRefused] = useState(false)
  const base = useRef(kept.current?.base) // the revision that was seen when the typing began
  const lost = useStudio((s) => s.refused.find((r) => r.step.place?.row === row && r.step.place.field === field))
  const id = useId()
  const shown = typed ?? lost?.step.place?.text ?? props.value
  const settle = () => {
    closeOpen(key)
    setTyped(undefined)
    setRefused(false)
    base.current = undefined
  }
  const save = (text = typed) => {
    if (text === undefined) return
    if (lost) giveUp(lost.step.clientId)
    else if (text === props.value) return settle()
    const from = lost ? undefined : base.current // whoever has seen theirs decides on it
    settle()
    const options = {
      base: from,
      place: { row, field, text },
      failed: (problem: Problem) => {
        props.sent?.(undefined)
        if (problem.body.clientId) return // it is told below, from what could not be done
        setTyped(text)
        setRefused(true)
      },
    }
    props.sent?.(text)
    const question = props.ask?.(text)
    if (question) void propose(question.path, question.body, options)
    else submit([props.change(text)].flat(), options)
  }
  // A field that goes away while somebody writes in it saves what was written.
  const leaving = useRef(() => save())
  useEffect(
    () =>
      void (leaving.current = () => {
        if (!lost && !refused) save()
      }),
  )
  useEffect(() => () => leaving.current(), [])
  const shared = {
    id,
    value: shown,
    className: `field ${props.mono ? 'font-mono text-sm' : ''} ${refused || lost ? 'border-brick' : ''}`,
    placeholder: props.placeholder,
    'aria-invalid': refused || lost !== undefined,
    onBlur: () => {
      if (!lost && !refused) save()
    }, // what is in conflict waits for a word
    onChange: (e: { target: { value: string } }) => {
      if (typed === undefined) base.current = useStudio.getState().revision
      setTyped(e.target.value)
      setRefused(false)
      keepOpen(key, e.target.value, base.current ?? 0)
    },
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key === 'Escape') {
        settle()
        if (lost) giveUp(lost.step.clientId)
      }
      if (e.key === 'Enter' && (!props.rows || e.ctrlKey || e.metaKey)) save(typed ?? (lost ? shown : undefined))
    },
  }
  return (
    <div>
      <label htmlFor={id} className="heading">
        {props.label}
      </label>
      {props.rows ? (
        <textarea {...shared} rows={Math.min(24, Math.max(props.rows, shown.split('\n').length))} maxLength={20000} />
      ) : (
        <input {...shared} maxLength={props.max ?? 200} />
      )}
      {lost?.problem.conflict && (
        <ConflictNote
          conflict={lost.problem.conflict}
          onMine={() => save(shown)}
          onTheirs={() => {
            settle()
            giveUp(lost.step.clientId)
          }}
        />
      )}
    </div>
  )
}
