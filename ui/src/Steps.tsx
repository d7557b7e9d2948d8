import { type Dispatch, type KeyboardEvent, type RefObject, type SetStateAction, useEffect, useRef, useState } from 'react'

import { type CaseStep, newId, type UseCase } from './api'
import { ask } from './asking'
import { go } from './router'
import { useStudio } from './state'

type View = 'read' | 'exchanges' | 'type'

// The flow of a use case: to read, as what actor and system say to each other,
// and to type, one step a line.
export function Steps({ useCase, onCase }: { useCase: UseCase; onCase: (id: string) => void }) {
  const [view, setView] = useState<View>(useCase.steps.length > 0 ? 'read' : 'type')
  const [typed, setTyped] = useState<string>() // outlives a look at the steps
  const [problem, setProblem] = useState('')
  const began = useRef(useCase.text) // what the typing began with, or what was seen since
  return (
    <section aria-label="What happens" className="flex flex-col gap-2 border-y border-rule py-3">
      <div className="flex items-baseline gap-2">
        <h3 className="heading flex-1">What happens</h3>
        <div role="tablist" aria-label="How to look at the steps" className="flex gap-1 text-sm print:hidden">
          {([['read', 'Steps'], ['exchanges', 'Actor and system'], ['type', 'Type']] as const).map(([key, title]) => (
            <button key={key} role="tab" aria-selected={view === key} className="button px-2!" onClick={() => setView(key)}>{title}</button>
          ))}
        </div>
      </div>
      {view === 'type' && <Typed useCase={useCase} typed={typed} setTyped={setTyped} problem={problem} setProblem={setProblem} began={began} onDone={() => setView('read')} />}
      {view === 'read' && <Read useCase={useCase} onCase={onCase} onType={() => setView('type')} />}
      {view === 'exchanges' && <Exchanges useCase={useCase} />}
    </section>
  )
}

function Typed({ useCase, typed, setTyped, problem, setProblem, began, onDone }: {
  useCase: UseCase; typed?: string; setTyped: Dispatch<SetStateAction<string | undefined>>; problem: string; setProblem: (text: string) => void; began: RefObject<string>; onDone: () => void
}) {
  const seed = useRef(newId())
  const base = useRef<number>(undefined) // the revision that was seen when typing began, or when theirs was
  const text = typed ?? useCase.text
  const latest = useRef(useCase.text)
  useEffect(() => void (latest.current = useCase.text), [useCase.text])
  function save(then?: () => void) {
    if (typed === undefined || typed === useCase.text) return then?.()
    setProblem('')
    const sent = typed
    void ask('read/steps', { useCase: useCase.id, text: sent, was: began.current, seed: seed.current }, {
      base: base.current,
      place: { row: useCase.id, field: 'steps', text: sent },
      done: () => {
        seed.current = newId()
        setTyped((now) => (now === sent ? undefined : now))
        then?.()
      },
      failed: (problem) => {
        setTyped((now) => now ?? sent)
        setProblem(problem.message)
        if (typeof problem.body.clientId === 'string') useStudio.getState().giveUp(problem.body.clientId)
        began.current = latest.current
        base.current = useStudio.getState().revision
      },
    })
  }
  return (
    <div className="flex flex-col gap-1">
      <textarea
        className={`field leading-7 ${problem ? 'border-brick' : ''}`} aria-label="Steps, one a line" aria-invalid={problem !== ''} value={text} rows={Math.min(22, Math.max(7, text.split('\n').length + 1))} maxLength={60000} spellCheck={false} autoFocus={useCase.steps.length === 0}
        placeholder={'Beekeeper hands over the delivery note\ninclude Identify lots\nSystem writes the lot entry\n2a The lot is known already\n  System shows it\n  goes on at 3'}
        onChange={(e) => { if (typed === undefined) { began.current = useCase.text; base.current = useStudio.getState().revision } setTyped(e.target.value); setProblem('') }} onBlur={() => problem === '' && save()} // what was refused is kept only when somebody says so
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save(onDone)
          if (e.key === 'Escape') { setTyped(undefined); setProblem('') }
        }}
      />
      {problem && <p className="text-sm text-brick" role="alert">{problem}</p>}
      <p className="text-xs text-faint">
        One step a line; numbers are given by themselves. <code className="font-mono">3a</code> begins what happens otherwise at step 3, <code className="font-mono">2-4a</code> at steps 2 to 4, <code className="font-mono">*a</code> anywhere; its own steps follow, then <code className="font-mono">goes on at 4</code>, <code className="font-mono">ends with success</code> or <code className="font-mono">ends with failure</code>. Ctrl+Enter keeps it.
      </p>
    </div>
  )
}

