import { useState } from 'react'
import { type Change, type Item } from '../../core/api'
import { TraceButton } from '../../common/TraceButton'
import { Kept, Part, Switch } from '../../common/Kept'
import { useStudio } from '../../core/state'
import { Lineage } from './Lineage'

const sources: [string, string][] = [
  ['', 'is made of its contents'],
  ['elementary', 'is elementary'],
  ['created', 'is created by a process'],
  ['derived', 'is derived from others'],
]

export function ItemEntry({ item, store, onChoose }: { item: Item; store: boolean; onChoose: (id: string) => void }) {
  const submit = useStudio((s) => s.submit)
  const [lineage, setLineage] = useState(false)
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setElement', id: item.id, set: patch })
  return (
    <div className="flex flex-col gap-3">
      <Kept label="Name" value={item.name} change={(to) => ({ type: 'setName', id: item.id, name: to })} />
      <Kept label="Definition" value={item.definition} rows={2} change={(text) => ({ type: 'setDefinition', id: item.id, text })} />
      <Kept
        label="Contents"
        value={item.contents}
        rows={2}
        mono
        placeholder="a + [b | c] + 1{d}5 + (e)"
        change={(contents) => set({ contents })}
      />
      {item.problem && <p className="text-sm text-brick">{item.problem}.</p>}
      <p className="text-xs text-faint">
        + and, [a | b] one of, {'{a}'} repeated, 1{'{a}'}5 one to five times, (a) optional, @a key, *remark*
      </p>
      {store ? (
        <div className="flex flex-wrap gap-x-4 text-sm">
          <Switch label="An archive" on={item.archive} set={(archive) => submit([set({ archive })])} />
          <Switch label="Maintained outside" on={item.outside} set={(outside) => submit([set({ outside })])} />
        </div>
      ) : (
        <>
          <label className="text-sm">
            <span className="heading">Where it comes from</span>
            <select className="field" value={item.source} onChange={(e) => submit([set({ source: e.target.value })])}>
              {sources.map(([value, title]) => (
                <option key={value} value={value}>
                  It {title}
                </option>
              ))}
            </select>
          </label>
          {item.source === 'derived' && (
            <Kept
              label="Derived from, separated by commas"
              value={item.from.join(', ')}
              max={2000}
              change={(text) =>
                set({
                  from: text
                    .split(',')
                    .map((s) => s.trim())
                    .filter(Boolean),
                })
              }
            />
          )}
          <div className="grid grid-cols-2 gap-2">
            <Kept label="Type" value={item.type} change={(type) => set({ type })} />
            <Kept label="Unit" value={item.unit} change={(unit) => set({ unit })} />
            <Kept label="Range" value={item.range} change={(range) => set({ range })} />
            <Kept label="Values" value={item.values} change={(values) => set({ values })} />
          </div>
          <Switch label="Goods: a thing that is handed over, and no data" on={item.goods} set={(goods) => submit([set({ goods })])} />
        </>
      )}
      {item.flows.length > 0 && (
        <Part title={store ? 'Flows with it' : 'Flows of this name'}>
          <ul className="text-sm">
            {item.flows.map((f, i) => (
              <li key={i}>{f}</li>
            ))}
          </ul>
        </Part>
      )}
      {item.in.length > 0 && (
        <Part title="Part of">
          <ul className="text-sm">
            {item.in.map((o) => (
              <li key={o.id}>
                <button className="text-verdigris underline" onClick={() => onChoose(o.id)}>
                  {o.title}
                </button>
              </li>
            ))}
          </ul>
        </Part>
      )}
      {!store && (
        <button className="button self-start" aria-pressed={lineage} onClick={() => setLineage(!lineage)}>
          Lineage
        </button>
      )}
      {lineage && <Lineage item={item.name} />}
      <TraceButton id={item.id} />
      <button
        className="button self-start text-brick"
        onClick={() => submit([{ type: 'delete', id: item.id }], { said: `Deleted ${item.name} from the model.` })}
      >
        Delete from the model
      </button>
    </div>
  )
}
