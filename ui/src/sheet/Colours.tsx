import { clsx } from 'clsx'
import { useState } from 'react'

import { type StereotypeColour } from '../core/api'
import { Dialog } from '../common/Dialog'
import { useStudio } from '../core/state'

// Which stereotype has which colour, on every diagram of the project.
export function Colours({ onClose }: { onClose: () => void }) {
  const overview = useStudio((s) => s.overview)
  const submit = useStudio((s) => s.submit)
  const [more, setMore] = useState('')
  // What was chosen here counts at once: the next choice builds on it, however slow the line.
  const [chosen, choose] = useState<StereotypeColour[]>()
  const colours = chosen ?? overview?.colours ?? []
  const names = [...new Set([...(overview?.stereotypes ?? []), ...colours.map((c) => c.stereotype)])].sort()
  const set = (stereotype: string, colour: string) => {
    const rest = colours.filter((c) => c.stereotype !== stereotype)
    const next = colour ? [...rest, { stereotype, colour }] : rest
    choose(next)
    submit([{ type: 'setColour', stereotype, ...(colour && { colour }) }], { failed: () => choose(undefined) })
  }
  return (
    <Dialog title="Colours of stereotypes" onClose={onClose}>
      <p className="mb-3 text-faint">Shapes get the colour of their first stereotype that has one. A legend appears by itself.</p>
      {names.length === 0 && <p className="mb-3">No class bears a stereotype yet. Give one in its entry at the right, or name one here.</p>}
      <ul className="flex flex-col gap-2">
        {names.map((name) => {
          const chosen = colours.find((c) => c.stereotype === name)?.colour ?? ''
          return (
            <li key={name} className="flex items-center gap-3">
              <span className="w-48 truncate">«{name}»</span>
              <fieldset className="flex gap-1">
                <legend className="sr-only">Colour of {name}</legend>
                {['', ...(overview?.palette ?? [])].map((c) => (
                  <label
                    key={c}
                    className={clsx(
                      'grid size-8 cursor-pointer place-items-center border-2',
                      c === chosen ? 'border-verdigris' : 'border-transparent',
                    )}
                    title={c || 'none'}
                  >
                    <input
                      type="radio"
                      className="peer sr-only"
                      name={`colour-${name}`}
                      checked={c === chosen}
                      onChange={() => set(name, c)}
                      aria-label={c || 'none'}
                    />
                    <span
                      className={clsx(
                        'grid size-6 place-items-center border border-rule text-faint',
                        'peer-focus-visible:outline-2 peer-focus-visible:outline-verdigris',
                        `swatch-${c || 'none'}`,
                      )}
                      aria-hidden="true"
                    >
                      {c ? '' : '–'}
                    </span>
                  </label>
                ))}
              </fieldset>
            </li>
          )
        })}
      </ul>
      <form
        className="mt-4 flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          if (more.trim()) set(more.trim(), overview?.palette[colours.length % (overview?.palette.length ?? 1)] ?? '')
          setMore('')
        }}
      >
        <label className="flex-1">
          <span className="heading">Another stereotype</span>
          <input className="field" value={more} maxLength={200} onChange={(e) => setMore(e.target.value)} />
        </label>
        <button className="button">Give it a colour</button>
      </form>
    </Dialog>
  )
}
