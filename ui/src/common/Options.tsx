import { useId } from 'react'

import { type Target, type TargetOption } from '../core/api'
import { AddName } from './AddName'
import { decide } from './decided'
import { Kept } from './Kept'
import { useDecided } from './useDecided'

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

// One of several.
function Choice({ option }: { option: TargetOption }) {
  const id = useId()
  const [value, choose] = useDecided(option)
  return (
    <label>
      <span className="heading">{option.title}</span>
      <select className="field" aria-describedby={id} value={value} onChange={(e) => choose(e.target.value)}>
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
