import { type UseCase } from '../../core/api'
import { endingOf, partTitles } from './parts'

// What is printed: the description as text.
export function Printed({ useCase }: { useCase: UseCase }) {
  const { data } = useCase
  const fields: [string, string | undefined][] = [
    ['Goal', data.goal],
    ['Actors', useCase.parts.map((p) => `${p.name} (${partTitles.find(([part]) => part === p.part)?.[1]})`).join(', ')],
    ['Scope', data.scope],
    ['Trigger', data.trigger],
    ['Preconditions', data.before],
    ['Success guarantee', data.success],
    ['Minimal guarantee', data.minimal],
    ['Frequency', data.frequency],
    ['Stakeholders and interests', data.stakeholders?.map((s) => `${s.name}: ${s.interest ?? ''}`).join('; ')],
    ['Rules', data.rules?.join('; ')],
    ['Open questions', data.questions?.join('; ')],
  ]
  const lines = (steps: UseCase['steps']) =>
    steps.map((s) => (
      <p key={s.id}>
        {s.number} {s.text}
      </p>
    ))
  return (
    <article id="printed" className="hidden print:block" aria-hidden="true">
      <h1 className="text-xl font-semibold">{useCase.name}</h1>
      {fields.map(
        ([title, value]) =>
          value && (
            <p key={title}>
              <strong>{title}:</strong> {value}
            </p>
          ),
      )}
      <h2 className="pt-3 font-semibold">Main flow and alternatives</h2>
      {lines(useCase.steps)}
      {useCase.alternatives.map((a) => (
        <div key={a.id} className="pt-2 pl-4">
          <p>
            <strong>{a.label}</strong> {a.condition}
          </p>
          {lines(a.steps)}
          <p>{endingOf(a)}</p>
        </div>
      ))}
    </article>
  )
}
