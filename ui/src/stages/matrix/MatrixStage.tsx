import { clsx } from 'clsx'
import { type UIEvent, useMemo, useState } from 'react'

import { go } from '../../common/router'
import { showOn } from '../../common/showing'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Pending } from '../../common/Pending'

type Side = { id: string; kind: string; title: string; gap?: string }
type Matrix = { rows: Side[]; columns: Side[]; cells: { row: number; column: number; access: string }[] }
type Source = { access: string; text: string; row: string; diagram?: string; useCase?: string }

const tall = 28
const wide = 34
const named = 250
const head = 150

// Use cases and processes against classes and components. Only what is seen is
// drawn, so that a large one scrolls as well as a small one.
export function MatrixStage() {
  const tick = useStudio((s) => s.tick)
  const { value, error } = useFetched<Matrix>(projectPath('matrix'), tick)
  const [touched, setTouched] = useState(true)
  const [chosen, setChosen] = useState<{ row: Side; column: Side }>()
  const [at, setAt] = useState({ x: 0, y: 0, w: 1000, h: 700 })
  const shown = useMemo(() => {
    if (!value) return undefined
    const access = new Map(value.cells.map((c) => [`${value.rows[c.row]?.id} ${value.columns[c.column]?.id}`, c.access]))
    const rows = new Set(value.cells.map((c) => c.row))
    const columns = new Set(value.cells.map((c) => c.column))
    return {
      access,
      rows: value.rows.filter((r, i) => !touched || r.gap || rows.has(i)),
      columns: value.columns.filter((c, i) => !touched || c.gap || columns.has(i)),
    }
  }, [value, touched])
  if (error || !shown || !value) return <Pending stage="CRUD matrix" error={error} children="Putting it together …" />
  const scroll = (e: UIEvent<HTMLDivElement>) =>
    setAt({ x: e.currentTarget.scrollLeft, y: e.currentTarget.scrollTop, w: e.currentTarget.clientWidth, h: e.currentTarget.clientHeight })
  const window = (length: number, from: number, size: number, room: number) => ({
    first: Math.max(0, Math.floor(from / size) - 4),
    last: Math.min(length, Math.ceil((from + room) / size) + 4),
  })
  const r = window(shown.rows.length, at.y, tall, at.h)
  const c = window(shown.columns.length, at.x, wide, at.w)
  const columns = shown.columns.slice(c.first, c.last)
  const gaps = [...value.rows, ...value.columns].filter((s) => s.gap)
  return (
    <main className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_316px] bg-sheet" aria-label="CRUD matrix">
      <div className="flex min-h-0 min-w-0 flex-col px-6 py-4">
        <div className="flex flex-wrap items-baseline gap-4 pb-2">
          <h2 className="text-lg font-semibold">CRUD matrix</h2>
          <p className="text-sm text-faint">C creates, R reads, U updates, D deletes, · has to do with it</p>
          <label className="flex items-center gap-2 text-sm">
            <input type="checkbox" className="accent-verdigris" checked={touched} onChange={(e) => setTouched(e.target.checked)} />
            Only what is used or missing
          </label>
        </div>
        {shown.rows.length === 0 ? (
          <p className="text-faint">Nothing yet: describe a use case in steps, or draw what processes read and write.</p>
        ) : (
          <div
            className="relative min-h-0 flex-1 overflow-auto border border-rule"
            onScroll={scroll}
            ref={(el) => {
              if (el && (el.clientWidth !== at.w || el.clientHeight !== at.h)) setAt({ ...at, w: el.clientWidth, h: el.clientHeight })
            }}
            tabIndex={0}
            role="grid"
            aria-label="Matrix"
            aria-rowcount={shown.rows.length + 1}
            aria-colcount={shown.columns.length + 1}
          >
            <div style={{ width: named + shown.columns.length * wide + 90, height: head + shown.rows.length * tall }}>
              <div role="row" aria-rowindex={1} className="sticky top-0 z-20 flex bg-sheet" style={{ height: head }}>
                <div role="columnheader" className="sticky left-0 z-30 bg-sheet" style={{ minWidth: named }}>
                  <span className="sr-only">Who</span>
                </div>
                <div style={{ minWidth: c.first * wide }} />
                {columns.map((k) => (
                  <div
                    key={k.id}
                    role="columnheader"
                    className="relative"
                    style={{ minWidth: wide }}
                    title={k.gap ? `${k.title}: ${k.gap}` : k.title}
                  >
                    <span
                      className={clsx(
                        'absolute bottom-1 left-4 origin-bottom-left -rotate-55 text-sm whitespace-nowrap',
                        k.gap ? 'font-semibold text-ochre' : k.kind === 'component' ? 'italic' : '',
                      )}
                    >
                      {k.title || '(no name)'}
                    </span>
                  </div>
                ))}
              </div>
              <div style={{ height: r.first * tall }} />
              {shown.rows.slice(r.first, r.last).map((row, i) => (
                <div key={row.id} role="row" aria-rowindex={r.first + i + 2} className="flex border-t border-rule" style={{ height: tall }}>
                  <div
                    role="rowheader"
                    className={clsx(
                      'sticky left-0 z-10 truncate border-r border-rule bg-sheet px-2 leading-7',
                      row.gap && 'text-ochre',
                      row.kind === 'process' && 'italic',
                    )}
                    style={{ minWidth: named, maxWidth: named }}
                    title={row.gap ? `${row.title}: ${row.gap}` : row.title}
                  >
                    {row.title || '(no name)'}
                  </div>
                  <div style={{ minWidth: c.first * wide }} />
                  {columns.map((column, k) => {
                    const access = shown.access.get(`${row.id} ${column.id}`)
                    return (
                      <div
                        key={column.id}
                        role="gridcell"
                        aria-colindex={c.first + k + 2}
                        className={`border-r border-rule ${column.gap && !access ? 'bg-paper' : ''}`}
                        style={{ minWidth: wide, maxWidth: wide }}
                      >
                        {access && (
                          <button
                            className={clsx(
                              'size-full font-mono text-sm tracking-tighter',
                              chosen?.row.id === row.id && chosen.column.id === column.id ? 'bg-verdigris text-onaccent' : 'hover:bg-tint',
                            )}
                            aria-label={`${row.title}, ${column.title}: ${access === '·' ? 'mentioned' : access}`}
                            onClick={() => setChosen({ row, column })}
                          >
                            {access}
                          </button>
                        )}
                      </div>
                    )
                  })}
                </div>
              ))}
            </div>
          </div>
        )}
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="Where it comes from">
        {chosen ? (
          <Sources row={chosen.row} column={chosen.column} tick={tick} />
        ) : (
          <p className="text-sm text-faint">Choose a mark to see where it comes from.</p>
        )}
        <h3 className="heading pt-4">Gaps</h3>
        {gaps.length === 0 && <p className="text-sm text-faint">None: everything that is used is created and read.</p>}
        <ul className="text-sm">
          {gaps.map((g) => (
            <li key={g.id}>
              <span className="font-semibold">{g.title || '(no name)'}</span>: {g.gap}
            </li>
          ))}
        </ul>
      </aside>
    </main>
  )
}

function Sources({ row, column, tick }: { row: Side; column: Side; tick: number }) {
  const overview = useStudio((s) => s.overview)
  const { value } = useFetched<Source[]>(projectPath(`matrix/${row.id}/${column.id}`), tick)
  return (
    <>
      <h3 className="font-semibold">
        {row.title} and {column.title}
      </h3>
      <ul className="flex flex-col gap-2 pt-2 text-sm">
        {value?.map((s) => (
          <li key={s.row + s.text} className="border-l-2 border-rule pl-2">
            <span className="font-mono font-semibold">{s.access}</span> {s.text}{' '}
            {s.useCase && (
              <button className="text-verdigris underline" onClick={() => go(`/p/${overview?.id}/use-cases?case=${s.useCase}`)}>
                Open the description
              </button>
            )}
            {s.diagram && (
              <button className="text-verdigris underline" onClick={() => showOn(s.diagram, s.row)}>
                Show it
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
