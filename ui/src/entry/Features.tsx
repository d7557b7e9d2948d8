import { useEffect, useId, useRef, useState } from 'react'
import { ConflictNote } from '../common/ConflictNote'
import { type Entry, type FeaturesReply, newId, post, Problem } from '../core/api'
import { projectPath, useStudio } from '../core/state'

// Features as text: read by the server while typing, taken over when left.
export function Features({ entry }: { entry: Entry }) {
  const { propose, giveUp } = useStudio.getState()
  const [typed, setTyped] = useState<string>()
  const [problems, setProblems] = useState<FeaturesReply['problems']>([])
  const base = useRef<number>(undefined) // the revision that was seen when the typing began
  const lost = useStudio((s) =>
    s.refused.find((r) => r.step.place?.row === entry.id && r.step.place.field === 'features' && !r.step.place.slot),
  )
  const seed = useRef(newId())
  const id = useId()
  const was = entry.object ?? entry.features
  const text = typed ?? lost?.step.place?.text ?? was

  useEffect(() => {
    const timer = setTimeout(() => {
      post<FeaturesReply>(projectPath('previews/features'), { element: entry.id, text, seed: seed.current }).then(
        (r) => setProblems(r.problems),
        (error: unknown) => setProblems(error instanceof Problem ? [{ line: '', problem: error.message }] : []),
      )
    }, 250)
    return () => clearTimeout(timer)
  }, [text, entry.id])

  function save(sent = typed) {
    if (sent === undefined || (sent === was && !lost)) return setTyped(undefined)
    if (lost) giveUp(lost.step.clientId) // whoever has seen theirs decides on it
    const used = seed.current
    seed.current = newId()
    void propose(
      'previews/features',
      { element: entry.id, text: sent, seed: used },
      {
        base: lost ? undefined : base.current,
        place: { row: entry.id, field: 'features', text: sent },
        done: () => setTyped((now) => (now === sent ? undefined : now)),
        failed: (problem) => {
          if (!problem.body.clientId) setTyped(sent)
        }, // what the server refuses is told below
      },
    )
  }

  return (
    <div>
      <label htmlFor={id} className="heading">
        {entry.object === undefined ? 'Features' : 'Example'}
      </label>
      <textarea
        id={id}
        className="field font-mono text-sm leading-6"
        spellCheck={false}
        value={text}
        rows={Math.max(4, text.split('\n').length)}
        maxLength={20000}
        wrap="off"
        placeholder={
          entry.object !== undefined
            ? 'lot17 : HoneyLot\nmass = 212.5'
            : entry.kind === 'enumeration'
              ? 'table = 1\nbakery = 2'
              : '- mass: Decimal\n+ weigh(on: Date): Decimal'
        }
        onChange={(e) => {
          if (typed === undefined) base.current = useStudio.getState().revision
          setTyped(e.target.value)
        }}
        onBlur={() => {
          if (!lost) save()
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save(typed ?? (lost ? text : undefined))
          if (e.key === 'Escape') {
            setTyped(undefined)
            if (lost) giveUp(lost.step.clientId)
          }
        }}
      />
      {lost?.problem.conflict && (
        <ConflictNote
          conflict={lost.problem.conflict}
          onMine={() => save(text)}
          onTheirs={() => {
            setTyped(undefined)
            giveUp(lost.step.clientId)
          }}
        />
      )}
      {problems.length > 0 && (
        <ul className="text-sm text-ochre">
          {problems.map((p, i) => (
            <li key={i}>
              {p.line && (
                <>
                  <code className="font-mono">{p.line}</code>:{' '}
                </>
              )}
              {p.problem}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
