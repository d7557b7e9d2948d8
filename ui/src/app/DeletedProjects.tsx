import { type DeletedProject } from '../core/api'
import { useFetched } from '../common/useFetched'

// What was deleted, as long as it can be brought back.
export function DeletedProjects(props: { again: unknown; onBack: (project: DeletedProject) => void }) {
  const { value: gone } = useFetched<DeletedProject[]>('/api/deleted-projects', props.again)
  if (!gone?.length) return null
  return (
    <details>
      <summary className="cursor-pointer text-faint">Deleted projects: {gone.length}</summary>
      <ul className="flex flex-col pt-2">
        {gone.map((p) => (
          <li key={p.id} className="flex items-baseline gap-3 border-b border-rule py-1">
            <span className="min-w-0 flex-1 truncate">{p.name}</span>
            <span className="text-sm text-faint">
              goes for good on {new Date(p.until).toLocaleDateString(undefined, { dateStyle: 'medium' })}
            </span>
            <button className="button text-sm" aria-label={`Bring back ${p.name}`} onClick={() => props.onBack(p)}>
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
}
