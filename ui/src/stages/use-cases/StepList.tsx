import { type KeyboardEvent } from 'react'
import { type CaseStep, post, type StepMoveReply, type UseCase } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { endingOf } from './parts'

export function Read({ useCase, onCase, onType }: { useCase: UseCase; onCase: (id: string) => void; onType: () => void }) {
  if (useCase.steps.length === 0)
    return (
      <p className="text-faint">
        No steps yet.{' '}
        <button className="text-verdigris underline" onClick={onType}>
          Type them
        </button>
        : who does what, one step a line.
      </p>
    )
  return (
    <>
      <ol className="flex flex-col" aria-label="Steps">
        {useCase.steps.map((s) => (
          <Line key={s.id} step={s} onCase={onCase} movable />
        ))}
      </ol>
      {useCase.alternatives.map((a) => (
        <section key={a.id} aria-label={`${a.label} ${a.condition}`} className="border-l-2 border-ochre pl-3">
          <h4>
            <span className="inline-block min-w-10 text-faint">{a.label}</span> {a.condition}
          </h4>
          <ol className="pl-4">
            {a.steps.map((s) => (
              <Line key={s.id} step={s} onCase={onCase} movable={a.steps.length > 1} />
            ))}
          </ol>
          <p className="pl-4 text-sm text-faint">{endingOf(a)}</p>
        </section>
      ))}
    </>
  )
}

// moveStep moves a step; alternatives that leave from several keep their steps.
async function moveStep(step: string, before?: string) {
  const { submit, say } = useStudio.getState()
  try {
    const reply = await post<StepMoveReply>(projectPath('previews/step-move'), { step, before })
    submit(reply.changes, reply.said ? { said: reply.said } : {})
  } catch (error) {
    say(error instanceof Error ? error.message : 'The step cannot be moved just now.')
  }
}

// A step. Its terms lead to the lexicon; Alt with an arrow moves it.
function Line({ step, movable, onCase }: { step: CaseStep; movable: boolean; onCase: (id: string) => void }) {
  const project = useStudio((s) => s.overview?.id)
  const move = (up: boolean) => {
    if (up ? step.before : !step.last) void moveStep(step.id, up ? step.before : step.after)
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
        {step.includes ? (
          <button className="text-verdigris underline" onClick={() => onCase(step.includes)}>
            {step.text}
          </button>
        ) : (
          step.marks.map((m, i) =>
            m.term ? (
              <button
                key={i}
                className="border-b border-verdigris/60 text-left hover:text-verdigris"
                title="Its entry in the lexicon"
                onClick={() => go(`/p/${project}/lexicon?term=${m.term}`)}
              >
                {m.text}
              </button>
            ) : (
              <span key={i}>{m.text}</span>
            ),
          )
        )}
      </span>
      {movable && (
        <span className="flex gap-1 print:hidden">
          <button
            className="button px-1.5! py-0! text-sm"
            aria-label={`Move step ${step.number} up`}
            disabled={!step.before}
            onClick={() => move(true)}
          >
            ↑
          </button>
          <button
            className="button px-1.5! py-0! text-sm"
            aria-label={`Move step ${step.number} down`}
            disabled={step.last}
            onClick={() => move(false)}
          >
            ↓
          </button>
        </span>
      )}
    </li>
  )
}
