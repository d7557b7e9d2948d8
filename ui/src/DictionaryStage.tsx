import { useEffect, useState } from 'react'

import { type Change, type Dictionary, type Item, newId, type Way } from './api'
import { FollowButton } from './FollowButton'
import { Kept, Part, Switch } from './Kept'
import { go } from './router'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

const sources: [string, string][] = [['', 'is made of its contents'], ['elementary', 'is elementary'], ['created', 'is created by a process'], ['derived', 'is derived from others']]

// The data dictionary: what flows and stores hold, in the classical notation.
export function DictionaryStage() {
  const tick = useStudio((s) => s.tick)
  const { submit, say } = useStudio.getState()
  const { value: dictionary, error } = useFetched<Dictionary>(projectPath('dictionary'), tick)
  const [chosen, choose] = useState<string>()
  const [search, setSearch] = useState('')
  const [name, setName] = useState('')
  const asked = new URLSearchParams(location.search).get('item')
  useEffect(() => {
    if (!asked || !dictionary) return
    const found = dictionary.items.find((i) => i.name.toLowerCase() === asked.toLowerCase())
    if (found) choose(found.id)
    else setSearch(asked)
    go(location.pathname, true)
  }, [asked, dictionary])
  if (error) return <main className="col-span-2 p-10 text-brick" aria-label="Dictionary">{error}</main>
  if (!dictionary) return <main className="col-span-2 p-10" aria-label="Dictionary">Reading the dictionary …</main>
  const wanted = search.trim().toLowerCase()
  const shown = [...dictionary.items, ...dictionary.stores].filter((i) => !wanted || `${i.name} ${i.definition} ${i.contents}`.toLowerCase().includes(wanted))
  const item = shown.find((i) => i.id === chosen) ?? dictionary.items.find((i) => i.id === chosen)
  const isStore = (i: Item) => dictionary.stores.some((s) => s.id === i.id)

  function add(called: string) {
    const id = newId()
    submit([{ type: 'addElement', id, kind: 'dataItem', name: called }], { done: () => { choose(id); say(`${called} is in the dictionary. What is it made of?`) } })
    setName('')
  }

  return (
    <main className="col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_360px]" aria-label="Dictionary">
      <div className="min-h-0 overflow-y-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Dictionary</h2>
          <span className="flex-1" />
          <input className="field w-44!" type="search" aria-label="Search the dictionary" placeholder="Search" value={search} onChange={(e) => setSearch(e.target.value)} />
          <form className="flex gap-2" onSubmit={(e) => { e.preventDefault(); if (name.trim()) add(name.trim()) }}>
            <input className="field w-44!" aria-label="Name of a new entry" placeholder="New entry" maxLength={200} value={name} onChange={(e) => setName(e.target.value)} />
            <button className="button" disabled={!name.trim()}>Add</button>
          </form>
        </div>
        {dictionary.items.length === 0 && dictionary.missing.length === 0 && <p className="text-faint">No entries yet. What a flow or a store holds is written here: delivery note = mass + harvest date + (remark).</p>}
        {dictionary.missing.length > 0 && (
          <p className="pb-3 text-sm">Used, and not in the dictionary yet: {dictionary.missing.map((m) => <button key={m} className="button mr-1 mb-1 px-2! text-sm" onClick={() => add(m)}>{m} +</button>)}</p>
        )}
        <table className="w-full table-fixed border-collapse text-sm" aria-label="Entries">
          <thead><tr>{[['Name', 'w-1/5'], ['Is', ''], ['Used by', 'w-1/4']].map(([h, width]) => <th key={h} scope="col" className={`${width} heading border-b border-rule px-2 py-1 text-left`}>{h}</th>)}</tr></thead>
          <tbody>
            {shown.map((i) => (
              <tr key={i.id} className={i.id === chosen ? 'bg-tint' : ''}>
                <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top font-semibold">
                  <button className="text-left break-words text-verdigris underline" aria-current={i.id === chosen ? 'true' : undefined} onClick={() => choose(i.id)}>{i.name}</button>
                  {isStore(i) && <span className="block text-xs font-normal text-faint">data store</span>}
                </th>
                <td className="border-b border-rule px-2 py-1 align-top">
                  {i.problem ? <span className="text-brick"><code className="font-mono">{i.contents}</code><br />{i.problem}</span> : (
                    <span className="font-mono">{i.parts.map((p, n) => p.item ? <button key={n} className="cursor-pointer border-b border-verdigris/60" onClick={() => choose(p.item)}>{p.text}</button> : p.name ? <em key={n} className="text-ochre not-italic" title="not in the dictionary">{p.text}</em> : <span key={n}>{p.text}</span>)}</span>
                  )}
                  {i.source && <span className="text-faint">{i.source === 'derived' ? `derived from ${i.from.join(', ')}` : i.source === 'created' ? 'created by a process' : 'elementary'}{[i.type, i.unit, i.range, i.values].filter(Boolean).map((t) => `, ${t}`)}</span>}
                  {i.goods && <span className="text-ochre"> goods, no data</span>}
                </td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">{i.flows.length > 0 && `${i.flows.length} ${i.flows.length === 1 ? 'flow' : 'flows'}`}{i.flows.length > 0 && i.in.length > 0 && ', '}{i.in.map((o) => o.title).join(', ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="Entry">
        {item ? <ItemEntry key={item.id} item={item} store={isStore(item)} onChoose={choose} /> : <p className="text-faint">Choose an entry to edit it, or to follow it through all levels.</p>}
      </aside>
    </main>
  )
}

function ItemEntry({ item, store, onChoose }: { item: Item; store: boolean; onChoose: (id: string) => void }) {
  const submit = useStudio((s) => s.submit)
  const [following, setFollowing] = useState(false)
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setElement', id: item.id, set: patch })
  return (
    <div className="flex flex-col gap-3">
      <Kept label="Name" value={item.name} change={(to) => ({ type: 'setName', id: item.id, name: to })} />
      <Kept label="Definition" value={item.definition} rows={2} change={(text) => ({ type: 'setDefinition', id: item.id, text })} />
      <Kept label="Contents" value={item.contents} rows={2} mono placeholder="a + [b | c] + 1{d}5 + (e)" change={(contents) => set({ contents })} />
      {item.problem && <p className="text-sm text-brick">{item.problem}.</p>}
      <p className="text-xs text-faint">+ and, [a | b] one of, {'{a}'} repeated, 1{'{a}'}5 one to five times, (a) optional, @a key, *remark*</p>
      {store ? (
        <div className="flex flex-wrap gap-x-4 text-sm">
          <Switch label="An archive" on={item.archive} set={(archive) => submit([set({ archive })])} />
          <Switch label="Maintained outside" on={item.outside} set={(outside) => submit([set({ outside })])} />
        </div>
      ) : (
        <>
          <label className="text-sm">
            <span className="heading">Where it comes from</span>
            <select className="field" value={item.source} onChange={(e) => submit([set({ source: e.target.value })])}>{sources.map(([value, title]) => <option key={value} value={value}>It {title}</option>)}</select>
          </label>
          {item.source === 'derived' && <Kept label="Derived from, separated by commas" value={item.from.join(', ')} max={2000} change={(text) => set({ from: text.split(',').map((s) => s.trim()).filter(Boolean) })} />}
          <div className="grid grid-cols-2 gap-2">
            <Kept label="Type" value={item.type} change={(type) => set({ type })} />
            <Kept label="Unit" value={item.unit} change={(unit) => set({ unit })} />
            <Kept label="Range" value={item.range} change={(range) => set({ range })} />
            <Kept label="Values" value={item.values} change={(values) => set({ values })} />
          </div>
          <Switch label="Goods: a thing that is handed over, and no data" on={item.goods} set={(goods) => submit([set({ goods })])} />
        </>
      )}
      {item.flows.length > 0 && <Part title={store ? 'Flows with it' : 'Flows of this name'}><ul className="text-sm">{item.flows.map((f, i) => <li key={i}>{f}</li>)}</ul></Part>}
      {item.in.length > 0 && <Part title="Part of"><ul className="text-sm">{item.in.map((o) => <li key={o.id}><button className="text-verdigris underline" onClick={() => onChoose(o.id)}>{o.title}</button></li>)}</ul></Part>}
      {!store && <button className="button self-start" aria-pressed={following} onClick={() => setFollowing(!following)}>Follow it through all levels</button>}
      {following && <Follow item={item.name} />}
      <FollowButton id={item.id} />
      <button className="button self-start text-brick" onClick={() => submit([{ type: 'delete', id: item.id }], { said: `Deleted ${item.name} from the model.` })}>Delete from the model</button>
    </div>
  )
}

// The way of an item of data, from where it enters to where it leaves.
function Follow({ item }: { item: string }) {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { value: way } = useFetched<Way>(projectPath(`follow?item=${encodeURIComponent(item)}`), tick)
  if (!way) return <p className="text-faint">Following it …</p>
  const levels = [...new Set(way.steps.map((s) => s.level))]
  function show(diagram: string | undefined) {
    if (!diagram) return
    const flows = way?.steps.filter((s) => s.diagram === diagram).map((s) => s.flow) ?? []
    go(`/p/${overview?.id}/d/${diagram}`)
    void useStudio.getState().openSheet(diagram).then(() => useStudio.getState().selectAll(flows))
  }
  return (
    <section aria-label={`The way of ${item}`} className="flex flex-col gap-2 text-sm">
      {levels.map((level) => {
        const steps = way.steps.filter((s) => s.level === level)
        return (
          <div key={level}>
            <div className="flex items-baseline justify-between"><h4 className="heading">{level}</h4>{steps[0]?.diagram && <button className="text-verdigris underline" onClick={() => show(steps[0]?.diagram)}>Show on the sheet</button>}</div>
            <table className="w-full"><tbody>
              {steps.map((s) => <tr key={s.flow} className={s.reached ? '' : 'text-faint'}><td className="w-5 align-top text-faint">{s.reached ? s.step : '–'}</td><td className="py-0.5">{s.from} → {s.to}{s.name !== item && <span className="text-faint"> in {s.name}</span>}</td></tr>)}
            </tbody></table>
          </div>
        )
      })}
      <div>
        <h4 className="heading">Where it ends up</h4>
        {way.stores.length > 0 && <p>It rests in {way.stores.map((s) => s.title).join(', ')}.</p>}
        {way.attributes.length > 0 && (
          <p>Kept by {way.attributes.map((a, i) => (
            <span key={a.id}>{i > 0 && ', '}<button className="text-verdigris underline" onClick={() => { go(`/p/${overview?.id}`); useStudio.getState().select(a.class) }}>{a.title}</button></span>
          ))}.</p>
        )}
        {way.breaks.map((b) => <p key={b} className="text-ochre">{b}</p>)}
      </div>
    </section>
  )
}
