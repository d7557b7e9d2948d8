import { useState } from 'react'

import { type Change, type EntryField, type EntryPart } from '../core/api'
import { Choices } from '../common/Choices'
import { Kept, Switch } from '../common/Kept'
import { useStudio } from '../core/state'
import { changesOf, questionOf } from './changesOf'

// Fields of an entry, as the core describes them: what they are about need not be known here.
export function Fields({ part }: { part: EntryPart }) {
  const runs = runsOf(part.fields ?? [])
  const inside = runs.map((run) =>
    run[0]?.type === 'switch' ? (
      <div key={run[0].label} className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {run.map((field) => (
          <OneField key={field.label} field={field} />
        ))}
      </div>
    ) : (
      run.map((field) => <OneField key={field.label} field={field} />)
    ),
  )
  if (!part.title) return <>{inside}</>
  return (
    <fieldset className="flex flex-col gap-1 border-t border-rule pt-2">
      <legend className="heading">{part.title}</legend>
      {inside}
      {part.more && <More part={part.more} stated={part.stated ?? false} />}
    </fieldset>
  )
}

// runsOf puts switches that follow each other side by side.
function runsOf(fields: EntryField[]): EntryField[][] {
  const runs: EntryField[][] = []
  for (const field of fields) {
    const last = runs.at(-1)
    if (field.type === 'switch' && last?.[0]?.type === 'switch') last.push(field)
    else runs.push([field])
  }
  return runs
}

function More({ part, stated }: { part: EntryPart; stated: boolean }) {
  const [open, setOpen] = useState(stated)
  if (open)
    return (
      <div className="flex flex-col gap-2">
        <Fields part={{ ...part, title: undefined }} />
      </div>
    )
  return (
    <button className="self-start text-sm text-verdigris underline" onClick={() => setOpen(true)}>
      {part.title}
    </button>
  )
}

function OneField({ field }: { field: EntryField }) {
  const submit = useStudio((s) => s.submit)
  const set = (value: string) => submit(changesOf(field, value))
  switch (field.type) {
    case 'switch':
      return <Switch label={field.label} on={field.value !== ''} set={(on) => set(on ? 'yes' : '')} />
    case 'one':
      return (
        <Choices
          title={field.label}
          choices={(field.choices ?? []).map((c) => [c.value, c.title] as const)}
          value={field.value}
          onChoose={set}
        />
      )
    case 'choice':
      return (
        <label className="text-sm">
          <span className="heading">{field.label}</span>
          <select className="field" value={field.value} onChange={(e) => set(e.target.value)}>
            {field.choices?.map((c) => (
              <option key={c.value} value={c.value}>
                {c.title}
              </option>
            ))}
          </select>
        </label>
      )
    default:
      return (
        <>
          <Kept
            label={field.label}
            value={field.value}
            rows={field.rows}
            mono={field.code}
            placeholder={field.example}
            change={(text): Change[] => changesOf(field, text)}
            ask={(text) => questionOf(field, text)}
          />
          {field.problem && <p className="text-sm text-brick">{field.problem}.</p>}
        </>
      )
  }
}
