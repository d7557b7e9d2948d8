import { ask } from '../common/asking'
import { setLine } from '../sheet/commands'
import { type Entry } from '../core/api'
import { Kept, Switch } from '../common/Kept'
import { EndTools } from './EndTools'
import { go } from '../common/router'
import { useStudio } from '../core/state'
import { ReworkButton } from './ReworkButton'
import { Choices } from '../common/Choices'

const lines: [string, string][] = [
  ['', 'Right-angled'],
  ['straight', 'Straight'],
  ['curved', 'Curved'],
]

const roles: [string, string][] = [
  ['primary', 'starts it: the goal is its own'],
  ['supporting', 'supports it'],
  ['', 'takes part'],
]

const projectId = () => useStudio.getState().overview?.id ?? ''

export function RelationTools({ entry }: { entry: Entry }) {
  const submit = useStudio((s) => s.submit)
  const relation = entry.relations[0]
  const group = useStudio((s) => s.scene?.groups.find((g) => g.subject === entry.id))
  const shownTwice = useStudio((s) =>
    s.scene?.groups.some(
      (g) =>
        g.box
        && g.subject
        && group?.between?.includes(g.subject)
        && s.scene?.groups.some((o) => o.box && o.id !== g.id && o.subject === g.subject),
    ),
  )
  if (!relation) return null
  return (
    <>
      {group?.route && <Choices title="Line on this diagram" choices={lines} value={group.line ?? ''} row onChoose={setLine} />}
      {relation.ends?.map((end) => (
        <fieldset key={end.id} className="flex flex-col gap-1 border-t border-rule pt-2">
          <legend className="heading">End at {end.element || '(no name)'}</legend>
          <Kept label="Role" value={end.role} change={(name) => ({ type: 'setEnd', id: end.id, set: { name } })} />
          <Kept
            label="Multiplicity"
            value={end.multiplicity}
            change={(multiplicity) => ({ type: 'setEnd', id: end.id, set: { multiplicity } })}
          />
          {end.multiplicity === '?' && (
            <>
              <Kept
                label="Question"
                value={end.question}
                rows={2}
                change={(question) => ({ type: 'setEnd', id: end.id, set: { question } })}
              />
              <Kept label="Whom to ask" value={end.ask} change={(ask) => ({ type: 'setEnd', id: end.id, set: { ask } })} />
            </>
          )}
          <EndTools end={end} />
        </fieldset>
      ))}
      {entry.part !== undefined && (
        <Choices
          title="What the actor does"
          choices={roles}
          value={entry.part}
          onChoose={(part) => submit([{ type: 'setRelationship', id: entry.id, set: { part } }])}
        />
      )}
      {entry.extend && (
        <>
          <Kept
            label="When"
            value={entry.extend.condition}
            rows={2}
            placeholder="the jars are new"
            change={(condition) => ({ type: 'setRelationship', id: entry.id, set: { condition } })}
          />
          {entry.extend.points.map((p) => (
            <Switch
              key={p.id}
              label={`At ${p.name}`}
              on={entry.extend?.at.includes(p.id) ?? false}
              set={(on) =>
                submit([
                  {
                    type: 'setRelationship',
                    id: entry.id,
                    set: { points: on ? [...(entry.extend?.at ?? []), p.id] : (entry.extend?.at ?? []).filter((o) => o !== p.id) },
                  },
                ])
              }
            />
          ))}
        </>
      )}
      {entry.kind === 'dataFlow' && group && shownTwice && (
        <button className="button self-start" onClick={() => void ask('previews/level', { do: 'other', placed: group.id })}>
          Draw it to the other one
        </button>
      )}
      {entry.kind === 'dataFlow' && relation.name && (
        <button className="button self-start" onClick={() => go(`/p/${projectId()}/dictionary?item=${encodeURIComponent(relation.name)}`)}>
          Look it up in the dictionary
        </button>
      )}
      {relation.elements.length === 2 && entry.part === undefined && (
        <button className="button self-start" onClick={() => submit([{ type: 'reverse', id: entry.id }])}>
          Reverse
        </button>
      )}
      {['association', 'generalization', 'realization', 'dependency', 'usage'].includes(entry.kind) && (
        <ReworkButton id={entry.id} name={`the ${entry.kindTitle}`} />
      )}
    </>
  )
}
