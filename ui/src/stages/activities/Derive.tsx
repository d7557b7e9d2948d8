import { useEffect, useState } from 'react'

import { type Derivation, newId, type Piece, post } from '../../core/api'
import { Dialog } from '../../common/Dialog'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'

const states: Record<Piece['state'], string> = {
  same: 'there already',
  new: 'new',
  removed: 'taken off by somebody',
  gone: 'no longer in the table',
  renamed: 'renamed in the table',
  kept: 'kept as somebody named it',
}
const titles: Record<string, string> = {
  context: 'Context diagram from the table',
  physical: 'Physical first level from the table',
  logical: 'Logical first level from the table',
}

// What a diagram would show by the rules, piece by piece. What a person drew is
// never touched.
export function Derive({ view, onClose }: { view: string; onClose: () => void }) {
  const overview = useStudio((s) => s.overview)
  const tick = useStudio((s) => s.tick)
  const { submit, say } = useStudio.getState()
  const [derived, setDerived] = useState<Derivation>()
  const [taken, setTaken] = useState<Set<string>>()

  useEffect(() => {
    let over = false
    post<Derivation>(projectPath('previews/derivation'), { view, accept: [], seed: 'look' }).then(
      (d) => {
        if (over) return
        setDerived(d)
        setTaken(new Set(d.pieces.filter((p) => p.wanted).map((p) => p.id)))
      },
      (error: unknown) => say(error instanceof Error ? error.message : 'It cannot be derived just now.', 'error'),
    )
    return () => void (over = true)
  }, [view, tick, say])

  async function takeOver() {
    if (!derived || !taken) return
    try {
      const reply = await post<Derivation>(projectPath('previews/derivation'), { view, accept: [...taken], seed: newId() })
      submit(reply.changes, {
        said: `Took over ${taken.size} ${taken.size === 1 ? 'piece' : 'pieces'} from the table.`,
        done: () => go(`/p/${overview?.id}/d/${reply.diagram}`),
      })
      onClose()
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be taken over just now.', 'error')
    }
  }

  const open = derived?.pieces.filter((p) => p.state !== 'same') ?? []
  const same = (derived?.pieces.length ?? 0) - open.length
  return (
    <Dialog title={titles[view] ?? ''} onClose={onClose} wide>
      {!derived || !taken ? (
        <p>Working it out …</p>
      ) : (
        <div className="flex flex-col gap-3">
          {open.length === 0 && (
            <p>
              {derived.pieces.length === 0
                ? 'Nothing follows from the table yet: nobody in it processes information.'
                : 'The diagram shows all that follows from the table.'}
            </p>
          )}
          {open.length > 0 && same > 0 && <p className="text-faint">{same} pieces are there already.</p>}
          <ul className="flex max-h-[46vh] flex-col gap-1 overflow-y-auto">
            {open.map((p) => (
              <li key={p.id}>
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    className="accent-verdigris"
                    disabled={p.state === 'kept'}
                    checked={taken.has(p.id)}
                    onChange={(e) => {
                      const next = new Set(taken)
                      if (e.target.checked) next.add(p.id)
                      else next.delete(p.id)
                      setTaken(next)
                    }}
                  />
                  <span>
                    {p.state === 'gone' ? <del>{p.title}</del> : p.title} <span className="text-sm text-ochre">{states[p.state]}</span>
                    <span className="block text-sm text-faint">{p.why}</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {[
            ...derived.errors.map((t) => ['text-brick', t]),
            ...derived.proposals.map((t) => ['text-ochre', t]),
            ...derived.questions.map((t) => ['text-ochre', t]),
            ...(derived.goods.length ? [['text-faint', `Left out, since they are goods and no data: ${derived.goods.join(', ')}.`]] : []),
            ...derived.outOfScope.map((t) => ['text-faint', t]),
          ].map(([tone, text]) => (
            <p key={text} className={`text-sm ${tone}`}>
              {text}
            </p>
          ))}
          {view === 'logical' && (
            <label className="flex items-center gap-2 text-sm">
              At most
              <select
                className="field w-16!"
                value={overview?.settings.mostProcesses || 9}
                onChange={(e) => submit([{ type: 'setProject', set: { mostProcesses: Number(e.target.value) } }])}
              >
                {[2, 3, 4, 5, 6, 7, 8, 9].map((n) => (
                  <option key={n}>{n}</option>
                ))}
              </select>{' '}
              processes: what belongs together most is merged.
            </label>
          )}
          {view === 'logical' && (
            <label className="flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                checked={!overview?.settings.mergePerformers}
                onChange={(e) => submit([{ type: 'setProject', set: { mergePerformers: !e.target.checked } }])}
              />
              Keep what different performers do apart, as long as there is room
            </label>
          )}
          <div className="flex gap-2">
            {open.length > 0 && (
              <button className="button" disabled={taken.size === 0} onClick={() => void takeOver()}>
                Take over {taken.size === open.length ? 'all of it' : `${taken.size} of ${open.length}`}
              </button>
            )}
            {!derived.isNew && (
              <button
                className="button"
                onClick={() => {
                  onClose()
                  go(`/p/${overview?.id}/d/${derived.diagram}`)
                }}
              >
                Go to the diagram
              </button>
            )}
          </div>
        </div>
      )}
    </Dialog>
  )
}
