import { type ClipboardEvent, type KeyboardEvent, memo, useEffect, useId, useRef, useState } from 'react'

import { type Table } from '../../core/api'
import { type Field, type Row, textOf, useDrafts } from './drafts'
import { useStudio } from '../../core/state'

const columns: { field: Field; title: string; hint: string; width: string }[] = [
  { field: 'performer', title: 'Performer', hint: 'Intake clerk', width: '16%' },
  { field: 'name', title: 'Activity', hint: 'weigh lot', width: '18%' },
  { field: 'inputs', title: 'Inputs', hint: 'delivery note from Beekeeper', width: '24%' },
  { field: 'outputs', title: 'Outputs', hint: 'lot entry to [Lot register]', width: '24%' },
  { field: 'processing', title: 'Transforms data?', hint: 'yes', width: '11%' },
  { field: 'sentences', title: 'From', hint: '7 8', width: '7%' },
]
type Cell = { row: string; field: Field } // row "new" is the empty one at the end
type Direction = 'right' | 'left' | 'down'
const steps: Record<Direction, [number, number]> = { right: [1, 0], left: [-1, 0], down: [0, 1] }

// The grid itself: a cell is the current one, and may be typed into. What was
// typed counts as soon as the cell is left, whichever way.
export function ActivityGrid({
  table,
  onRow,
  onPaste,
}: {
  table: Table
  onRow: (id: string | undefined) => void
  onPaste: (rows: string) => void
}) {
  const { submit } = useStudio.getState()
  const { rows, write, drop } = useDrafts(table)
  // A row that somebody comes for is the current one.
  const [cell, setCell] = useState<Cell>(() => ({ row: new URLSearchParams(location.search).get('row') ?? 'new', field: 'performer' }))
  const [editing, setEditing] = useState<string>() // what the editor begins with
  const typed = useRef<{ cell: Cell; text: string; base: number }>(undefined) // base: the revision that was seen when typing began
  const grid = useRef<HTMLTableElement>(null)
  const wants = useRef(false) // the grid takes the focus once it is drawn
  const current = rows.find((r) => r.id === cell.row)
  const key = `${cell.row} ${cell.field}`

  useEffect(() => {
    if (!wants.current || editing !== undefined) return
    wants.current = false
    grid.current?.querySelector<HTMLElement>(`[data-cell="${CSS.escape(key)}"]`)?.focus()
  })
  useEffect(() => onRow(cell.row), [cell.row, onRow])

  function enter(to: Cell) {
    wants.current = true
    setCell(to)
  }

  function edit(text: string) {
    typed.current = { cell, text, base: useStudio.getState().revision }
    setEditing(text)
  }

  // keep takes over what was typed, and tells in which row it stands now.
  function keep(): string {
    const { current: done } = typed
    typed.current = undefined
    setEditing(undefined)
    if (!done) return cell.row
    const row = rows.find((r) => r.id === done.cell.row)
    const was = textOf(row, done.cell.field)
    const again = row?.drafts[done.cell.field]?.problem !== undefined
    if (done.text.trim() === was && !again) return done.cell.row
    return write(done.cell.row, done.cell.field, done.text, done.base)
  }

  function move(dx: number, dy: number, from = cell.row) {
    const ids = [...rows.map((r) => r.id), 'new']
    if (!ids.includes(from)) ids.splice(-1, 0, from) // it was begun just now
    const y = Math.max(0, Math.min(ids.length - 1, ids.indexOf(from) + dy))
    const x = Math.max(0, Math.min(columns.length - 1, columns.findIndex((c) => c.field === cell.field) + dx))
    enter({ row: ids[y] ?? 'new', field: columns[x]?.field ?? 'performer' })
  }

  function leave(then: Direction | 'stay') {
    const row = keep()
    if (then === 'stay') return cell.row === 'new' && row !== 'new' && setCell({ ...cell, row })
    if (then === 'right' && cell.field === columns.at(-1)?.field) move(-9, 1, row)
    else move(...steps[then], row)
  }

  // Tab goes on within the row and from its end to the next one, from the ends of the table out
  // of it. F6 leaves it from anywhere.
  function tab(back: boolean): boolean {
    const at = columns.findIndex((c) => c.field === cell.field)
    if (back ? at > 0 : at < columns.length - 1) move(back ? -1 : 1, 0)
    else if (back ? cell.row === (rows[0]?.id ?? 'new') : cell.row === 'new') return false
    else move(back ? 9 : -9, back ? -1 : 1)
    return true
  }

  function giveUp() {
    typed.current = undefined
    setEditing(undefined)
    if (current?.drafts[cell.field]?.problem !== undefined) drop(current.id, cell.field)
    enter({ ...cell })
  }

  function remove(row: Row) {
    drop(row.id)
    if (row.kept) submit([{ type: 'delete', id: row.id }], { said: `Deleted the row ${row.kept.performer}: ${row.kept.name}.` })
    move(0, 1)
  }

  function keys(e: KeyboardEvent<HTMLElement>) {
    if (editing !== undefined) return
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
      Home: [-9, 0],
      End: [9, 0],
      PageUp: [0, -10],
      PageDown: [0, 10],
    }
    const step = moves[e.key]
    if (e.key === 'Tab' ? !tab(e.shiftKey) : e.metaKey || e.altKey) return
    if (step) move(...step)
    else if (e.key === 'Enter' || e.key === 'F2') edit(textOf(current, cell.field))
    else if (e.key === 'Delete' && e.shiftKey && current) remove(current)
    else if ((e.key === 'Delete' || e.key === 'Backspace') && current) write(current.id, cell.field, '')
    else if (e.key.length === 1 && !e.ctrlKey) edit(e.key)
    else if (e.key !== 'Tab') return
    e.preventDefault()
  }

  function pasted(e: ClipboardEvent) {
    if (editing !== undefined) return
    const text = e.clipboardData.getData('text/plain')
    if (!text.trim()) return
    e.preventDefault()
    if (/[\t\n]/.test(text.trim())) onPaste(text)
    else edit(text.trim())
  }

  function copied(e: ClipboardEvent) {
    if (editing !== undefined) return
    e.preventDefault()
    e.clipboardData.setData('text/plain', textOf(current, cell.field))
  }

  function press(to: Cell) {
    if (to.row === cell.row && to.field === cell.field) {
      if (editing === undefined && document.activeElement?.getAttribute('data-cell') === key) edit(textOf(current, cell.field))
      else if (editing === undefined) enter({ ...cell })
      return
    }
    keep()
    enter(to)
  }
  const act = useRef(press)
  useEffect(() => void (act.current = press))

  return (
    <table
      ref={grid}
      className="w-full table-fixed border-collapse text-sm"
      role="grid"
      aria-label="Activity table"
      onKeyDown={keys}
      onPaste={pasted}
      onCopy={copied}
    >
      <thead>
        <tr>
          {columns.map((c) => (
            <th key={c.field} scope="col" className="heading border-b border-rule px-2 py-1 text-left" style={{ width: c.width }}>
              {c.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody
        onMouseDown={(e) => {
          const at =
            e.target instanceof HTMLElement
            && !(e.target instanceof HTMLInputElement)
            && e.button === 0
            && e.target.closest('td')?.dataset.cell
          if (!at) return
          const [row = '', field = ''] = at.split(' ')
          e.preventDefault() // the focus goes where the grid puts it
          act.current({ row, field: field as Field })
        }}
      >
        {[...rows, undefined].map((row) => {
          const id = row?.id ?? 'new'
          const here = id === cell.row
          return (
            <GridRow key={id} row={row} at={here ? cell.field : undefined}>
              {here && editing !== undefined && (
                <CellEditor
                  key={key}
                  label={labelOf(columns.find((c) => c.field === cell.field)?.title ?? '', row)}
                  value={editing}
                  hint={columns.find((c) => c.field === cell.field)?.hint ?? ''}
                  names={cell.field === 'performer' ? table.performers : undefined}
                  onType={(text) => {
                    if (typed.current) typed.current.text = text
                  }}
                  onLeave={leave}
                  onCancel={giveUp}
                />
              )}
            </GridRow>
          )
        })}
      </tbody>
    </table>
  )
}

function labelOf(title: string, row: Row | undefined): string {
  return `${title} of ${row ? `${textOf(row, 'performer') || 'nobody'}, ${textOf(row, 'name') || 'no activity'}` : 'a new row'}`
}

// One row. Only rows that changed are drawn anew: tables grow long.
const GridRow = memo(
  function GridRow({ row, at, children }: { row?: Row; at?: Field; children: React.ReactNode }) {
    const editing = Boolean(children)
    return (
      <tr aria-selected={row !== undefined && at !== undefined} className={row && at ? 'bg-tint' : ''}>
        {columns.map((c) => {
          const here = c.field === at
          const text = textOf(row, c.field)
          const problem = row?.drafts[c.field]?.problem
          const asked = (c.field === 'inputs' || c.field === 'outputs') && row?.kept?.questions.some((q) => text.includes(q))
          const side = c.field === 'performer' && text ? row?.kept?.side : ''
          return (
            <td
              key={c.field}
              role="gridcell"
              data-cell={`${row?.id ?? 'new'} ${c.field}`}
              tabIndex={here && !editing ? 0 : -1}
              aria-invalid={problem !== undefined || undefined}
              className={`relative border-b border-rule p-0 align-top ${problem ? 'shadow-[inset_2px_0_0_var(--color-brick)]' : ''}`}
              aria-label={[
                `${labelOf(c.title, row)}: ${text || (row ? 'empty' : `empty, ${c.hint}`)}`,
                side,
                asked ? '? from whom, or to whom' : '',
                problem ? `Not kept: ${problem}` : '',
              ]
                .filter(Boolean)
                .join(' ')}
            >
              {here && editing ? (
                children
              ) : (
                <span className={`block min-h-8 px-2 py-1 break-words whitespace-pre-wrap ${row ? '' : 'text-faint'}`}>
                  {row ? pieces(text, c.field) : c.hint}
                  {side && ' '}
                  {side && <span className="block text-xs text-faint">{side}</span>}
                  {asked && ' '}
                  {asked && <span className="block text-xs text-verdigris">? from whom, or to whom</span>}
                  {problem && ' '}
                  {problem && <span className="block text-xs text-brick">Not kept: {problem}</span>}
                </span>
              )}
            </td>
          )
        })}
      </tr>
    )
  },
  (a, b) => a.at === b.at && !a.children && !b.children && sameRow(a.row, b.row),
)

function sameRow(a: Row | undefined, b: Row | undefined): boolean {
  if (a === b) return true
  return a !== undefined && b !== undefined && a.id === b.id && JSON.stringify(a) === JSON.stringify(b)
}

// Several data stand one below the other.
function pieces(text: string, field: Field): string {
  return field === 'inputs' || field === 'outputs' ? text.split(/;\s*/).join('\n') : text
}

function CellEditor({
  label,
  value,
  hint,
  names,
  onType,
  onLeave,
  onCancel,
}: {
  label: string
  value: string
  hint: string
  names?: string[]
  onType: (text: string) => void
  onLeave: (then: Direction | 'stay') => void
  onCancel: () => void
}) {
  const id = useId()
  return (
    <>
      <input
        className="field h-8 w-full text-sm"
        aria-label={label}
        defaultValue={value}
        placeholder={hint}
        autoFocus
        maxLength={4000}
        list={names ? id : undefined}
        onChange={(e) => onType(e.target.value)}
        onBlur={() => onLeave('stay')}
        onKeyDown={(e) => {
          if (e.key === 'Enter') onLeave('down')
          else if (e.key === 'Tab') onLeave(e.shiftKey ? 'left' : 'right')
          else if (e.key === 'Escape') onCancel()
          else return e.stopPropagation()
          e.preventDefault()
          e.stopPropagation()
        }}
      />
      {names && (
        <datalist id={id}>
          {names.map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
      )}
    </>
  )
}
