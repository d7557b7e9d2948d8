import { type ReactNode, useId } from 'react'

import { type Target, type TargetOption } from '../core/api'
import { useStudio } from '../core/state'
import { decided } from './decided'
import { Kept } from './Kept'

// What can be decided for a target. It is kept with the project.
export function Options({ target }: { target: Target }) {
  const { submit } = useStudio.getState()
  const settings = useStudio((s) => s.overview?.targets) ?? []
  if (target.options.length === 0) return null
  return (
    <section aria-label={`Options of ${target.title}`} className="mb-3 flex flex-col gap-2 border-b border-rule px-4 pb-3 text-sm">
      {target.options.map((o) => {
        const decide = (value: string) => ({ type: 'setProject' as const, set: { targets: decided(settings, o, value) } })
        return o.choices.length > 0 ? (
          <Described key={o.name} option={o}>
            {(id) => (
              <select className="field" aria-describedby={id} value={o.value} onChange={(e) => submit([decide(e.target.value)])}>
                {o.choices.map((c) => (
                  <option key={c.value} value={c.value}>
                    {c.title}
                  </option>
                ))}
              </select>
            )}
          </Described>
        ) : (
          <div key={o.name}>
            <Kept label={o.title} field={`${target.name} ${o.name}`} value={o.value} placeholder={o.default} change={decide} />
            {o.fault && (
              <p role="alert" className="text-brick">
                Not taken: {o.fault}.
              </p>
            )}
            <p className="text-faint">{o.doc}</p>
          </div>
        )
      })}
    </section>
  )
}

function Described({ option, children }: { option: TargetOption; children: (id: string) => ReactNode }) {
  const id = useId()
  return (
    <label>
      <span className="heading">{option.title}</span>
      {children(id)}
      <span id={id} className="block text-faint">
        {option.doc}
      </span>
    </label>
  )
}
