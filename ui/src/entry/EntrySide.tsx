import { EntryPanel } from './EntryPanel'
import { DiagramPanel } from './DiagramPanel'
import { FoldButton, Strip } from '../common/Strip'
import { useFolded } from '../common/folds'
import { type Route } from '../common/router'
import { useStudio } from '../core/state'

// The entry beside the sheet: of what is selected, or of the diagram.
export function EntrySide({ route, diagram }: { route: Route; diagram?: string }) {
  const selected = useStudio((s) => s.selected)
  const many = useStudio((s) => s.selection.length > 1)
  const folded = useFolded('entry')
  if (folded) {
    return (
      <aside aria-label="Entry" className="min-h-0 border-l border-rule bg-paper">
        <Strip side="entry" />
      </aside>
    )
  }
  return (
    <aside aria-label="Entry" className="relative min-h-0 overflow-y-auto border-l border-rule bg-paper">
      <div className="absolute top-1 left-0.5">
        <FoldButton side="entry" />
      </div>
      {many ? (
        <Several />
      ) : selected ? (
        <EntryPanel key={selected} id={selected} route={route} />
      ) : (
        diagram && <DiagramPanel key={diagram} diagram={diagram} />
      )}
    </aside>
  )
}

// Several things are selected: which, and what can be done with them.
function Several() {
  const scene = useStudio((s) => s.scene)
  const selection = useStudio((s) => s.selection)
  const { select, toggle } = useStudio.getState()
  const chosen = selection.flatMap((id) => scene?.groups.find((g) => g.subject === id && g.id !== 'frame' && g.id !== 'legend') ?? [])
  return (
    <div className="flex flex-col gap-3 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg font-semibold">{chosen.length} selected</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>
          The diagram
        </button>
      </div>
      <ul className="flex flex-col gap-1">
        {chosen.slice(0, 100).map((g) => (
          <li key={g.id} className="flex items-baseline gap-2">
            <button className="min-w-0 flex-1 truncate text-left text-verdigris underline" onClick={() => select(g.subject)}>
              {g.title}
            </button>
            <button className="text-sm text-faint" aria-label={`Leave out ${g.title}`} onClick={() => toggle(g.subject ?? '')}>
              ✕
            </button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-faint">
        Arrange, duplicate and remove are in the menu above the sheet and under the right button. The first one selected stays when others
        are aligned with it.
      </p>
    </div>
  )
}
