import { type DerivedTables, type HeldLine, type Target } from '../core/types'
import { Part, Switch } from '../common/Kept'
import { count } from '../common/count'
import { go } from '../common/router'
import { useFetched } from '../common/useFetched'
import { projectPath, useStudio } from '../core/state'
import { Options } from '../common/Options'

// What there is to say of all tables: how they are made, and what no table holds.
export function TablesPanel({ diagram }: { diagram: string }) {
  const tick = useStudio((s) => s.tick)
  const revision = useStudio((s) => s.revision)
  const project = useStudio((s) => s.overview?.id)
  const row = useStudio((s) => s.overview?.diagrams.find((d) => d.id === diagram))
  const submit = useStudio((s) => s.submit)
  const { value: derived, error } = useFetched<DerivedTables>(projectPath('tables'), tick)
  const { value: targets } = useFetched<Target[]>(projectPath('targets'), revision)
  if (error) return <p className="p-4 text-faint">{error}</p>
  if (!derived) return <p className="p-4 text-faint">Looking it up …</p>
  const sql = targets?.find((t) => t.name === 'sql-postgres')
  return (
    <div className="flex flex-col gap-4 p-4 text-sm">
      <div>
        <p className="text-faint">diagram of tables</p>
        <h2 className="text-lg leading-tight font-semibold break-words">{row?.name || '(no name)'}</h2>
        <p className="pt-1">
          {derived.tables.length
            ? `${count(derived.tables.length, 'table', 'tables')}, derived from the classes.`
            : 'No class becomes a table yet: mark classes as stored in their entries, or name them below.'}
        </p>
        <p className="pt-1">
          <button className="text-verdigris underline" onClick={() => go(`/p/${project}/output`)}>
            Their scripts are among the output
          </button>
        </p>
      </div>
      <Part title="Ends of references">
        <Switch
          label="As crow's foot"
          on={row?.ends === 'crowfoot'}
          set={(on) => submit([{ type: 'setTableView', id: diagram, ends: on ? 'crowfoot' : '' }])}
        />
      </Part>
      <NotHeld title="Held by no table" list={derived.unheld} />
      <NotHeld title="Not held in every database" list={derived.partly} />
      {derived.notes.length > 0 && (
        <Part title="How it was settled">
          <ul className="flex flex-col gap-1">
            {derived.notes.map((n, i) => (
              <li key={i}>{n.text}</li>
            ))}
          </ul>
        </Part>
      )}
      {sql && (
        <Part title="How classes become tables">
          <div className="-mx-4">
            <Options target={{ ...sql, title: 'tables', options: sql.options.filter((o) => o.name !== 'drop') }} />
          </div>
        </Part>
      )}
    </div>
  )
}

function NotHeld({ title, list }: { title: string; list: HeldLine[] }) {
  if (list.length === 0) return null
  return (
    <Part title={`${title}: ${list.length}`}>
      <ul className="flex flex-col gap-1">
        {list.map((h, i) => (
          <li key={i}>
            {h.what} <span className="text-faint">{h.by}</span>
          </li>
        ))}
      </ul>
    </Part>
  )
}
