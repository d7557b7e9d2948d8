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
          <Choice key={`${target.name} ${o.name}`} option={o} />
        ) : (
          <Free key={`${target.name} ${o.name}`} option={o} target={target.name} />
        ),
      )}
    </section>
  )
}

// A text, or names that can be chosen one by one: both add to what is on its way.
function Free({ option, target }: { option: TargetOption; target: string }) {
  const [value, choose, sent] = useDecided(option)
  return (
    <div>
      <Kept
        label={option.title}
        field={`${target} ${option.name}`}
        value={value}
        placeholder={option.default}
        max={2000}
        change={(text) => decide(option, text)}
        sent={sent}
      />
      {option.fault && (
        <p role="alert" className="text-brick">
          Not taken: {option.fault}.
        </p>
      )}
      {option.names && <AddName target={target} all={value} choose={choose} />}
      <p className="text-faint">{option.doc}</p>
    </div>
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
