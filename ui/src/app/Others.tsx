import { go } from '../common/router'
import { useStudio } from '../core/state'

// Others who have this project open, and where they are.
export function Others() {
  const others = useStudio((s) => s.others)
  const overview = useStudio((s) => s.overview)
  if (others.length === 0) return null
  const where = (diagram: string) => overview?.diagrams.find((d) => d.id === diagram)?.name
  return (
    <ul className="flex max-w-64 gap-1 overflow-hidden text-sm" aria-label="Others here">
      {others.slice(0, 3).map((p) => {
        const name = where(p.diagram)
        return (
          <li key={p.mark}>
            <button
              className="max-w-28 truncate border-b-2 border-verdigris px-1"
              title={name ? `${p.name} looks at ${name}` : `${p.name} is in this project`}
              onClick={() => name && go(`/p/${overview?.id}/d/${p.diagram}`)}
            >
              {p.name}
            </button>
          </li>
        )
      })}
      {others.length > 3 && <li className="text-faint">and {others.length - 3}</li>}
    </ul>
  )
}
