import { useState } from 'react'

import { type Change, type Decision, type Entry, newId, post, type Process } from '../core/api'
import { Kept } from '../common/Kept'
import { go } from '../common/router'
import { projectPath, useStudio } from '../core/state'
import { DecisionDialog } from './DecisionDialog'

// What only processes have: their level, their place among the levels, and how
// they are specified.
export function ProcessTools({ entry }: { entry: Entry }) {
  return entry.process ? <Tools entry={entry} process={entry.process} /> : null
}

function Tools({ entry, process }: { entry: Entry; process: Process }) {
  const overview = useStudio((s) => s.overview)
  const { submit, say } = useStudio.getState()
  const [deciding, setDeciding] = useState(false)

  async function level(body: Record<string, unknown>, said?: string) {
    try {
      const reply = await post<{ changes: Change[]; diagram?: string }>(projectPath('previews/level'), { seed: newId(), ...body })
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
      <p className="text-sm">
        {process.number && <>Number {process.number}. </>}
        {process.parent ? (
          <>
            Part of {process.parent.title}
            {process.view === 'physical' && ', in the physical view'}.
          </>
        ) : (
          'The system as a whole.'
        )}
      </p>
      <div className="flex flex-wrap gap-2">
        <button className="button" onClick={() => void level({ do: 'open', process: entry.id, view: '' })}>
          {opened('') ? 'Go to its level' : 'Decompose'}
        </button>
        {(!process.parent || opened('physical')) && (
          <button className="button" onClick={() => void level({ do: 'open', process: entry.id, view: 'physical' })}>
            {opened('physical') ? 'Go to its physical level' : 'Decompose, physical'}
          </button>
        )}
      </div>
      {(process.siblings.length > 0 || process.up) && (
        <label className="text-sm">
          <span className="heading">Move it</span>
          <select
            className="field"
            value=""
            onChange={(e) => void level({ do: 'move', process: entry.id, parent: e.target.value }, `Moved ${entry.name}.`)}
          >
            <option value="">to another level …</option>
            {process.up && process.parent && <option value={process.up.id}>up, beside {process.parent.title}</option>}
            {process.siblings.map((s) => (
              <option key={s.id} value={s.id}>
                into {s.title}
              </option>
            ))}
          </select>
        </label>
      )}
      {process.parent && process.view === '' && (
        <>
          <Kept
            label="Specification"
            value={process.specification}
            rows={3}
            mono
            placeholder={'for each lot:\n  weigh it'}
            change={(specification) => ({ type: 'setElement', id: entry.id, set: { specification } })}
          />
          <div className="flex gap-2">
            <button className="button" onClick={() => setDeciding(true)}>
              {process.decision ? 'Decision table …' : 'Add a decision table …'}
            </button>
            {process.decision && (
              <button
                className="button text-brick"
                onClick={() =>
                  submit([{ type: 'setElement', id: entry.id, set: { decision: null } }], { said: 'Took the decision table away.' })
                }
              >
                Take it away
              </button>
            )}
          </div>
          {process.problems.length > 0 && (
            <ul className="text-sm text-ochre">
              {process.problems.map((p) => (
                <li key={p}>{p}</li>
              ))}
            </ul>
          )}
        </>
      )}
      {deciding && (
        <DecisionDialog
          id={entry.id}
          name={entry.name}
          decision={process.decision ?? start}
          problems={process.problems}
          onClose={() => setDeciding(false)}
        />
      )}
    </>
  )
}

const start: Decision = {
  conditions: [{ text: 'condition', values: ['yes', 'no'] }],
  actions: ['do something'],
  rules: [{ when: ['yes'], do: [0] }],
}