// How an alternative ends, as it is typed.
export const endingOf = (a: UseCase['alternatives'][number]) => (a.rejoin ? `goes on at ${a.rejoin}` : a.ends ? `ends with ${a.ends}` : '')

function Read({ useCase, onCase, onType }: { useCase: UseCase; onCase: (id: string) => void; onType: () => void }) {
  if (useCase.steps.length === 0) return <p className="text-faint">No steps yet. <button className="text-verdigris underline" onClick={onType}>Type them</button>: who does what, one step a line.</p>
  return (
    <>
      <ol className="flex flex-col" aria-label="Steps">{useCase.steps.map((s) => <Line key={s.id} step={s} onCase={onCase} movable />)}</ol>
      {useCase.alternatives.map((a) => (
        <section key={a.id} aria-label={`${a.label} ${a.condition}`} className="border-l-2 border-ochre pl-3">
          <h4><span className="inline-block min-w-10 text-faint">{a.label}</span> {a.condition}</h4>
          <ol className="pl-4">{a.steps.map((s) => <Line key={s.id} step={s} onCase={onCase} movable={a.steps.length > 1} />)}</ol>
          <p className="pl-4 text-sm text-faint">{endingOf(a)}</p>
        </section>
      ))}
    </>
  )
}

// A step. Its terms lead to the lexicon; Alt with an arrow moves it.
function Line({ step, movable, onCase }: { step: CaseStep; movable: boolean; onCase: (id: string) => void }) {
  const { submit } = useStudio.getState()
  const project = useStudio((s) => s.overview?.id)
  const move = (up: boolean) => {
    if (up ? step.before : !step.last) submit([{ type: 'movePart', id: step.id, before: up ? step.before : step.after }])
  }
  const keys = (e: KeyboardEvent) => {
    if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return
    e.preventDefault()
    move(e.key === 'ArrowUp')
  }
  return (
    <li className="group flex items-baseline gap-2 py-0.5" onKeyDown={keys}>
      <span className="min-w-8 text-faint">{step.number}</span>
      <span className="flex-1">
        {step.includes ? <button className="text-verdigris underline" onClick={() => onCase(step.includes)}>{step.text}</button>
          : step.marks.map((m, i) => (m.term ? <button key={i} className="border-b border-verdigris/60 text-left hover:text-verdigris" title="Its entry in the lexicon" onClick={() => go(`/p/${project}/lexicon?term=${m.term}`)}>{m.text}</button> : <span key={i}>{m.text}</span>))}
      </span>
      {movable && (
        <span className="flex gap-1 print:hidden">
          <button className="button px-1.5! py-0! text-sm" aria-label={`Move step ${step.number} up`} disabled={!step.before} onClick={() => move(true)}>↑</button>
          <button className="button px-1.5! py-0! text-sm" aria-label={`Move step ${step.number} down`} disabled={step.last} onClick={() => move(false)}>↓</button>
        </span>
      )}
    </li>
  )
}

// What actors and system say to each other, in two columns.
function Exchanges({ useCase }: { useCase: UseCase }) {
  const rows = [...useCase.steps.map((step) => ({ step, head: '' })), ...useCase.alternatives.flatMap((a) => [{ step: undefined, head: `${a.label} ${a.condition}` }, ...a.steps.map((step) => ({ step, head: '' }))])]
  return (
    <table className="w-full table-fixed border-collapse text-sm" aria-label="What actor and system do">
      <thead><tr><th scope="col" className="heading w-14 border-b border-rule px-2 py-1 text-left">Step</th><th scope="col" className="heading border-b border-rule px-2 py-1 text-left">Actor</th><th scope="col" className="heading border-b border-rule px-2 py-1 text-left">System</th></tr></thead>
      <tbody>
        {rows.map(({ step, head }, i) => step ? (
          <tr key={step.id}>
            <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top font-normal text-faint">{step.number}</th>
            <td className="border-b border-rule px-2 py-1 align-top">{step.doer !== 'system' && (step.doer ? <><strong className="font-semibold">{step.doer}</strong> {step.rest}</> : !step.includes && step.text)}</td>
            <td className="border-b border-rule px-2 py-1 align-top">{step.doer === 'system' ? step.rest : step.includes ? step.text : ''}</td>
          </tr>
        ) : <tr key={i}><th scope="rowgroup" colSpan={3} className="border-b border-rule px-2 pt-3 pb-1 text-left font-semibold">{head}</th></tr>)}
      </tbody>
    </table>
  )
}
