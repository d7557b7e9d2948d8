import { useEffect, useId, useState } from 'react'

import { type Target, type TargetOption } from '../core/api'
import { useStudio } from '../core/state'
import { AddName } from './AddName'
import { decide } from './decided'
import { Kept } from './Kept'

// What can be decided for a target. It is kept with the project.
export function Options({ target }: { target: Target }) {
  if (target.options.length === 0) return null
  return (
    <section aria-label={`Options of ${target.title}`} className="mb-3 flex flex-col gap-2 border-b border-rule px-4 pb-3 text-sm">
      {target.options.map((o) =>
        o.choices.length > 0 ? (
          <Choice key={o.name} option={o} />
        ) : (
          <div key={o.name}>
            <Kept
              label={o.title}
              field={`${target.name} ${o.name}`}
              value={o.value}
              placeholder={o.default}
              max={2000}
              change={(value) => decide(o, value)}
            />
            {o.fault && (
              <p role="alert" className="text-brick">
                Not taken: {o.fault}.
              </p>
            )}
            {o.names && <AddName option={o} target={target.name} />}
            <p className="text-faint">{o.doc}</p>
          </div>
        ),
      )}
    </section>
  )
}

// One of several: what was chosen is shown while it is on its way. What comes when nothing is any more counts, whoever
// decided it.
function Choice({ option }: { option: TargetOption }) {
  const { submit } = useStudio.getState()
  const id = useId()
  const [wanted, want] = useState<string>()
  useEffect(() => {
    if (useStudio.getState().pending === 0) want(undefined)
  }, [option])
  const choose = (value: string) => {
    want(value)
    submit([decide(option, value)], { failed: () => want(undefined) })
  }
  return (
    <label>
      <span className="heading">{option.title}</span>
      <select className="field" aria-describedby={id} value={wanted ?? option.value} onChange={(e) => choose(e.target.value)}>
        {option.choices.map((c) => (
          <option key={c.value} value={c.value}>
            {c.title}
          </option>
        ))}
      </select>
      <span id={id} className="block text-faint">
        {option.doc}
      </span>
    </label>
  )
}
