import { useEffect, useState } from 'react'
import { createPortal } from 'react-dom'

import { type Change, newId, type ProposedCase, type UseCase, type UseCases } from './api'
import { ask } from './asking'
import { Dialog } from './Dialog'
import { FindingsOf } from './FindingList'
import { FollowButton } from './FollowButton'
import { Kept, Part, Switch } from './Kept'
import { go } from './router'
import { RelationSentences } from './Sentences'
import { showOn } from './showing'
import { projectPath, useStudio } from './state'
import { endingOf, Steps } from './Steps'
import { useFetched } from './useFetched'

const levels: [string, string][] = [['', 'what one person wants at one time'], ['summary', 'larger: several of these'], ['subfunction', 'smaller: a part of one']]

// What an actor does in a use case.
const partTitles = [['primary', 'starts it'], ['supporting', 'supports it'], ['', 'takes part']] as const

// Use cases and their descriptions, each beside its picture.
export function UseCasesStage() {
  const tick = useStudio((s) => s.tick)
  const { submit } = useStudio.getState()
  const { value: list, error } = useFetched<UseCases>(projectPath('use-cases'), tick)
  const revision = useStudio((s) => s.revision)
  const { value: proposals } = useFetched<ProposedCase[]>(projectPath('use-case-proposals'), revision)
  const [chosen, choose] = useState(() => new URLSearchParams(location.search).get('case') ?? '')
  const [name, setName] = useState('')
  const [beginning, setBeginning] = useState(false)
  useEffect(() => {
    if (location.search) go(location.pathname, true)
  }, [])
  if (error) return <main className="col-span-2 p-10 text-brick" aria-label="Use cases">{error}</main>
  if (!list) return <main className="col-span-2 p-10" aria-label="Use cases">Reading the use cases …</main>
  const current = list.cases.find((c) => c.id === chosen) ?? list.cases[0]

  function add() {
    const id = newId()
    submit([{ type: 'addElement', id, kind: 'useCase', name: name.trim() }], { done: () => choose(id) })
    setName('')
  }

  return (
    <main className="col-span-2 grid min-h-0 grid-cols-[250px_minmax(0,1fr)] bg-sheet" aria-label="Use cases">
      <div className="flex min-h-0 flex-col gap-3 overflow-y-auto border-r border-rule p-4 print:hidden">
        <div className="flex items-baseline justify-between"><h2 className="text-2xl font-semibold">Use cases</h2><button className="button px-2! text-sm" onClick={() => setBeginning(true)}>Starters …</button></div>
        <form className="flex gap-2" onSubmit={(e) => { e.preventDefault(); if (name.trim()) add() }}>
          <input className="field" aria-label="Name of a new use case" placeholder="Register delivery" maxLength={200} value={name} onChange={(e) => setName(e.target.value)} />
          <button className="button px-2!" disabled={!name.trim()}>Add</button>
        </form>
        {list.cases.length === 0 && <p className="text-sm text-faint">No use cases yet. A use case is something that somebody outside wants done: a verb, and what it is about.</p>}
        <ul aria-label="All use cases">
          {list.cases.map((c) => (
            <li key={c.id}>
              <button className={`w-full px-2 py-1 text-left ${c.id === current?.id ? 'bg-tint font-semibold' : 'hover:bg-tint'}`} aria-current={c.id === current?.id ? 'true' : undefined} onClick={() => choose(c.id)}>
                {c.name || '(no name)'}
                <span className="block text-xs font-normal text-faint">{c.primary.length > 0 ? c.primary.join(', ') : 'nobody starts it'}, {c.steps > 0 ? `${c.steps} ${c.steps === 1 ? 'step' : 'steps'}` : 'not described'}</span>
              </button>
            </li>
          ))}
        </ul>
        {proposals && proposals.length > 0 && (
          <section aria-label="Proposed use cases" className="flex flex-col gap-1 border-t border-rule pt-3 text-sm">
            <h3 className="heading">Proposed</h3>
            <ul className="flex flex-col gap-2">
              {proposals.map((p) => (
                <li key={p.key}>
                  <p>{p.actor}: {p.name}</p>
                  <p className="text-xs text-faint">{p.why}</p>
                  <button className="button mt-1 px-2! text-sm" aria-label={`Add the use case ${p.name}`} onClick={() => void ask('read/use-case', { proposal: p.key, seed: newId(), diagram: firstDiagram() }, { said: `${p.actor} starts ${p.name}.` })}>Add</button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      {current ? <Description key={current.id} id={current.id} onCase={choose} /> : <div className="p-10 text-faint">Add a use case, take over a proposed one, or begin with a starter.</div>}
      {beginning && (
        <Dialog title="Begin with a typical set" onClose={() => setBeginning(false)}>
          <p className="pb-3 text-faint">Each brings actors, use cases with their steps, and a diagram. Names are general on purpose: adapt them.</p>
          <ul className="flex flex-col gap-3">
            {list.starters.map((s) => (
              <li key={s.key} className="border-b border-rule pb-3">
                <h3 className="font-semibold">{s.title}</h3>
                <p className="text-sm text-faint">{s.about}</p>
                <button className="button mt-1" aria-label={`Insert ${s.title}`} onClick={() => { setBeginning(false); void ask('read/use-case-set', { starter: s.key, seed: newId() }, { said: `Inserted: ${s.title}.` }) }}>Insert</button>
              </li>
            ))}
          </ul>
        </Dialog>
      )}
    </main>
  )
}

// firstDiagram is where what is proposed is drawn.
const firstDiagram = () => useStudio.getState().overview?.diagrams.find((d) => d.kind === 'useCaseDiagram')?.id ?? ''

function Description({ id, onCase }: { id: string; onCase: (id: string) => void }) {
  const tick = useStudio((s) => s.tick)
  const revision = useStudio((s) => s.revision)
  const overview = useStudio((s) => s.overview)
  const { submit } = useStudio.getState()
  const { value: useCase, error } = useFetched<UseCase>(projectPath(`use-cases/${id}`), tick)
  if (error) return <p className="p-6 text-brick">{error}</p>
  if (!useCase) return <p className="p-6 text-faint">Reading it …</p>
  const { data } = useCase
  const set = (patch: Record<string, unknown>): Change => ({ type: 'setElement', id, set: patch })
  const text = (label: string, field: string, value: string | undefined, rows?: number, placeholder?: string) => (
    <Kept label={label} value={value ?? ''} rows={rows} max={2000} placeholder={placeholder} change={(to) => set({ [field]: to })} />
  )
  const lines = (label: string, field: string, value: string[] | undefined) => (
    <Kept label={`${label}, one a line`} value={(value ?? []).join('\n')} rows={2} change={(to) => set({ [field]: to.split('\n').map((s) => s.trim()).filter(Boolean) })} />
  )
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px]">
      <div className="min-h-0 overflow-y-auto p-5" role="region" aria-label={`Description of ${useCase.name}`}>
        <div className="flex flex-col gap-3">
          <Kept label="Use case" value={useCase.name} change={(to) => ({ type: 'setName', id, name: to })} />
          {text('Goal', 'goal', data.goal, undefined, 'What is reached when all goes well')}
          <Steps useCase={useCase} onCase={onCase} />
          <div className="grid grid-cols-2 gap-3">
            {text('Trigger', 'trigger', data.trigger)}
            {text('Frequency', 'frequency', data.frequency)}
            {text('What must hold before', 'before', data.before, 2)}
            {text('What holds after success', 'success', data.success, 2)}
            {text('What holds in any case', 'minimal', data.minimal, 2)}
            {text('Scope', 'scope', data.scope, 2)}
            {lines('Rules of the business', 'rules', data.rules)}
            {lines('Open questions', 'questions', data.questions)}
            <Kept
              label="Who else has an interest, one a line: name: interest" rows={2} value={(data.stakeholders ?? []).map((s) => (s.interest ? `${s.name}: ${s.interest}` : s.name)).join('\n')}
              change={(to) => set({ stakeholders: to.split('\n').filter((l) => l.trim()).map((l) => { const [name = '', ...rest] = l.split(':'); return { name: name.trim(), interest: rest.join(':').trim() } }) })}
            />
            <label className="text-sm">
              <span className="heading">How large is the goal?</span>
              <select className="field" value={data.level ?? ''} onChange={(e) => submit([set({ level: e.target.value })])}>{levels.map(([value, title]) => <option key={value} value={value}>{title}</option>)}</select>
              <span className="mt-2 block"><Switch label="Abstract: only its kinds happen" on={data.abstract ?? false} set={(abstract) => submit([set({ abstract })])} /></span>
            </label>
          </div>
        </div>
      </div>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-rule bg-paper p-4 text-sm print:hidden" aria-label="Around the use case">
        {useCase.diagrams[0] && (
          <figure>
            <button className="block w-full border border-rule bg-sheet" aria-label={`Open the diagram ${useCase.diagrams[0].name}`} onClick={() => { const d = useCase.diagrams[0]; if (d) { showOn(d.id, id) } }}>
              <img className="w-full" src={`${projectPath(`diagrams/${useCase.diagrams[0].id}/svg`)}?r=${revision}`} alt={`Picture of ${useCase.diagrams[0].name}`} />
            </button>
          </figure>
        )}
        <Part title="Actors">
          {useCase.parts.length === 0 && <p className="text-faint">Nobody takes part yet.</p>}
          <ul className="flex flex-col gap-1">
            {useCase.parts.map((p) => (
              <li key={p.id} className="flex items-baseline justify-between gap-2">
                <span>{p.name}</span>
                <select className="field w-auto!" aria-label={`What ${p.name} does`} value={p.part} onChange={(e) => submit([{ type: 'setRelationship', id: p.id, set: { part: e.target.value } }])}>
                  {partTitles.map(([part, title]) => <option key={part} value={part}>{title}</option>)}
                </select>
              </li>
            ))}
          </ul>
        </Part>
        {useCase.relations.length > 0 && (
          <Part title="Read aloud"><ul className="flex flex-col gap-2">{useCase.relations.map((r) => <li key={r.id} className="border-l-2 border-rule pl-3"><RelationSentences relation={r} /></li>)}</ul></Part>
        )}
        <Points useCase={useCase} />
        {useCase.subjects.length > 0 && (
          <Part title="Offered by">
            {useCase.subjects.map((s) => (
              <Switch key={s.id} label={s.name || '(no name)'} on={s.line !== ''} set={(on) => submit(on ? [{ type: 'connect', id: newId(), kind: 'within', source: id, target: s.id }] : [{ type: 'delete', id: s.line }])} />
            ))}
          </Part>
        )}
        <FindingsOf ids={[id]} />
        {useCase.traces.length + useCase.rows.length > 0 && (
          <Part title="Stems from">
            <ul className="flex flex-col gap-1">
              {useCase.traces.map((t) => <li key={t.id}><button className="text-verdigris underline" onClick={() => go(`/p/${overview?.id}/brief?sentence=${t.id}`)}>Sentence {t.number}</button> {t.text}</li>)}
              {useCase.rows.map((r) => <li key={r.id}><button className="text-verdigris underline" onClick={() => go(`/p/${overview?.id}/activities?row=${r.id}`)}>Activity</button> {r.title}</li>)}
            </ul>
          </Part>
        )}
        <FollowButton id={id} />
        <button className="button self-start" onClick={() => window.print()}>Print the description</button>
        {createPortal(<Printed useCase={useCase} />, document.body)}
        <button className="button self-start text-brick" onClick={() => submit([{ type: 'delete', id }], { said: `Deleted ${useCase.name} from the model.` })}>Delete from the model</button>
      </aside>
    </div>
  )
}

// What is printed: the description as text.
function Printed({ useCase }: { useCase: UseCase }) {
  const { data } = useCase
  const fields: [string, string | undefined][] = [
    ['Goal', data.goal], ['Actors', useCase.parts.map((p) => `${p.name} (${partTitles.find(([part]) => part === p.part)?.[1]})`).join(', ')], ['Scope', data.scope], ['Trigger', data.trigger],
    ['What must hold before', data.before], ['What holds after success', data.success], ['What holds in any case', data.minimal], ['Frequency', data.frequency],
    ['Interests', data.stakeholders?.map((s) => `${s.name}: ${s.interest ?? ''}`).join('; ')], ['Rules', data.rules?.join('; ')], ['Open questions', data.questions?.join('; ')],
  ]
  const lines = (steps: UseCase['steps']) => steps.map((s) => <p key={s.id}>{s.number} {s.text}</p>)
  return (
    <article id="printed" className="hidden print:block" aria-hidden="true">
      <h1 className="text-xl font-semibold">{useCase.name}</h1>
      {fields.map(([title, value]) => value && <p key={title}><strong>{title}:</strong> {value}</p>)}
      <h2 className="pt-3 font-semibold">What happens</h2>
      {lines(useCase.steps)}
      {useCase.alternatives.map((a) => (
        <div key={a.id} className="pt-2 pl-4">
          <p><strong>{a.label}</strong> {a.condition}</p>
          {lines(a.steps)}
          <p>{endingOf(a)}</p>
        </div>
      ))}
    </article>
  )
}

// Extension points: where others may extend the use case.
function Points({ useCase }: { useCase: UseCase }) {
  const { submit } = useStudio.getState()
  const [name, setName] = useState('')
  return (
    <Part title="Extension points">
      <ul className="flex flex-col gap-1">
        {useCase.points.map((p) => (
          <li key={p.id} className="flex items-center gap-2">
            <span className="flex-1">{p.name}</span>
            <select className="field w-auto!" aria-label={`Step of ${p.name}`} value={p.step} onChange={(e) => submit([{ type: 'setPart', id: p.id, set: { step: e.target.value } }])}>
              <option value="">at no step yet</option>{useCase.steps.map((s) => <option key={s.id} value={s.id}>at step {s.number}</option>)}
            </select>
            <button className="button px-2! text-brick" aria-label={`Delete the extension point ${p.name}`} onClick={() => submit([{ type: 'delete', id: p.id }])}>✕</button>
          </li>
        ))}
      </ul>
      <form className="flex gap-2" onSubmit={(e) => { e.preventDefault(); if (name.trim()) submit([{ type: 'addPart', id: newId(), owner: useCase.id, kind: 'extensionPoint', name: name.trim() }]); setName('') }}>
        <input className="field" aria-label="Name of a new extension point" placeholder="labels" maxLength={200} value={name} onChange={(e) => setName(e.target.value)} />
        <button className="button px-2!" disabled={!name.trim()}>Add</button>
      </form>
    </Part>
  )
}
