import { type InTables as Answer } from '../core/types'
import { Part } from '../common/Kept'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'

const kinds = new Set(['class', 'association', 'constraint'])

// What the tables hold of what is selected, and what a deletion does in them: by that a diamond is decided.
export function InTables({ id, kind }: { id: string; kind: string }) {
  const tick = useStudio((s) => s.tick)
  const { value } = useFetched<Answer>(kinds.has(kind) ? projectPath(`in-tables/${id}`) : undefined, tick)
  if (!value || value.held.length + value.deletions.length === 0) return null
  return (
    <Part title="In the tables">
      <ul className="flex flex-col gap-1 text-sm">
        {value.deletions.map((d) => (
          <li key={d.text + d.sql}>
            {d.text}
            <code className="block font-mono text-xs break-words text-faint">{d.sql}</code>
          </li>
        ))}
        {value.held.map((h, i) => (
          <li key={i}>
            {h.what} <span className="text-faint">{h.by}</span>
          </li>
        ))}
      </ul>
    </Part>
  )
}
