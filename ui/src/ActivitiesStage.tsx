import { type ClipboardEvent, type KeyboardEvent, useEffect, useId, useRef, useState } from 'react'

import { type Activity, type Change, newId, type Party, Problem, request, type Table } from './api'
import { ask } from './asking'
import { readText } from './BriefStage'
import { Derive } from './Derive'
import { go } from './router'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

const columns = [
  { field: 'performer', title: 'Performer', hint: 'Intake clerk', width: '15%' },
  { field: 'name', title: 'Activity', hint: 'weigh lot', width: '17%' },
  { field: 'inputs', title: 'Inputs', hint: 'delivery note from Beekeeper', width: '26%' },
  { field: 'outputs', title: 'Outputs', hint: 'lot entry to [Lot register]', width: '26%' },
  { field: 'processing', title: 'Processes', hint: 'yes', width: '8%' },
  { field: 'sentences', title: 'From', hint: '7 8', width: '8%' },
] as const
type Field = (typeof columns)[number]['field']
type Cell = { row: string; field: Field } // row "new" is the empty one at the end

// The activity table: who does what, with which data, from whom and to whom.
export function ActivitiesStage() {
  const tick = useStudio((s) => s.tick)
  const { submit, say } = useStudio.getState()
  const { value: table, error } = useFetched<Table>(projectPath('activities'), tick)
  const [cell, setCell] = useState<Cell>({ row: 'new', field: 'performer' })
  const [editing, setEditing] = useState<string>()
  const [deriving, setDeriving] = useState<string>()
  const grid = useRef<HTMLTableElement>(null)
  const wants = useRef(false) // the grid takes the focus once it is drawn
  const id = useId()
  const rows = table?.rows ?? []
  const current = rows.find((r) => r.id === cell.row)
  const key = `${cell.row} ${cell.field}`

  useEffect(() => {
    if (!wants.current || editing !== undefined) return
    const found = grid.current?.querySelector<HTMLElement>(`[data-cell="${CSS.escape(key)}"]`)
    if (!found) return // it comes with the next answer
    wants.current = false
    found.focus()
  }, [key, editing, table])

  const textOf = (row: Activity | undefined, field: Field) => row ? (field === 'sentences' ? row.sentences.join(' ') : row[field]) : ''

  function move(dx: number, dy: number) {
    const ids = [...rows.map((r) => r.id), 'new']
    const y = Math.max(0, Math.min(ids.length - 1, Math.max(0, ids.indexOf(cell.row)) + dy))
    const x = Math.max(0, Math.min(columns.length - 1, columns.findIndex((c) => c.field === cell.field) + dx))
    wants.current = true
    setCell({ row: ids[y] ?? 'new', field: columns[x]?.field ?? 'performer' })
  }

  async function save(value: string, then: 'stay' | 'right' | 'left' | 'down') {
    const { row, field } = cell
    const was = textOf(current, field)
    setEditing(undefined)
    wants.current = true
    if (value.trim() !== was) {
      const seed = newId()
      const body: Record<string, unknown> = { id: row === 'new' ? '' : row, seed, [field]: field === 'sentences' ? (value.match(/\d+/g) ?? []).map(Number) : value }
      const ok = await ask('read/activity', body, { done: () => {
        if (row !== 'new') return
        void request<Table>(projectPath('activities')).then((fresh) => {
          const made = fresh.rows.at(-1)
          if (!made) return
          wants.current = true
          const at = columns.findIndex((c) => c.field === field)
          setCell({ row: made.id, field: columns[then === 'right' ? Math.min(at + 1, columns.length - 1) : at]?.field ?? field })
        })
      } })
      if (!ok) return setEditing(value)
      if (row === 'new') return
    }
    if (then === 'right') move(1, 0)
    else if (then === 'left') move(-1, 0)
    else if (then === 'down') move(0, 1)
    else setCell({ ...cell })
  }

  async function paste(text: string) {
    try {
      const reply = await request<{ changes: Change[] }>(projectPath(`read/table?seed=${newId()}`), { method: 'POST', headers: { 'Content-Type': 'text/csv' }, body: text })
      const n = reply.changes.filter((c) => c.type === 'addElement').length
      submit(reply.changes, { said: `Added ${n} ${n === 1 ? 'row' : 'rows'} to the table.` })
    } catch (problem) {
      say(problem instanceof Problem ? problem.message : 'The table cannot be read just now: the server does not answer.', 'error')
    }
  }

  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > 20_000_000) return say(`${file.name} has ${Math.round(file.size / 1e6)} MB: at most 4 MB are read.`, 'error')
    // The server says what is wrong with the bytes: they go as they are.
    const text = await readText(file)
    if (text === undefined) return say(`${file.name} holds characters that are not UTF-8. Save the table as CSV in UTF-8.`, 'error')
    await paste(text)
  }

  function keys(e: KeyboardEvent<HTMLElement>) {
    if (editing !== undefined) return
    const moves: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1], Home: [-9, 0], End: [9, 0], PageUp: [0, -10], PageDown: [0, 10] }
    const step = moves[e.key]
    if (step) move(...step)
    else if (e.key === 'Enter' || e.key === 'F2') setEditing(textOf(current, cell.field))
    else if (e.key === 'Delete' && e.shiftKey && current) {
      submit([{ type: 'delete', id: current.id }], { said: `Deleted the row ${current.performer}: ${current.name}.` })
      move(0, 1)
    } else if ((e.key === 'Delete' || e.key === 'Backspace') && current) void save('', 'stay')
    else if (e.key.length === 1 && !e.ctrlKey && !e.metaKey && !e.altKey) setEditing(e.key)
    else return
    e.preventDefault()
  }

  function pasted(e: ClipboardEvent) {
    if (editing !== undefined) return
    const text = e.clipboardData.getData('text/plain')
    if (!text.trim()) return
    e.preventDefault()
    if (!/[\t\n]/.test(text.trim())) setEditing(text.trim())
    else void paste(text)
  }

  if (error) return <main className="col-span-2 p-10 text-brick" aria-label="Activities">{error}</main>
  if (!table) return <main className="col-span-2 p-10" aria-label="Activities">Reading the table …</main>
  return (
    <main className="col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_316px]" aria-label="Activities">
      <div className="min-h-0 overflow-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Activities</h2>
          {table.rows.length > 0 && <p className="text-sm text-faint">{table.flows - table.uncovered} of {table.flows} flows are drawn.</p>}
          <span className="flex-1" />
          <span className="text-sm text-faint" id={`${id}derive`}>From it:</span>
          {([['context', 'Context'], ['physical', 'Physical level'], ['logical', 'Logical level']] as const).map(([view, title]) => (
            <button key={view} className="button px-2! text-sm" aria-describedby={`${id}derive`} disabled={table.rows.length === 0} onClick={() => setDeriving(view)}>{title} …</button>
          ))}
          <label className="button cursor-pointer px-2! text-sm focus-within:outline-2 focus-within:outline-verdigris" htmlFor={`${id}file`}>
            CSV in …
            <input id={`${id}file`} type="file" accept=".csv,.tsv,text/csv,text/plain" className="sr-only" onChange={(e) => { void take(e.target.files?.[0]); e.target.value = '' }} />
          </label>
          <a className="button px-2! text-sm" href={projectPath('activities.csv')} download>CSV out</a>
        </div>
        <table ref={grid} className="w-full table-fixed border-collapse text-sm" role="grid" aria-label="Activity table" onKeyDown={keys} onPaste={pasted}>
          <thead><tr>{columns.map((c) => <th key={c.field} scope="col" className="heading border-b border-rule px-2 py-1 text-left" style={{ width: c.width }}>{c.title}</th>)}</tr></thead>
          <tbody>
            {[...rows, undefined].map((row) => (
              <tr key={row?.id ?? 'new'} aria-selected={row !== undefined && row.id === current?.id} className={row && row.id === current?.id ? 'bg-tint' : ''}>
                {columns.map((c) => {
                  const here = (row?.id ?? 'new') === cell.row && c.field === cell.field
                  const text = textOf(row, c.field)
                  const asked = row && (c.field === 'inputs' || c.field === 'outputs') && row.questions.some((q) => text.includes(q))
                  const label = `${c.title} of ${row ? `${row.performer || 'nobody'}, ${row.name || 'no activity'}` : 'a new row'}`
                  return (
                    <td
                      key={c.field} className="relative border-b border-rule p-0 align-top" role="gridcell" aria-label={[`${label}: ${text || (row ? 'empty' : `empty, ${c.hint}`)}`, c.field === 'performer' && row?.performer ? row.side : '', asked ? '? from whom, or to whom' : ''].filter(Boolean).join(' ')} data-cell={`${row?.id ?? 'new'} ${c.field}`}
                      tabIndex={here && editing === undefined ? 0 : -1}
                      onClick={() => { if (here && editing === undefined) setEditing(text); else if (!here) { wants.current = true; setCell({ row: row?.id ?? 'new', field: c.field }) } }}
                    >
                      {here && editing !== undefined ? (
                        <CellEditor label={label} value={editing} hint={c.hint} names={c.field === 'performer' ? table.performers : undefined} onSave={(v, then) => void save(v, then)} onCancel={() => { setEditing(undefined); wants.current = true; setCell({ ...cell }) }} />
                      ) : (
                        <span className={`block min-h-8 px-2 py-1 break-words whitespace-pre-wrap ${row ? '' : 'text-faint'}`}>
                          {row ? pieces(text, c.field) : c.hint}
                          {c.field === 'performer' && row?.side && row.performer && ' '}{c.field === 'performer' && row?.side && row.performer && <span className="block text-xs text-faint">{row.side}</span>}
                          {asked && ' '}{asked && <span className="block text-xs text-verdigris">? from whom, or to whom</span>}
                        </span>
                      )}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="pt-3 text-sm text-faint">
          Type into a cell, Tab or Enter goes on, arrow keys move, Shift+Delete takes a row away. Rows can be pasted from a spreadsheet. Several data are separated by semicolons; brackets mark a store.
        </p>
      </div>
      <Consequences table={table} row={current} />
      {deriving && <Derive view={deriving} onClose={() => setDeriving(undefined)} />}
    </main>
  )
}

// Several data stand one below the other.
function pieces(text: string, field: Field): string {
  return field === 'inputs' || field === 'outputs' ? text.split('; ').join('\n') : text
}

function CellEditor({ label, value, hint, names, onSave, onCancel }: { label: string; value: string; hint: string; names?: string[]; onSave: (value: string, then: 'stay' | 'right' | 'left' | 'down') => void; onCancel: () => void }) {
  const [typed, setTyped] = useState(value)
  const left = useRef(false)
  const id = useId()
  const done = (then: 'stay' | 'right' | 'left' | 'down') => {
    if (left.current) return
    left.current = true
    onSave(typed, then)
  }
  return (
    <>
      <input
        className="field h-8 w-full text-sm" aria-label={label} value={typed} placeholder={hint} autoFocus maxLength={4000} list={names ? id : undefined}
        onChange={(e) => setTyped(e.target.value)} onBlur={() => done('stay')}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done('down')
          else if (e.key === 'Tab') done(e.shiftKey ? 'left' : 'right')
          else if (e.key === 'Escape') { left.current = true; onCancel() } else return e.stopPropagation()
          e.preventDefault()
          e.stopPropagation()
        }}
      />
      {names && <datalist id={id}>{names.map((n) => <option key={n} value={n} />)}</datalist>}
    </>
  )
}

// A person may put somebody on the other side, with a reason.
function PutSide({ party, onPut }: { party: Party; onPut: (side: string, reason: string) => void }) {
  const [reason, setReason] = useState<string>()
  const side = party.side === 'inside' ? 'outside' : 'inside'
  if (reason === undefined) return <button className="text-verdigris underline" aria-label={`Put it ${side} …: ${party.name}`} onClick={() => setReason('')}>Put it {side} …</button>
  return (
    <form className="flex gap-1 pt-1" onSubmit={(e) => { e.preventDefault(); onPut(side, reason.trim()) }}>
      <input className="field" aria-label={`Why is ${party.name} ${side}?`} placeholder={`Why ${side}?`} value={reason} maxLength={500} autoFocus onChange={(e) => setReason(e.target.value)} onKeyDown={(e) => e.key === 'Escape' && setReason(undefined)} />
      <button className="button px-2!">Put</button>
    </form>
  )
}

// What follows from the table: for a row its flows, else who is in and who is out.
function Consequences({ table, row }: { table: Table; row?: Activity }) {
  const overview = useStudio((s) => s.overview)
  const submit = useStudio((s) => s.submit)
  const facts = row ? table.facts.filter((f) => f.rows.includes(row.id)) : []
  function put(name: string, side: string, reason: string) {
    const others = (overview?.settings.performers ?? []).filter((p) => p.name !== name)
    submit([{ type: 'setProject', set: { performers: side ? [...others, { name, inside: side === 'inside', reason }] : others } }])
  }
  return (
    <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="What follows from it">
      {row && (
        <section aria-label="This row" className="flex flex-col gap-2 text-sm">
          <h3 className="text-base font-semibold">{row.performer || 'Nobody'}: {row.name || 'no activity'}</h3>
          <label className="flex items-center gap-2"><input type="checkbox" className="accent-verdigris" checked={row.timed} onChange={(e) => void ask('read/activity', { id: row.id, timed: e.target.checked, seed: newId() })} />It is due in time</label>
          {row.questions.map((q) => <p key={q} className="text-verdigris">? {q}: from whom, or to whom?</p>)}
          <ul className="flex flex-col gap-2">
            {facts.map((f, i) => (
              <li key={i} className={`border-l-2 pl-2 ${f.verdict === 'error' ? 'border-brick' : f.covered ? 'border-verdigris' : f.verdict === 'outOfScope' ? 'border-rule' : 'border-ochre'}`}>
                {f.data}: {f.from} → {f.to}
                <span className="block text-faint">{f.why}{f.verdict !== 'outOfScope' && f.verdict !== 'error' && !f.covered && ' No flow shows it yet.'}</span>
              </li>
            ))}
          </ul>
          {row.shown.length > 0 && (
            <>
              <h4 className="heading">Flows that show it</h4>
              <ul className="flex flex-col gap-1">
                {row.shown.map((s) => (
                  <li key={s.id}><button className="text-left text-verdigris underline" disabled={!s.diagram} onClick={() => { go(`/p/${overview?.id}/d/${s.diagram}`); void useStudio.getState().openSheet(s.diagram).then(() => useStudio.getState().select(s.id)) }}>{s.title}</button> <span className="text-faint">{s.where}</span></li>
                ))}
              </ul>
            </>
          )}
        </section>
      )}
      <section aria-label="Inside and outside" className="flex flex-col gap-2 text-sm">
        <h3 className="text-base font-semibold">Inside and outside</h3>
        {table.parties.length === 0 && <p className="text-faint">Whoever has an activity that processes information is inside; the others are outside; brackets mark stores. It follows from the table by itself.</p>}
        <ul className="flex flex-col gap-2">
          {table.parties.map((p) => (
            <li key={p.name}>
              <span className="font-semibold">{p.name}</span> <span className="text-faint">{p.side}</span>
              <span className="block text-faint">{p.why}</span>
              {p.rows > 0 && p.side !== 'store' && (
                p.forced ? <button className="text-verdigris underline" onClick={() => put(p.name, '', '')}>As the table says</button>
                  : <PutSide party={p} onPut={(side, reason) => put(p.name, side, reason)} />
              )}
            </li>
          ))}
        </ul>
      </section>
    </aside>
  )
}
