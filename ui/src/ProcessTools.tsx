import { useState } from 'react'

import { type Change, type Decision, type Entry, newId, post, type Process } from './api'
import { ask } from './asking'
import { Dialog } from './Dialog'
import { Kept } from './Kept'
import { go } from './router'
import { projectPath, useStudio } from './state'

// What only processes have: their level, their place among the levels, and how
// they are specified.
export function ProcessTools({ entry, process }: { entry: Entry; process: Process }) {
  const overview = useStudio((s) => s.overview)
  const { submit, say } = useStudio.getState()
  const [deciding, setDeciding] = useState(false)

  async function level(body: Record<string, unknown>, said?: string) {
    try {
      const reply = await post<{ changes: Change[]; diagram?: string }>(projectPath('read/level'), { seed: newId(), ...body })
      const open = () => {
        if (!reply.diagram) return
        go(`/p/${overview?.id}/d/${reply.diagram}`)
        setTimeout(() => document.getElementById('drawing')?.focus({ preventScroll: true }))
      }
      if (reply.changes.length) submit(reply.changes, { said, done: open })
      else open()
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be done just now.', 'error')
    }
  }

  const opened = (view: string) => process.levels.some((l) => l.view === view)
  return (
    <>
      <p className="text-sm">{process.number && <>Number {process.number}. </>}{process.parent ? <>Part of {process.parent.title}{process.view === 'physical' && ', in the physical view'}.</> : 'The system as a whole.'}</p>
      <div className="flex flex-wrap gap-2">
        <button className="button" onClick={() => void level({ do: 'open', process: entry.id, view: '' })}>{opened('') ? 'Go to its level' : 'Open it'}</button>
        {(!process.parent || opened('physical')) && <button className="button" onClick={() => void level({ do: 'open', process: entry.id, view: 'physical' })}>{opened('physical') ? 'Go to its physical level' : 'Open it, physical'}</button>}
      </div>
      {(process.siblings.length > 0 || process.up) && (
        <label className="text-sm">
          <span className="heading">Move it</span>
          <select className="field" value="" onChange={(e) => void level({ do: 'move', process: entry.id, parent: e.target.value }, `Moved ${entry.name}.`)}>
            <option value="">to another level …</option>
            {process.up && process.parent && <option value={process.up.id}>up, beside {process.parent.title}</option>}
            {process.siblings.map((s) => <option key={s.id} value={s.id}>into {s.title}</option>)}
          </select>
        </label>
      )}
      {process.parent && process.view === '' && (
        <>
          <Kept label="Specification" value={process.specification} rows={3} mono placeholder={'for each lot:\n  weigh it'} change={(specification) => ({ type: 'setElement', id: entry.id, set: { specification } })} />
          <div className="flex gap-2">
            <button className="button" onClick={() => setDeciding(true)}>{process.decision ? 'Decision table …' : 'Add a decision table …'}</button>
            {process.decision && <button className="button text-brick" onClick={() => submit([{ type: 'setElement', id: entry.id, set: { decision: null } }], { said: 'Took the decision table away.' })}>Take it away</button>}
          </div>
          {process.problems.length > 0 && <ul className="text-sm text-ochre">{process.problems.map((p) => <li key={p}>{p}</li>)}</ul>}
        </>
      )}
      {deciding && <DecisionDialog id={entry.id} name={entry.name} decision={process.decision ?? start} problems={process.problems} onClose={() => setDeciding(false)} />}
    </>
  )
}

const start: Decision = { conditions: [{ text: 'condition', values: ['yes', 'no'] }], actions: ['do something'], rules: [{ when: ['yes'], do: [0] }] }

