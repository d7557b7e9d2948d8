import { showElement } from '../sheet/placing'
import { type Entry, newId } from '../core/api'
import { FindingsOf } from '../common/FindingList'
import { isTraced } from '../common/trace'
import { TraceButton } from '../common/TraceButton'
import { Kept, Part, Switch } from '../common/Kept'
import { ComponentTools, PortTools } from './ComponentTools'
import { ProcessTools } from './ProcessTools'
import { go, type Route } from '../common/router'
import { RelationSentences } from '../common/Sentences'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'
import { StoreTools } from './StoreTools'
import { ReworkButton } from './ReworkButton'
import { RelationTools } from './RelationTools'
import { Picture } from './Picture'
import { Features } from './Features'
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
  const relationship =
    !entry.classifier
    && ![
      'note',
      'constraint',
      'object',
      'process',
      'entity',
      'store',
      'dataItem',
      'activity',
      'event',
      'section',
      'sentence',
      'actor',
      'useCase',
      'subject',
      'package',
      'component',
      'componentPart',
      'port',
    ].includes(entry.kind)
  return (
    <div className="flex flex-col gap-4 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-sm text-faint">{entry.kindTitle}</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>
          All terms
        </button>
      </div>
      {entry.kind === 'note' || entry.kind === 'constraint' ? (
        <Kept
          label={entry.kind === 'note' ? 'Text' : 'Condition'}
          value={entry.note}
          rows={4}
          change={(text) => ({ type: 'setNote', id, text })}
        />
      ) : (
        <>
          {entry.object !== undefined && <Features entry={entry} />}
          {!['object', 'participation', 'include', 'extend', 'provides', 'requires', 'assembly', 'delegation', 'holds'].includes(
            entry.kind,
          ) && <Kept label="Name" value={entry.name} change={(name) => ({ type: 'setName', id, name })} />}
          <Kept label="Definition" value={entry.definition} rows={2} change={(text) => ({ type: 'setDefinition', id, text })} />
        </>
      )}
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
      {entry.featured && <Features entry={entry} />}
      {entry.classifier && (
        <>
          <Kept
            label="Stereotypes"
            value={entry.stereotypes.join(', ')}
            change={(text) => ({
              type: 'setClassifier',
              id,
              set: {
                stereotypes: [
                  ...new Set(
                    text
                      .split(',')
                      .map((s) => s.replace(/[«»]/g, '').trim())
                      .filter(Boolean),
                  ),
                ],
              },
            })}
          />
          <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
            <Switch label="Abstract" on={entry.abstract} set={(abstract) => submit([{ type: 'setClassifier', id, set: { abstract } }])} />
            <Switch
              label="Accessors implied"
              on={entry.accessors}
              set={(accessors) => submit([{ type: 'setClassifier', id, set: { accessors } }])}
            />
            <Switch label="Leaf" on={entry.final} set={(final) => submit([{ type: 'setClassifier', id, set: { final } }])} />
            {entry.kind === 'class' && (
              <Switch label="Stored" on={entry.stored} set={(stored) => submit([{ type: 'setClassifier', id, set: { stored } }])} />
            )}
          </div>
          <Picture entry={entry} />
          <ReworkButton id={id} name={entry.name || `the ${entry.kindTitle}`} />
        </>
      )}
      {(entry.kind === 'actor' || entry.kind === 'useCase') && (
        <Switch label="Abstract" on={entry.abstract} set={(abstract) => submit([{ type: 'setElement', id, set: { abstract } }])} />
      )}
      {entry.packages && entry.packages.length > 0 && (
        <label className="text-sm">
          <span className="heading">{entry.kind === 'component' ? 'Part of' : 'In the package'}</span>
          <select
            className="field"
            value={entry.package ?? ''}
            onChange={(e) => submit([{ type: 'moveInto', id, package: e.target.value }])}
          >
            <option value="">none</option>
            {entry.packages.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title}
              </option>
            ))}
          </select>
        </label>
      )}
      {entry.kind === 'useCase' && (
        <>
          {entry.subjects?.map((s) => (
            <Switch
              key={s.id}
              label={`Offered by ${s.name || '(no name)'}`}
              on={s.line !== ''}
              set={(on) =>
                submit(on ? [{ type: 'connect', id: newId(), kind: 'within', source: id, target: s.id }] : [{ type: 'delete', id: s.line }])
              }
            />
          ))}
          <button className="button self-start" onClick={() => go(`/p/${overview?.id}/use-cases?case=${id}`)}>
            Open the description
          </button>
        </>
      )}
      {entry.component && <ComponentTools entry={entry} component={entry.component} />}
      {entry.port && <PortTools id={id} port={entry.port} />}
      {entry.process && <ProcessTools entry={entry} process={entry.process} />}
      {entry.contents && <StoreTools entry={entry} contents={entry.contents} />}
      {relationship && entry.relations[0] && <RelationTools entry={entry} />}
      {entry.held.length > 0 && (
        <Part title={entry.classifier ? 'In the component' : 'Holds'}>
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
      <FindingsOf ids={[id]} />
      {entry.relations.length > 0 && (
        <Part title="Read aloud">
          <ul className="flex flex-col gap-2">
            {entry.relations.map((r) => (
              <li key={r.id} className="border-l-2 border-rule pl-3">
                <RelationSentences relation={r} />
                {!relationship && (
                  <button className="text-sm text-verdigris underline" onClick={() => select(r.id)}>
                    Open the {r.kindTitle}
                  </button>
                )}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <StemsFrom traces={entry.traces} rows={entry.rows} />
      {!entry.port && (
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
          {!relationship && openDiagram && !entry.appears.some((d) => d.id === openDiagram) && (
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
