import { type BriefReading } from '../../core/api'
import { useStudio } from '../../core/state'
import { Plain } from './Plain'

export function Proposed({ rows }: { rows: BriefReading['rows'] }) {
  const submit = useStudio((s) => s.submit)
  return (
    <Plain>
      {rows.length === 0 && (
        <li className="text-faint">Every sentence in which somebody does something has its row in the activity table.</li>
      )}
      {rows.map((r) => (
        <li key={r.sentence + r.name} className="border-b border-rule pb-2">
          <p>
            {r.performer}: {r.name} <span className="text-sm text-faint">(sentence {r.number})</span>
          </p>
          <button
            className="button mt-1 text-sm"
            onClick={() => submit(r.changes, { said: `Added to the activity table: ${r.performer}, ${r.name}.` })}
          >
            Add to the activity table
          </button>
        </li>
      ))}
    </Plain>
  )
}
