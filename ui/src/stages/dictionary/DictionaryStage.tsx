import { useEffect, useState, type RefObject, useRef } from 'react'

import { type Dictionary, type Item, newId } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { rowPlace, Space } from '../../common/Space'
import { useLong } from '../../common/useLong'
import { useFetched } from '../../common/useFetched'
import { ItemEntry } from './ItemEntry'
import { Pending } from '../../common/Pending'
import { AddForm } from '../../common/AddForm'

// The data dictionary: what flows and stores hold, in the classical notation.
export function DictionaryStage() {
  const tick = useStudio((s) => s.tick)
  const { submit, say } = useStudio.getState()
  const { value: dictionary, error } = useFetched<Dictionary>(projectPath('dictionary'), tick)
  const [chosen, choose] = useState<string>()
  const [search, setSearch] = useState('')
  const asked = new URLSearchParams(location.search).get('item')
  useEffect(() => {
    if (!asked || !dictionary) return
    const found = dictionary.items.find((i) => i.name.toLowerCase() === asked.toLowerCase())
    if (found) choose(found.id)
    else setSearch(asked)
    go(location.pathname, true)
  }, [asked, dictionary])
  const wanted = search.trim().toLowerCase()
  const shown = [...(dictionary?.items ?? []), ...(dictionary?.stores ?? [])].filter(
    (i) => !wanted || `${i.name} ${i.definition} ${i.contents}`.toLowerCase().includes(wanted),
  )
  const page = useRef<HTMLDivElement>(null)
  const long = useLong(shown, { height: 34, scroller: page })
  if (error || !dictionary) return <Pending stage="Dictionary" error={error} children="Reading the dictionary …" />
  const item = shown.find((i) => i.id === chosen) ?? dictionary.items.find((i) => i.id === chosen)
  const isStore = (i: Item) => dictionary.stores.some((s) => s.id === i.id)

  function add(called: string) {
    const id = newId()
    submit([{ type: 'addElement', id, kind: 'dataItem', name: called }], {
      done: () => {
        choose(id)
        say(`${called} is in the dictionary. What is it made of?`)
      },
    })
  }

  return (
    <main className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_360px]" aria-label="Dictionary">
      <div ref={page} className="min-h-0 overflow-y-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Dictionary</h2>
          <span className="flex-1" />
          <input
            className="field w-44!"
            type="search"
            aria-label="Search the dictionary"
            placeholder="Search"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <AddForm label="Name of a new entry" placeholder="New entry" className="w-44!" onAdd={add} />
        </div>
        {dictionary.items.length === 0 && dictionary.missing.length === 0 && (
          <p className="text-faint">
            No entries yet. What a flow or a store holds is written here: delivery note = mass + harvest date + (remark).
          </p>
        )}
        {dictionary.missing.length > 0 && (
          <p className="pb-3 text-sm">
            Used, and not in the dictionary yet:{' '}
            {dictionary.missing.map((m) => (
              <button key={m} className="button mr-1 mb-1 px-2! text-sm" onClick={() => add(m)}>
                {m} +
              </button>
            ))}
          </p>
        )}
        <table className="w-full table-fixed border-collapse text-sm" aria-label="Entries" aria-rowcount={shown.length + 1}>
          <thead>
            <tr>
              {[
                ['Name', 'w-1/5'],
                ['Is', ''],
                ['Used by', 'w-1/4'],
              ].map(([h, width]) => (
                <th key={h} scope="col" className={`${width} heading border-b border-rule px-2 py-1 text-left`}>
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody ref={long.list as RefObject<HTMLTableSectionElement | null>}>
            <Space height={long.before} />
            {long.drawn.map(({ item: i, place }) => (
              <tr key={i.id} {...rowPlace(place)} className={i.id === chosen ? 'bg-tint' : ''}>
                <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top font-semibold">
                  <button
                    className="text-left break-words text-verdigris underline"
                    aria-current={i.id === chosen ? 'true' : undefined}
                    onClick={() => choose(i.id)}
                  >
                    {i.name}
                  </button>
                  {isStore(i) && <span className="block text-xs font-normal text-faint">data store</span>}
                </th>
                <td className="border-b border-rule px-2 py-1 align-top">
                  {i.problem ? (
                    <span className="text-brick">
                      <code className="font-mono">{i.contents}</code>
                      <br />
                      {i.problem}
                    </span>
                  ) : (
                    <span className="font-mono">
                      {i.parts.map((p, n) =>
                        p.item ? (
                          <button key={n} className="cursor-pointer border-b border-verdigris/60" onClick={() => choose(p.item)}>
                            {p.text}
                          </button>
                        ) : p.name ? (
                          <em key={n} className="text-ochre not-italic" title="not in the dictionary">
                            {p.text}
                          </em>
                        ) : (
                          <span key={n}>{p.text}</span>
                        ),
                      )}
                    </span>
                  )}
                  {i.source && (
                    <span className="text-faint">
                      {i.source === 'derived'
                        ? `derived from ${i.from.join(', ')}`
                        : i.source === 'created'
                          ? 'created by a process'
                          : 'elementary'}
                      {[i.type, i.unit, i.range, i.values].filter(Boolean).map((t) => `, ${t}`)}
                    </span>
                  )}
                  {i.goods && <span className="text-ochre"> goods, no data</span>}
                </td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">
                  {i.flows.length > 0 && `${i.flows.length} ${i.flows.length === 1 ? 'flow' : 'flows'}`}
                  {i.flows.length > 0 && i.in.length > 0 && ', '}
                  {i.in.map((o) => o.title).join(', ')}
                </td>
              </tr>
            ))}
            <Space height={long.behind} />
          </tbody>
        </table>
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="Entry">
        {item ? (
          <ItemEntry key={item.id} item={item} store={isStore(item)} onChoose={choose} />
        ) : (
          <p className="text-faint">Choose an entry to edit it, or to see its lineage.</p>
        )}
      </aside>
    </main>
  )
}
