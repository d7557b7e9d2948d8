import { clsx } from 'clsx'
import { type KeyboardEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'

import { go } from '../../common/router'
import { showOn } from '../../common/showing'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'

type Traced = {
  id: string
  kind: string
  oneOf: string
  kinds: string
  title: string
  distance?: number
  via?: string
  words?: string[]
  diagram?: string
  shown?: string
  useCase?: string
  item?: string
}
type Trace = { of: Traced; fields: { title: string; own?: boolean; met: Traced[] }[] }

// What an element touches in all kinds of diagrams: fields from the brief to the
// components, side by side. What is chosen is traced on.
export function TraceStage({ subject }: { subject?: string }) {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { value, error } = useFetched<Trace>(subject && projectPath(`trace/${encodeURIComponent(subject)}`), tick)
  const [far, setFar] = useState(false)
  const [at, setAt] = useState<string>()
  const columns = useRef<HTMLDivElement>(null)
  useEffect(() => setAt(undefined), [subject])
  const met = useMemo(() => new Map(value?.fields.flatMap((f) => f.met).map((m) => [m.id, m])), [value])
  // The way from what is pointed at back to what is traced.
  const way = new Set<string>()
  for (let m = at ? met.get(at) : undefined; m && !way.has(m.id); m = m.via ? met.get(m.via) : undefined) way.add(m.id)
  const open = (id: string) => go(`/p/${overview?.id}/trace/${id}`)
  const further = [...met.values()].filter((m) => (m.distance ?? 1) > 1).length

  // Arrow keys go from card to card, and from field to field.
  function keys(event: KeyboardEvent) {
    const cards = (list: Element | undefined | null) => [...(list?.querySelectorAll<HTMLElement>('[data-card]') ?? [])]
    const card = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>('[data-card]') : null
    const column = card?.closest('[data-field]')
    if (!card || !column || !columns.current) return
    const all = [...columns.current.querySelectorAll('[data-field]')].filter((c) => cards(c).length > 0)
    const list = cards(column)
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    const side = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (step) list[list.indexOf(card) + step]?.focus()
    else if (side) {
      const next = cards(all[all.indexOf(column) + side])
      next[Math.min(list.indexOf(card), next.length - 1)]?.focus()
    } else return
    event.preventDefault()
  }

  return (
    <main className="col-span-2 flex min-h-0 flex-col bg-sheet px-6 py-4" aria-label="Trace">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2 pb-3">
        <h2 className="text-lg font-semibold">{value ? <>What {value.of.title || '(no name)'} touches</> : 'Trace'}</h2>
        {value && <p className="text-sm text-faint">{value.of.oneOf}</p>}
        {value && <Place thing={value.of} label="Show" />}
        <span className="flex-1" />
        {value && further > 0 && (
          <label className="flex items-center gap-2 text-sm">
            <input type="checkbox" className="accent-verdigris" checked={far} onChange={(e) => setFar(e.target.checked)} />
            All the way ({further} more)
          </label>
        )}
        <Search key={subject} onOpen={open} first={!subject} />
      </div>
      {error && <p className="text-brick">{error}</p>}
      {!subject && <Beginnings onOpen={open} />}
      {value && (
        <div ref={columns} className="flex min-h-0 flex-1 gap-px border border-rule bg-rule" onKeyDown={keys}>
          {value.fields.map((f) => {
            const shown = f.met.filter((m) => far || m.distance === 1)
            return (
              <section
                key={f.title}
                data-field
                aria-label={f.title}
                className={`flex min-h-0 min-w-0 flex-col ${f.own ? 'bg-tint' : 'bg-paper'}`}
                style={{ flex: shown.length ? '1 1 0' : f.own ? '0.8 1 0' : '0 0 7rem' }}
              >
                <h3 className="flex items-baseline justify-between border-b border-rule px-2 py-1 font-semibold">
                  <span>{f.title}</span>
                  <span className="text-sm font-normal text-faint">{shown.length || ''}</span>
                </h3>
                <div
                  className="min-h-0 flex-1 overflow-y-auto p-2"
                  tabIndex={shown.length > 3 ? 0 : undefined}
                  role="group"
                  aria-label={`Touched: ${f.title}`}
                >
                  {f.own && (
                    <p className="mb-2 border-2 border-verdigris bg-sheet px-2 py-1 text-sm font-semibold break-words">
                      {value.of.title || '(no name)'}
                    </p>
                  )}
                  {shown.length === 0 && !f.own && <p className="text-sm text-faint">nothing</p>}
                  {shown.map((m, i) => (
                    <div key={m.id}>
                      {shown[i - 1]?.kinds !== m.kinds && <h4 className="heading pt-1">{m.kinds}</h4>}
                      <Card
                        thing={m}
                        by={m.distance === 1 ? undefined : met.get(m.via ?? '')?.title}
                        marked={way.has(m.id)}
                        onOpen={() => open(m.id)}
                        onPoint={setAt}
                      />
                    </div>
                  ))}
                </div>
              </section>
            )
          })}
        </div>
      )}
    </main>
  )
}

function Card({
  thing,
  by,
  marked,
  onOpen,
  onPoint,
}: {
  thing: Traced
  by?: string
  marked: boolean
  onOpen: () => void
  onPoint: (id?: string) => void
}) {
  const words = thing.words ?? []
  return (
    <div
      className={clsx(
        'mb-1.5 border-l-2 bg-sheet py-0.5 pr-1 pl-2 text-sm',
        marked ? 'border-verdigris outline outline-verdigris' : by === undefined ? 'border-faint' : 'border-dashed border-rule',
      )}
      onPointerEnter={() => onPoint(thing.id)}
      onPointerLeave={() => onPoint(undefined)}
    >
      <button
        data-card
        className="block w-full text-left leading-snug break-words hover:text-verdigris hover:underline"
        onClick={onOpen}
        onFocus={() => onPoint(thing.id)}
        onBlur={() => onPoint(undefined)}
      >
        {thing.title || '(no name)'}
      </button>
      <p className="text-xs break-words text-faint">
        {words.slice(0, 4).join(', ')}
        {words.length > 4 && `, and ${words.length - 4} more`}
        {by !== undefined && <> by way of {by || '(no name)'}</>} <Place thing={thing} label="show" />
      </p>
    </div>
  )
}

// Where a thing stands: on a sheet, in a description, in the dictionary or in a table.
function Place({ thing, label }: { thing: Traced; label: string }) {
  const overview = useStudio((s) => s.overview)
  const pages: Record<string, string> = { sentence: `brief?sentence=${thing.id}`, activity: `activities?row=${thing.id}`, event: 'events' }
  const page = thing.useCase
    ? `use-cases?case=${thing.useCase}`
    : thing.item
      ? `dictionary?item=${encodeURIComponent(thing.item)}`
      : pages[thing.kind]
  if (!page && !thing.diagram) return null
  const show = () => {
    if (page) return go(`/p/${overview?.id}/${page}`)
    showOn(thing.diagram, thing.shown)
  }
  return (
    <button className="text-verdigris underline" aria-label={`Show ${thing.title || 'it'} where it stands`} onClick={show}>
      {label}
    </button>
  )
}

// Words of a name or a text, and what bears them.
function Search({ onOpen, first }: { onOpen: (id: string) => void; first: boolean }) {
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const wanted = useDeferredValue(text.trim())
  const { value: found } = useFetched<Traced[]>(wanted ? projectPath(`trace?find=${encodeURIComponent(wanted)}`) : undefined, '')
  const list = wanted ? found : undefined
  const choose = (f: Traced | undefined) => {
    if (!f) return
    setText('')
    onOpen(f.id)
  }
  function keys(event: KeyboardEvent) {
    if (event.key === 'Escape') return setText('')
    if (!list) return
    if (event.key === 'Enter') choose(list[at])
    else if (event.key === 'ArrowDown') setAt(Math.min(at + 1, list.length - 1))
    else if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0))
    else return
    event.preventDefault()
  }
  return (
    <div className="relative w-72">
      <input
        className="field"
        type="search"
        role="combobox"
        aria-label="What to trace"
        aria-expanded={Boolean(list)}
        aria-controls="traceable"
        aria-activedescendant={list?.[at] ? `traceable-${at}` : undefined}
        placeholder={first ? 'Words of a name or a text' : 'Trace something else'}
        autoFocus={first}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={keys}
      />
      {list && (
        <ul
          id="traceable"
          role="listbox"
          aria-label="What bears these words"
          className="absolute right-0 z-40 max-h-96 w-96 overflow-y-auto border border-rule bg-sheet py-1 text-sm shadow"
        >
          {list.length === 0 && (
            <li className="px-3 py-1 text-faint" role="option" aria-selected={false} aria-disabled>
              Nothing bears these words.
            </li>
          )}
          {list.map((f, i) => (
            <li
              key={f.id}
              id={`traceable-${i}`}
              role="option"
              aria-selected={i === at}
              className={`flex cursor-pointer items-baseline gap-2 px-3 py-1 ${i === at ? 'bg-tint' : ''}`}
              onPointerEnter={() => setAt(i)}
              onPointerDown={(e) => {
                e.preventDefault()
                choose(f)
              }}
            >
              <span className="min-w-0 flex-1 break-words">{f.title || '(no name)'}</span>
              <span className="text-xs text-faint">{f.oneOf}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

// Where to begin: what touches most.
function Beginnings({ onOpen }: { onOpen: (id: string) => void }) {
  const tick = useStudio((s) => s.tick)
  const { value: most } = useFetched<Traced[]>(projectPath('trace'), tick)
  return (
    <div className="max-w-2xl">
      <p className="pb-3 text-faint">
        From a sentence of the brief to the component that holds what it asks for, or back: choose something to see what it touches in all
        kinds of diagrams, and why.
      </p>
      {most?.length === 0 && (
        <p className="text-faint">Nothing touches anything else yet. Traces, terms with several faces, steps and flows make the ways.</p>
      )}
      {most && most.length > 0 && (
        <section aria-labelledby="most">
          <h3 id="most" className="heading">
            These lead furthest
          </h3>
          <ul>
            {most.map((f) => (
              <li key={f.id}>
                <button className="py-0.5 text-left text-verdigris underline" onClick={() => onOpen(f.id)}>
                  {f.title || '(no name)'}
                </button>{' '}
                <span className="text-sm text-faint">{f.oneOf}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
