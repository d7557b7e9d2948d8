import { useEffect, useId, useRef, useState } from 'react'

import { ask } from './asking'
import { ConflictNote } from './ConflictNote'
import { setLine } from './commands'
import { showElement } from './placing'
import { type Change, type Entry, type Item, type FeaturesReply, newId, post, Problem } from './api'
import { FindingsOf } from './FindingList'
import { isFollowed } from './follow'
import { FollowButton } from './FollowButton'
import { Kept, Part, Switch } from './Kept'
import { ComponentTools, PortTools } from './ComponentTools'
import { ProcessTools } from './ProcessTools'
import { EndTools } from './EndTools'
import { Rework } from './Rework'
import { go, type Route } from './router'
import { RelationSentences } from './Sentences'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

// The dictionary entry of what is selected.
export function EntryPanel({ id, route }: { id: string; route: Route }) {
  const tick = useStudio((s) => s.tick)
  const { submit, select } = useStudio.getState()
  const overview = useStudio((s) => s.overview)
  const openDiagram = useStudio((s) => s.openDiagram)
  const { value: entry, error } = useFetched<Entry>(projectPath(`entries/${id}`), tick)
  if (error) return <p className="p-4 text-faint">{error}</p>
  if (!entry) return <p className="p-4 text-faint">Looking it up …</p>
  const relationship = !entry.classifier && !['note', 'constraint', 'object', 'process', 'entity', 'store', 'dataItem', 'activity', 'event', 'section', 'sentence', 'actor', 'useCase', 'subject', 'package', 'component', 'componentPart', 'port'].includes(entry.kind)
  return (
    <div className="flex flex-col gap-4 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-sm text-faint">{entry.kindTitle}</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>All terms</button>
      </div>
      {entry.kind === 'note' || entry.kind === 'constraint' ? (
        <Kept label={entry.kind === 'note' ? 'Text' : 'Condition'} value={entry.note} rows={4} change={(text) => ({ type: 'setNote', id, text })} />
      ) : (
        <>
          {entry.object !== undefined && <Features entry={entry} />}
          {!['object', 'participation', 'include', 'extend', 'provides', 'requires', 'assembly', 'delegation', 'holds'].includes(entry.kind) && <Kept label="Name" value={entry.name} change={(name) => ({ type: 'setName', id, name })} />}
          <Kept label="Definition" value={entry.definition} rows={2} change={(text) => ({ type: 'setDefinition', id, text })} />
        </>
      )}
      {entry.term && entry.term.faces.length > 1 && (
        <p className="text-sm">One term with {entry.term.faces.filter((f) => f.id !== id).map((f) => `${f.kind} ${f.name}`).join(', ')}.</p>
      )}
      {entry.classifier && (
        <>
          <Features entry={entry} />
          <Kept
            label="Stereotypes" value={entry.stereotypes.join(', ')}
            change={(text) => ({ type: 'setClassifier', id, set: { stereotypes: [...new Set(text.split(',').map((s) => s.replace(/[«»]/g, '').trim()).filter(Boolean))] } })}
          />
          <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
            <Switch label="Abstract" on={entry.abstract} set={(abstract) => submit([{ type: 'setClassifier', id, set: { abstract } }])} />
            <Switch label="Accessors implied" on={entry.accessors} set={(accessors) => submit([{ type: 'setClassifier', id, set: { accessors } }])} />
            <Switch label="Leaf" on={entry.final} set={(final) => submit([{ type: 'setClassifier', id, set: { final } }])} />
            {entry.kind === 'class' && <Switch label="Stored" on={entry.stored} set={(stored) => submit([{ type: 'setClassifier', id, set: { stored } }])} />}
          </div>
          <Picture entry={entry} />
          <ReworkButton id={id} name={entry.name || `the ${entry.kindTitle}`} />
        </>
      )}
      {(entry.kind === 'actor' || entry.kind === 'useCase') && <Switch label="Abstract" on={entry.abstract} set={(abstract) => submit([{ type: 'setElement', id, set: { abstract } }])} />}
      {entry.packages && entry.packages.length > 0 && (
        <label className="text-sm">
          <span className="heading">{entry.kind === 'component' ? 'Part of' : 'In the package'}</span>
          <select className="field" value={entry.package ?? ''} onChange={(e) => submit([{ type: 'moveInto', id, package: e.target.value }])}>
            <option value="">none</option>
            {entry.packages.map((p) => <option key={p.id} value={p.id}>{p.title}</option>)}
          </select>
        </label>
      )}
      {entry.kind === 'useCase' && (
        <>
          {entry.subjects?.map((s) => <Switch key={s.id} label={`Offered by ${s.name || '(no name)'}`} on={s.line !== ''} set={(on) => submit(on ? [{ type: 'connect', id: newId(), kind: 'within', source: id, target: s.id }] : [{ type: 'delete', id: s.line }])} />)}
          <button className="button self-start" onClick={() => go(`/p/${overview?.id}/use-cases?case=${id}`)}>Open the description</button>
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
                <button className="text-left text-verdigris underline" onClick={() => select(h.element)}>{h.name || '(no name)'}</button>
                <button className="text-sm text-brick underline" aria-label={`Take out: ${h.name}`} onClick={() => submit([{ type: 'delete', id: h.id }])}>Take out</button>
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
                {!relationship && <button className="text-sm text-verdigris underline" onClick={() => select(r.id)}>Open the {r.kindTitle}</button>}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {entry.traces.length + entry.rows.length > 0 && (
        <Part title="Stems from">
          <ul className="flex flex-col gap-1 text-sm">
            {entry.traces.map((t) => <li key={t.id}><button className="text-left text-verdigris underline" onClick={() => go(`/p/${overview?.id}/brief?sentence=${t.id}`)}>Sentence {t.number}</button> {t.text}</li>)}
            {entry.rows.map((r) => <li key={r.id}><button className="text-left text-verdigris underline" onClick={() => go(`/p/${overview?.id}/activities?row=${r.id}`)}>Activity</button> {r.title}</li>)}
          </ul>
        </Part>
      )}
      {!entry.port && <Part title="Appears on">
        {entry.appears.length === 0 && <p className="text-faint">no diagram</p>}
        <ul>
          {entry.appears.map((d) => (
            <li key={d.id}>
              <button className="text-verdigris underline" aria-current={route.diagram === d.id ? 'page' : undefined} onClick={() => go(`/p/${overview?.id}/d/${d.id}`)}>{d.title || d.name || '(no name)'}</button>
            </li>
          ))}
        </ul>
        {!relationship && openDiagram && !entry.appears.some((d) => d.id === openDiagram) && (
          <button className="button self-start" onClick={() => void showElement(id, openDiagram)}>Show on this diagram</button>
        )}
      </Part>}
      {isFollowed(entry.kind) && <FollowButton id={id} />}
      <button
        className="button self-start text-brick"
        onClick={() => submit([{ type: 'delete', id }], { said: `Deleted ${entry.name || `the ${entry.kindTitle}`} from the model.` })}
      >Delete from the model</button>
    </div>
  )
}

// Features as text: read by the server while typing, taken over when left.
function Features({ entry }: { entry: Entry }) {
  const { propose, giveUp } = useStudio.getState()
  const [typed, setTyped] = useState<string>()
  const [problems, setProblems] = useState<FeaturesReply['problems']>([])
  const base = useRef<number>(undefined) // the revision that was seen when the typing began
  const lost = useStudio((s) => s.refused.find((r) => r.step.place?.row === entry.id && r.step.place.field === 'features' && !r.step.place.slot))
  const seed = useRef(newId())
  const id = useId()
  const was = entry.object ?? entry.features
  const text = typed ?? lost?.step.place?.text ?? was

  useEffect(() => {
    const timer = setTimeout(() => {
      post<FeaturesReply>(projectPath('read/features'), { element: entry.id, text, seed: seed.current }).then((r) => setProblems(r.problems), (error: unknown) => setProblems(error instanceof Problem ? [{ line: '', problem: error.message }] : []))
    }, 250)
    return () => clearTimeout(timer)
  }, [text, entry.id])

  function save(sent = typed) {
    if (sent === undefined || (sent === was && !lost)) return setTyped(undefined)
    if (lost) giveUp(lost.step.clientId) // whoever has seen theirs decides on it
    const used = seed.current
    seed.current = newId()
    void propose('read/features', { element: entry.id, text: sent, seed: used }, {
      base: lost ? undefined : base.current, place: { row: entry.id, field: 'features', text: sent },
      done: () => setTyped((now) => (now === sent ? undefined : now)),
      failed: (problem) => { if (!problem.body.clientId) setTyped(sent) }, // what the server refuses is told below
    })
  }

  return (
    <div>
      <label htmlFor={id} className="heading">{entry.object === undefined ? 'Features' : 'Example'}</label>
      <textarea
        id={id} className="field font-mono text-sm leading-6" spellCheck={false} value={text} rows={Math.max(4, text.split('\n').length)} maxLength={20000} wrap="off"
        placeholder={entry.object !== undefined ? 'lot17 : HoneyLot\nmass = 212.5' : entry.kind === 'enumeration' ? 'table = 1\nbakery = 2' : '- mass: Decimal\n+ weigh(on: Date): Decimal'}
        onChange={(e) => { if (typed === undefined) base.current = useStudio.getState().revision; setTyped(e.target.value) }} onBlur={() => { if (!lost) save() }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save(typed ?? (lost ? text : undefined))
          if (e.key === 'Escape') { setTyped(undefined); if (lost) giveUp(lost.step.clientId) }
        }}
      />
      {lost?.problem.conflict && <ConflictNote conflict={lost.problem.conflict} onMine={() => save(text)} onTheirs={() => { setTyped(undefined); giveUp(lost.step.clientId) }} />}
      {problems.length > 0 && (
        <ul className="text-sm text-ochre">{problems.map((p, i) => <li key={i}>{p.line && <><code className="font-mono">{p.line}</code>: </>}{p.problem}</li>)}</ul>
      )}
    </div>
  )
}

// A small picture on the element: a PNG file, which the server checks.
function Picture({ entry }: { entry: Entry }) {
  const { submit, say } = useStudio.getState()
  const id = useId()
  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > 3_000_000) return say('The picture is too large: a small PNG file is expected.', 'error')
    const url = await new Promise<string>((resolve, reject) => {
      const reader = new FileReader()
      reader.onload = () => resolve(String(reader.result))
      reader.onerror = () => reject(new Error('The file cannot be read.'))
      reader.readAsDataURL(file)
    })
    submit([{ type: 'setPicture', id: entry.id, png: url.slice(url.indexOf(',') + 1) }])
  }
  return (
    <div className="flex items-center gap-3 text-sm">
      {entry.picture && <img src={projectPath(`pictures/${entry.picture}`)} alt={`Picture of ${entry.name}`} className="size-8 object-contain" />}
      <label htmlFor={id} className="button cursor-pointer focus-within:outline-2 focus-within:outline-verdigris">
        {entry.picture ? 'Another picture' : 'Picture (PNG)'}
        <input id={id} type="file" accept="image/png" className="sr-only" onChange={(e) => { void take(e.target.files?.[0]).catch(() => say('The file cannot be read.', 'error')); e.target.value = '' }} />
      </label>
      {entry.picture && <button className="button" onClick={() => submit([{ type: 'setPicture', id: entry.id }])}>No picture</button>}
    </div>
  )
}

