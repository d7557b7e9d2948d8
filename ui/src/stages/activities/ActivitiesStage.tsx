import { useEffect, useId, useState } from 'react'

import { ActivityGrid } from './ActivityGrid'
import { type Activity, type Change, newId, Problem, request, type Table } from '../../core/api'
import { readText } from '../../common/readText'
import { Consequences } from './Consequences'
import { Derive } from './Derive'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Pending } from '../../common/Pending'

// The activity table: who does what, with which data, from whom and to whom.
export function ActivitiesStage() {
  const tick = useStudio((s) => s.tick)
  const { submit, say } = useStudio.getState()
  const { value: table, error } = useFetched<Table>(projectPath('activities'), tick)
  const [current, setCurrent] = useState<string>()
  const [deriving, setDeriving] = useState<string>()
  const id = useId()
  const ready = table !== undefined
  useEffect(() => {
    if (ready && location.search) go(location.pathname, true)
  }, [ready])

  async function paste(text: string) {
    try {
      const reply = await request<{ changes: Change[] }>(projectPath(`previews/table?seed=${newId()}`), {
        method: 'POST',
        headers: { 'Content-Type': 'text/csv' },
        body: text,
      })
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

  if (error || !table) return <Pending stage="Activities" error={error} children="Reading the table …" />
  return (
    <main className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_316px]" aria-label="Activities">
      <div className="min-h-0 overflow-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Activities</h2>
          <span className="flex-1" />
          <span className="text-sm text-faint" id={`${id}derive`}>
            From it:
          </span>
          {(
            [
              ['context', 'Context'],
              ['physical', 'Physical level'],
              ['logical', 'Logical level'],
            ] as const
          ).map(([view, title]) => (
            <button
              key={view}
              className="button px-2! text-sm"
              aria-describedby={`${id}derive`}
              disabled={table.rows.length === 0}
              onClick={() => setDeriving(view)}
            >
              {title} …
            </button>
          ))}
          <label
            className="button cursor-pointer px-2! text-sm focus-within:outline-2 focus-within:outline-verdigris"
            htmlFor={`${id}file`}
          >
            CSV in …
            <input
              id={`${id}file`}
              type="file"
              accept=".csv,.tsv,text/csv,text/plain"
              className="sr-only"
              onChange={(e) => {
                void take(e.target.files?.[0])
                e.target.value = ''
              }}
            />
          </label>
          <a className="button px-2! text-sm" href={projectPath('activities.csv')} download>
            CSV out
          </a>
        </div>
        {table.rows.length > 0 && (
          <p className="pb-2 text-sm text-faint">
            {table.flows - table.uncovered} of {table.flows} flows are drawn.
          </p>
        )}
        <ActivityGrid table={table} onRow={setCurrent} onPaste={(text) => void paste(text)} />
        <p className="pt-3 text-sm text-faint">
          Type into a cell, Tab or Enter goes on, arrow keys move, Shift+Delete takes a row away. Rows can be pasted from a spreadsheet.
          Several data are separated by semicolons; brackets mark a store.
        </p>
      </div>
      <Consequences table={table} row={table.rows.find((r: Activity) => r.id === current)} />
      {deriving && <Derive view={deriving} onClose={() => setDeriving(undefined)} />}
    </main>
  )
}