// A decision table as it is written on paper: conditions above, actions below, a
// column for each rule. It is saved with every cell; what is wrong is said below.
function DecisionDialog({ id, name, decision, problems, onClose }: { id: string; name: string; decision: Decision; problems: string[]; onClose: () => void }) {
  const submit = useStudio((s) => s.submit)
  const conditions = decision.conditions ?? []
  const actions = decision.actions ?? []
  const rules = decision.rules ?? []
  const save = (next: Decision) => submit([{ type: 'setElement', id, set: { decision: { conditions, actions, rules, ...next } } }])
  const replace = <T,>(items: T[], at: number, item: T) => items.map((o, i) => (i === at ? item : o))
  return (
    <Dialog title={`Decision table of ${name}`} onClose={onClose} wide>
      <div className="overflow-x-auto">
        <table className="border-collapse text-sm" aria-label={`Decision table of ${name}`}>
          <thead><tr><th scope="col" className="heading px-2 text-left">Condition</th><th scope="col" className="heading px-2 text-left">Possible answers, by commas</th>{rules.map((_, r) => <th key={r} scope="col" className="heading px-2">{r + 1}</th>)}</tr></thead>
          <tbody>
            {conditions.map((c, i) => (
              <tr key={i}>
                <th scope="row" className="p-1"><Text label={`Condition ${i + 1}`} value={c.text} save={(text) => save({ conditions: replace(conditions, i, { ...c, text }) })} /></th>
                <td className="p-1"><Text label={`Answers to condition ${i + 1}`} value={c.values.join(', ')} save={(text) => {
                  const values = [...new Set(text.split(',').map((v) => v.trim()).filter(Boolean))]
                  save({ conditions: replace(conditions, i, { ...c, values }), rules: rules.map((r) => ({ ...r, when: r.when.map((v, n) => (n === i && v !== '-' && !values.includes(v) ? '-' : v)) })) })
                }} /></td>
                {rules.map((r, n) => (
                  <td key={n} className="p-1"><select className="field" aria-label={`Rule ${n + 1}, ${c.text}`} value={r.when[i] ?? '-'} onChange={(e) => save({ rules: replace(rules, n, { ...r, when: replace(r.when, i, e.target.value) }) })}>
                    {['-', ...c.values].map((v) => <option key={v}>{v}</option>)}
                  </select></td>
                ))}
                <td><button className="button px-2!" aria-label={`Take condition ${i + 1} away`} onClick={() => save({ conditions: conditions.filter((_, n) => n !== i), rules: rules.map((r) => ({ ...r, when: r.when.filter((_, n) => n !== i) })) })}>✕</button></td>
              </tr>
            ))}
            {actions.map((a, i) => (
              <tr key={`a${i}`} className={i === 0 ? 'border-t-2 border-ink' : ''}>
                <th scope="row" className="p-1" colSpan={2}><Text label={`Action ${i + 1}`} value={a} save={(text) => save({ actions: replace(actions, i, text) })} /></th>
                {rules.map((r, n) => (
                  <td key={n} className="p-1 text-center"><input type="checkbox" className="accent-verdigris" aria-label={`Rule ${n + 1} does ${a}`} checked={r.do.includes(i)} onChange={(e) => save({ rules: replace(rules, n, { ...r, do: e.target.checked ? [...r.do, i].sort((x, y) => x - y) : r.do.filter((x) => x !== i) }) })} /></td>
                ))}
                <td><button className="button px-2!" aria-label={`Take action ${i + 1} away`} onClick={() => save({ actions: actions.filter((_, n) => n !== i), rules: rules.map((r) => ({ ...r, do: r.do.filter((x) => x !== i).map((x) => (x > i ? x - 1 : x)) })) })}>✕</button></td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex gap-2 py-3">
        <button className="button" onClick={() => save({ conditions: [...conditions, { text: `condition ${conditions.length + 1}`, values: ['yes', 'no'] }], rules: rules.map((r) => ({ ...r, when: [...r.when, '-'] })) })}>Add a condition</button>
        <button className="button" onClick={() => save({ actions: [...actions, `action ${actions.length + 1}`] })}>Add an action</button>
        <button className="button" onClick={() => save({ rules: [...rules, { when: conditions.map(() => '-'), do: [] }] })}>Add a rule</button>
        {rules.length > 0 && <button className="button" onClick={() => save({ rules: rules.slice(0, -1) })}>Take the last rule away</button>}
      </div>
      <div aria-live="polite">
        {problems.length === 0 ? <p className="text-sm text-verdigris">Every case is decided, and none twice.</p> : <ul className="text-sm text-ochre">{problems.map((p) => <li key={p}>{p}</li>)}</ul>}
      </div>
    </Dialog>
  )
}

function Text({ label, value, save }: { label: string; value: string; save: (text: string) => void }) {
  const [typed, setTyped] = useState<string>()
  const done = () => {
    if (typed !== undefined && typed.trim() && typed !== value) save(typed.trim())
    setTyped(undefined)
  }
  return <input className="field" aria-label={label} value={typed ?? value} maxLength={200} onChange={(e) => setTyped(e.target.value)} onBlur={done} onKeyDown={(e) => e.key === 'Enter' && done()} />
}

// Waiting shows what crosses the edge of a level by its process and nothing on
// the level takes up yet.
export function takeUp(flow: string, process: string, diagram: string, name: string) {
  void ask('read/level', { do: 'takeUp', flow, process, diagram, seed: newId() }, { said: `${name} goes on here.` })
}
