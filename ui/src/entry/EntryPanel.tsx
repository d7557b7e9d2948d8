import { showElement } from '../sheet/placing'
import { type Entry, type EntryPart } from '../core/api'
import { FindingsOf } from '../common/FindingList'
import { isTraced } from '../common/trace'
import { TraceButton } from '../common/TraceButton'
import { Part } from '../common/Kept'
import { entryTools } from './EntryTools'
import { Fields } from './Fields'
import { InTables } from './InTables'
import { go, type Route } from '../common/router'
import { RelationSentences } from '../common/Sentences'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'
import { StemsFrom } from '../common/StemsFrom'

// The dictionary entry of what is selected.
export function EntryPanel({ id, route }: { id: string; route: Route }) {
  const tick = useStudio((s) => s.tick)
  const { submit, select } = useStudio.getState()
  const overview = useStudio((s) => s.overview)
  const openDiagram = useStudio((s) => s.openDiagram)
  const { value: entry, error } = useFetched<Entry>(projectPath(`entries/${id}`), tick)
  if (error) return <p className="p-4 text-faint">{error}</p>
  if (!entry) return <p className="p-4 text-faint">Looking it up …</p>
  const one = (part: EntryPart, at: number) => {
    const Tool = part.tool ? entryTools[part.tool] : undefined
    return Tool ? <Tool key={part.tool} entry={entry} /> : <Fields key={part.title ?? at} part={part} />
  }
  return (
    <div className="flex flex-col gap-4 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-sm text-faint">{entry.kindTitle}</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>
          The diagram
        </button>
      </div>
      {entry.term && entry.term.faces.length > 1 && (
        <p className="text-sm">
          One term with{' '}
          {entry.term.faces
            .filter((f) => f.id !== id)
            .map((f) => `${f.kind} ${f.name}`)
            .join(', ')}
          .
        </p>
      )}
      <FindingsOf ids={[id]} />
      {entry.parts.filter((part) => part.lead).map(one)}
      {entry.relations.length > 0 && (
        <Part title="Read aloud">
          <ul className="flex flex-col gap-2">
            {entry.relations.map((r) => (
              <li key={r.id} className="border-l-2 border-rule pl-3">
                <RelationSentences relation={r} />
                {!entry.relationship && (
                  <button className="text-sm text-verdigris underline" onClick={() => select(r.id)}>
                    Open the {r.kindTitle}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {entry.parts.filter((part) => !part.lead).map(one)}
      <InTables id={id} kind={entry.kind} />
      {entry.held.length > 0 && (
        <Part title={entry.component ? 'Holds' : 'In the component'}>
          <ul className="flex flex-col gap-1">
            {entry.held.map((h) => (
              <li key={h.id} className="flex items-baseline justify-between gap-2">
                <button className="text-left text-verdigris underline" onClick={() => select(h.element)}>
                  {h.name || '(no name)'}
                </button>
                <button
                  className="text-sm text-brick underline"
                  aria-label={`Take out: ${h.name}`}
                  onClick={() => submit([{ type: 'delete', id: h.id }])}
                >
                  Take out
                </button>
              </li>
            ))}
          </ul>
        </Part>
      )}
      <StemsFrom traces={entry.traces} rows={entry.rows} />
      {(entry.placed || entry.relationship) && (
        <Part title="Appears on">
          {entry.appears.length === 0 && <p className="text-faint">no diagram</p>}
          <ul>
            {entry.appears.map((d) => (
              <li key={d.id}>
                <button
                  className="text-verdigris underline"
                  aria-current={route.diagram === d.id ? 'page' : undefined}
                  onClick={() => go(`/p/${overview?.id}/d/${d.id}`)}
                >
                  {d.title || d.name || '(no name)'}
                </button>
              </li>
            ))}
          </ul>
          {entry.placed && openDiagram && !entry.appears.some((d) => d.id === openDiagram) && (
            <button className="button self-start" onClick={() => void showElement(id, openDiagram)}>
              Show on this diagram
            </button>
          )}
        </Part>
      )}
      {isTraced(entry.kind) && <TraceButton id={id} />}
      <button
        className="button self-start text-brick"
        onClick={() => submit([{ type: 'delete', id }], { said: `Deleted ${entry.name || `the ${entry.kindTitle}`} from the model.` })}
      >
        Delete from the model
      </button>
    </div>
  )
}
