import { clsx } from 'clsx'
import { type Dispatch, type RefObject, type SetStateAction, useEffect, useRef } from 'react'
import { newId, type UseCase } from '../../core/api'
import { ask } from '../../common/asking'
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
}: {
  useCase: UseCase
  typed?: string
  setTyped: Dispatch<SetStateAction<string | undefined>>
  problem: string
  setProblem: (text: string) => void
  began: RefObject<string>
  onDone: () => void
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
    void ask(
      'previews/steps',
      { useCase: useCase.id, text: sent, was: began.current, seed: seed.current },
      {
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
      },
    )
  }
  return (
    <div className="flex flex-col gap-1">
      <textarea
        className={`field leading-7 ${problem ? 'border-brick' : ''}`}
        aria-label="Steps, one a line"
        aria-invalid={problem !== ''}
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
          setProblem('')
        }}
        onBlur={() => problem === '' && save()} // what was refused is kept only when somebody says so
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save(onDone)
          if (e.key === 'Escape') {
            setTyped(undefined)
            setProblem('')
          }
        }}
      />
      {problem && (
        <p className="text-sm text-brick" role="alert">
          {problem}
        </p>
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
