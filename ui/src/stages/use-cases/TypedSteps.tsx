import { clsx } from 'clsx'
import { type Dispatch, type RefObject, type SetStateAction, useEffect, useRef } from 'react'
import { newId, type Problem, type UseCase } from '../../core/api'
import { ask } from '../../common/asking'
import { Theirs } from '../../common/Theirs'
import { useStudio } from '../../core/state'

const example = [
  'Beekeeper hands over the delivery note',
  'include Identify lots',
  'System writes the lot entry',
  '2a The lot is known already',
  '  System shows it',
  '  goes on at 3',
].join('\n')

export function Typed({
  useCase,
  typed,
  setTyped,
  problem,
  setProblem,
  began,
  onDone,
  onRefused,
}: {
  useCase: UseCase
  typed?: string
  setTyped: Dispatch<SetStateAction<string | undefined>>
  problem?: Problem
  setProblem: (problem: Problem | undefined) => void
  began: RefObject<string>
  onDone: () => void
  onRefused: () => void // at once, or later by the server, when something else is shown
}) {
  const seed = useRef(newId())
  const base = useRef<number>(undefined) // the revision that was seen when typing began
  const text = typed ?? useCase.text
  const conflict = problem?.code === 'conflict'
  // Once theirs is shown, keeping is meant. It may come after the refusal, and mine goes before it does.
  const seen = conflict ? useCase.text : undefined
  useEffect(() => {
    if (seen !== undefined) began.current = seen
  }, [began, seen])
  function save(then?: () => void) {
    if (typed === undefined || typed === useCase.text) return then?.()
    setProblem(undefined)
    const sent = typed
    void ask(
      'previews/steps',
      { useCase: useCase.id, text: sent, was: began.current, seed: seed.current },
      {
        base: conflict ? undefined : base.current,
        place: { row: useCase.id, field: 'steps', text: sent },
        done: () => {
          seed.current = newId()
          setTyped((now) => (now === sent ? undefined : now))
          then?.()
        },
        failed: (problem) => {
          setTyped((now) => now ?? sent)
          setProblem(problem)
          onRefused()
          if (typeof problem.body.clientId === 'string') useStudio.getState().giveUp(problem.body.clientId)
        },
      },
    )
  }
  return (
    <div className="flex flex-col gap-1">
      <textarea
        className={`field leading-7 ${problem ? 'border-brick' : ''}`}
        aria-label="Steps, one a line"
        aria-invalid={problem !== undefined}
        value={text}
        rows={Math.min(22, Math.max(7, text.split('\n').length + 1))}
        maxLength={60000}
        spellCheck={false}
        autoFocus={useCase.steps.length === 0}
        placeholder={example}
        onChange={(e) => {
          if (typed === undefined) {
            began.current = useCase.text
            base.current = useStudio.getState().revision
          }
          setTyped(e.target.value)
          if (!conflict) setProblem(undefined)
        }}
        onBlur={() => problem === undefined && save()} // what was refused is kept only when somebody says so
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save(onDone)
          if (e.key === 'Escape') {
            setTyped(undefined)
            setProblem(undefined)
          }
        }}
      />
      {problem && (
        <div className="text-sm text-brick" role="alert">
          {problem.message}
          {conflict && <Theirs text={useCase.text} />}
        </div>
      )}
      <p className="text-xs text-faint">
        One step a line; numbers are given by themselves. <code className={clsx('', 'font-mono')}>3a</code> begins what happens otherwise at
        step 3, <code className={clsx('', 'font-mono')}>2-4a</code> at steps 2 to 4, <code className="font-mono">*a</code> anywhere; its own
        steps follow, then <code className="font-mono">goes on at 4</code>, <code className="font-mono">ends with success</code> or{' '}
        <code className="font-mono">ends with failure</code>. Ctrl+Enter keeps it.
      </p>
    </div>
  )
}
