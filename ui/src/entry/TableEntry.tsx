import { useState } from 'react'

import { type DerivedTable } from '../core/types'
import { Part } from '../common/Kept'
import { Leads } from '../common/Leads'
import { useFetched } from '../common/useFetched'
import { projectPath, useStudio } from '../core/state'

// A derived table: what it consists of, where each piece comes from, and why it is so.
export function TableEntry({ id }: { id: string }) {
  const tick = useStudio((s) => s.tick)
  const select = useStudio((s) => s.select)
  const { value: table, error } = useFetched<DerivedTable>(projectPath(`tables/${id}`), tick)
  const [dialect, setDialect] = useState(0)
  if (error) return <p className="p-4 text-faint">{error}</p>
  if (!table) return <p className="p-4 text-faint">Looking it up …</p>
  const references = table.reference ? table.references.filter((r) => r.id === table.reference) : table.references
  return (
    <div className="flex flex-col gap-4 p-4 text-sm">
      <div>
        <p className="text-faint">{table.reference ? `reference of ${table.name}` : table.kind}</p>
        <h2 className="text-lg leading-tight font-semibold break-words">
          {table.reference ? references.map((r) => r.columns).join(', ') : table.name}
        </h2>
        {!table.reference && <p className="pt-1">{table.why}</p>}
        {!table.reference && table.definition && <p className="pt-1 text-faint">{table.definition}</p>}
        {!table.reference && (
          <p className="pt-1">
            From: <Leads origin={table.from} />
          </p>
        )}
      </div>
      {!table.reference && (
        <Part title="Columns">
          <label className="flex items-center gap-2 pb-1">
            Types in
            <select className="field" value={dialect} onChange={(e) => setDialect(Number(e.target.value))}>
              {table.dialects.map((d, i) => (
                <option key={d} value={i}>
                  {d}
                </option>
              ))}
            </select>
          </label>
          <ul className="flex flex-col gap-2">
            {table.columns.map((c) => (
              <li key={c.id} className="border-b border-rule pb-1">
                <span className="font-semibold break-words">{c.name}</span>{' '}
                <span className="font-mono text-xs break-words">{c.types[dialect]}</span>
                {c.key && <span className="text-faint"> key</span>}
                {!c.mandatory && <span className="text-faint"> may be empty</span>}
                <span className="block text-faint">{c.why}</span>
                {c.question && <span className="block text-verdigris">? {c.question}</span>}
                <Leads origin={c.from} />
              </li>
            ))}
          </ul>
        </Part>
      )}
      {references.length > 0 && (
        <Part title={table.reference ? 'What a deletion does' : 'References'}>
          <ul className="flex flex-col gap-2">
            {references.map((r) => (
              <li key={r.id} className="border-b border-rule pb-1">
                <span className="break-words">{r.columns}</span> →{' '}
                <button className="text-verdigris underline" onClick={() => select(r.toTable)}>
                  {r.to}
                </button>
                <span className="block">{r.deletion}</span>
                <span className="block text-faint">{r.why}</span>
                <Leads origin={r.from} />
              </li>
            ))}
          </ul>
        </Part>
      )}
      {!table.reference && (
        <Part title="Keys and checks">
          <ul className="flex flex-col gap-2">
            {[...table.keys, ...table.checks].map((k) => (
              <li key={k.name} className="border-b border-rule pb-1">
                <span className="font-mono text-xs break-words">{k.text}</span>
                <span className="block text-faint">{k.why}</span>
              </li>
            ))}
          </ul>
        </Part>
      )}
      {!table.reference && table.held.length > 0 && (
        <Part title="What it holds">
          <ul className="flex flex-col gap-1">
            {table.held.map((h, i) => (
              <li key={i}>
                {h.what} <span className="text-faint">{h.by}</span>
              </li>
            ))}
          </ul>
        </Part>
      )}
    </div>
  )
}