function RelationTools({ entry }: { entry: Entry }) {
  const submit = useStudio((s) => s.submit)
  const relation = entry.relations[0]
  const group = useStudio((s) => s.scene?.groups.find((g) => g.subject === entry.id))
  const shownTwice = useStudio((s) => s.scene?.groups.some((g) => g.box && g.subject && group?.between?.includes(g.subject) && s.scene?.groups.some((o) => o.box && o.id !== g.id && o.subject === g.subject)))
  if (!relation) return null
  return (
    <>
      {group?.route && (
        <fieldset className="flex flex-wrap gap-3 text-sm">
          <legend className="heading">Line on this diagram</legend>
          {([['', 'Right-angled'], ['straight', 'Straight'], ['curved', 'Curved']] as const).map(([line, title]) => (
            <label key={line} className="flex items-center gap-1"><input type="radio" name="line" className="accent-verdigris" checked={(group.line ?? '') === line} onChange={() => setLine(line)} />{title}</label>
          ))}
        </fieldset>
      )}
      {relation.ends?.map((end) => (
        <fieldset key={end.id} className="flex flex-col gap-1 border-t border-rule pt-2">
          <legend className="heading">End at {end.element || '(no name)'}</legend>
          <Kept label="Role" value={end.role} change={(name) => ({ type: 'setEnd', id: end.id, set: { name } })} />
          <Kept label="Multiplicity" value={end.multiplicity} change={(multiplicity) => ({ type: 'setEnd', id: end.id, set: { multiplicity } })} />
          {end.multiplicity === '?' && (
            <>
              <Kept label="Question" value={end.question} rows={2} change={(question) => ({ type: 'setEnd', id: end.id, set: { question } })} />
              <Kept label="Whom to ask" value={end.ask} change={(ask) => ({ type: 'setEnd', id: end.id, set: { ask } })} />
            </>
          )}
          <EndTools end={end} />
        </fieldset>
      ))}
      {entry.part !== undefined && (
        <fieldset className="flex flex-col gap-1 text-sm">
          <legend className="heading">What the actor does</legend>
          {([['primary', 'starts it: the goal is its own'], ['supporting', 'supports it'], ['', 'takes part']] as const).map(([part, title]) => (
            <label key={part} className="flex items-center gap-2"><input type="radio" name="part" className="accent-verdigris" checked={entry.part === part} onChange={() => submit([{ type: 'setRelationship', id: entry.id, set: { part } }])} />{title}</label>
          ))}
        </fieldset>
      )}
      {entry.extend && (
        <>
          <Kept label="When" value={entry.extend.condition} rows={2} placeholder="the jars are new" change={(condition) => ({ type: 'setRelationship', id: entry.id, set: { condition } })} />
          {entry.extend.points.map((p) => (
            <Switch key={p.id} label={`At ${p.name}`} on={entry.extend?.at.includes(p.id) ?? false} set={(on) => submit([{ type: 'setRelationship', id: entry.id, set: { points: on ? [...(entry.extend?.at ?? []), p.id] : (entry.extend?.at ?? []).filter((o) => o !== p.id) } }])} />
          ))}
        </>
      )}
      {entry.kind === 'dataFlow' && group && shownTwice && <button className="button self-start" onClick={() => void ask('read/level', { do: 'other', placed: group.id })}>Draw it to the other one</button>}
      {entry.kind === 'dataFlow' && relation.name && <button className="button self-start" onClick={() => go(`/p/${projectId()}/dictionary?item=${encodeURIComponent(relation.name)}`)}>Look it up in the dictionary</button>}
      {relation.elements.length === 2 && entry.part === undefined && <button className="button self-start" onClick={() => submit([{ type: 'reverse', id: entry.id }])}>Reverse</button>}
      {['association', 'generalization', 'realization', 'dependency', 'usage'].includes(entry.kind) && <ReworkButton id={entry.id} name={`the ${entry.kindTitle}`} />}
    </>
  )
}

// Larger changes in one step, shown before they are done.
function ReworkButton({ id, name }: { id: string; name: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button className="button self-start" onClick={() => setOpen(true)}>Rework …</button>
      {open && <Rework id={id} name={name} onClose={() => setOpen(false)} />}
    </>
  )
}

const projectId = () => useStudio.getState().overview?.id ?? ''

// What only data stores have.
function StoreTools({ entry, contents }: { entry: Entry; contents: Item }) {
  const submit = useStudio((s) => s.submit)
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setElement', id: entry.id, set: patch })
  return (
    <>
      <Kept label="Contents" value={contents.contents} rows={2} mono placeholder="{lot entry + (grade)}" change={(text) => set({ contents: text })} />
      {contents.problem && <p className="text-sm text-brick">{contents.problem}.</p>}
      <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <Switch label="An archive" on={contents.archive} set={(archive) => submit([set({ archive })])} />
        <Switch label="Maintained outside" on={contents.outside} set={(outside) => submit([set({ outside })])} />
      </div>
    </>
  )
}
