import { type KeyboardEvent } from 'react'

import { type MadeAs, type NewElement } from '../core/api'

// What a sentence would make, before it is made: each can be called otherwise, and be of
// another kind.
export function NewThings(props: { things: NewElement[]; made: MadeAs[]; onChange: (made: MadeAs[]) => void; onLeave: () => void }) {
  const of = (name: string): MadeAs => props.made.find((m) => m.name === name) ?? { name, as: '', kind: '' }
  const set = (next: MadeAs) => props.onChange([...props.made.filter((m) => m.name !== next.name), next])
  const leave = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return
    event.stopPropagation()
    props.onLeave()
  }
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-rule px-3 py-2 text-sm" onKeyDown={leave}>
      <span className="text-ochre">New:</span>
      {props.things.map((thing) => {
        const now = of(thing.name)
        return (
          <span key={thing.name} className="flex items-center gap-1">
            {thing.kinds && thing.kinds.length > 1 ? (
              <select
                className="field w-auto! py-0!"
                aria-label={`Kind of ${thing.name}`}
                value={now.kind || thing.kinds[0]?.kind}
                onChange={(e) => set({ ...now, kind: e.target.value as MadeAs['kind'] })}
              >
                {thing.kinds.map((k) => (
                  <option key={k.kind} value={k.kind}>
                    {k.title}
                  </option>
                ))}
              </select>
            ) : (
              <span className="text-faint">{thing.kind}</span>
            )}
            <input
              className="field w-36! py-0!"
              aria-label={`Name of the new ${thing.kind} ${thing.name}`}
              maxLength={200}
              value={now.as || thing.name}
              onChange={(e) => set({ ...now, as: e.target.value })}
            />
          </span>
        )
      })}
    </div>
  )
}
