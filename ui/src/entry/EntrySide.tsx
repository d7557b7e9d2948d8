import { EntryPanel } from './EntryPanel'
import { SeveralPanel } from './SeveralPanel'
import { DiagramPanel } from './DiagramPanel'
import { FoldButton, Strip } from '../common/Strip'
import { useFolded } from '../common/folds'
import { type Route } from '../common/router'
import { TableEntry } from './TableEntry'
import { TablesPanel } from './TablesPanel'
import { useStudio } from '../core/state'

// The entry beside the sheet: of what is selected, or of the diagram.
export function EntrySide({ route, diagram }: { route: Route; diagram?: string }) {
  const selected = useStudio((s) => s.selected)
  const many = useStudio((s) => s.selection.length > 1)
  const derived = useStudio((s) => s.overview?.diagrams.find((d) => d.id === diagram)?.kind === 'tableDiagram')
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
      {derived && diagram ? (
        selected ? (
          <TableEntry key={selected} id={selected} />
        ) : (
          <TablesPanel key={diagram} diagram={diagram} />
        )
      ) : many ? (
        <SeveralPanel />
      ) : selected ? (
        <EntryPanel key={selected} id={selected} route={route} />
      ) : (
        diagram && <DiagramPanel key={diagram} diagram={diagram} />
      )}
    </aside>
  )
}
