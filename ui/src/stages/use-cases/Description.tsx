import { createPortal } from 'react-dom'
import { type Change, newId, type UseCase } from '../../core/api'
import { FindingsOf } from '../../common/FindingList'
import { TraceButton } from '../../common/TraceButton'
import { Kept, Part, Switch } from '../../common/Kept'
import { RelationSentences } from '../../common/Sentences'
import { showOn } from '../../common/showing'
import { projectPath, useStudio } from '../../core/state'
import { Steps } from './Steps'
import { useFetched } from '../../common/useFetched'
import { Points } from './Points'
import { Printed } from './Printed'
import { partTitles } from './parts'
import { StemsFrom } from '../../common/StemsFrom'

const levels: [string, string][] = [
  ['', 'User goal'],
  ['summary', 'Summary'],
  ['subfunction', 'Subfunction'],
]

export function Description({ id, onCase }: { id: string; onCase: (id: string) => void }) {
  const tick = useStudio((s) => s.tick)
  const revision = useStudio((s) => s.revision)
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
    <Kept
      label={`${label}, one a line`}
      value={(value ?? []).join('\n')}
      rows={2}
      change={(to) =>
        set({
          [field]: to
            .split('\n')
            .map((s) => s.trim())
            .filter(Boolean),
        })
      }
    />
  )
  return (
    <div className="sides grid min-h-0 grid-cols-[minmax(0,1fr)_300px]">
      <div className="min-h-0 overflow-y-auto p-5" role="region" aria-label={`Description of ${useCase.name}`}>
        <div className="flex flex-col gap-3">
          <Kept label="Use case" value={useCase.name} change={(to) => ({ type: 'setName', id, name: to })} />
          {text('Goal', 'goal', data.goal, undefined, 'What is reached when all goes well')}
          <Steps useCase={useCase} onCase={onCase} />
          <div className="grid grid-cols-2 gap-3">
            {text('Trigger', 'trigger', data.trigger)}
            {text('Frequency', 'frequency', data.frequency)}
            {text('Preconditions', 'before', data.before, 2)}
            {text('Success guarantee', 'success', data.success, 2)}
            {text('Minimal guarantee', 'minimal', data.minimal, 2)}
            {text('Scope', 'scope', data.scope, 2)}
            {lines('Rules of the business', 'rules', data.rules)}
            {lines('Open questions', 'questions', data.questions)}
            <Kept
              label="Stakeholders and interests, one a line: name: interest"
              rows={2}
              value={(data.stakeholders ?? []).map((s) => (s.interest ? `${s.name}: ${s.interest}` : s.name)).join('\n')}
              change={(to) =>
                set({
                  stakeholders: to
                    .split('\n')
                    .filter((l) => l.trim())
                    .map((l) => {
                      const [name = '', ...rest] = l.split(':')
                      return { name: name.trim(), interest: rest.join(':').trim() }
                    }),
                })
              }
            />
            <label className="text-sm">
              <span className="heading">How large is the goal?</span>
              <select className="field" value={data.level ?? ''} onChange={(e) => submit([set({ level: e.target.value })])}>
                {levels.map(([value, title]) => (
                  <option key={value} value={value}>
                    {title}
                  </option>
                ))}
              </select>
              <span className="mt-2 block">
                <Switch
                  label="Abstract: only its kinds happen"
                  on={data.abstract ?? false}
                  set={(abstract) => submit([set({ abstract })])}
                />
              </span>
            </label>
          </div>
        </div>
      </div>
      <aside
        className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-rule bg-paper p-4 text-sm print:hidden"
        aria-label="Around the use case"
      >
        {useCase.diagrams[0] && (
          <figure>
            <button
              className="block w-full border border-rule bg-sheet"
              aria-label={`Open the diagram ${useCase.diagrams[0].name}`}
              onClick={() => {
                const d = useCase.diagrams[0]
                if (d) {
                  showOn(d.id, id)
                }
              }}
            >
              <img
                className="w-full"
                src={`${projectPath(`diagrams/${useCase.diagrams[0].id}/svg`)}?r=${revision}`}
                alt={`Picture of ${useCase.diagrams[0].name}`}
              />
            </button>
          </figure>
        )}
        <Part title="Actors">
          {useCase.parts.length === 0 && <p className="text-faint">Nobody takes part yet.</p>}
          <ul className="flex flex-col gap-1">
            {useCase.parts.map((p) => (
              <li key={p.id} className="flex items-baseline justify-between gap-2">
                <span>{p.name}</span>
                <select
                  className="field w-auto!"
                  aria-label={`What ${p.name} does`}
                  value={p.part}
                  onChange={(e) => submit([{ type: 'setRelationship', id: p.id, set: { part: e.target.value } }])}
                >
                  {partTitles.map(([part, title]) => (
                    <option key={part} value={part}>
                      {title}
                    </option>
                  ))}
                </select>
              </li>
            ))}
          </ul>
        </Part>
        {useCase.relations.length > 0 && (
          <Part title="Read aloud">
            <ul className="flex flex-col gap-2">
              {useCase.relations.map((r) => (
                <li key={r.id} className="border-l-2 border-rule pl-3">
                  <RelationSentences relation={r} />
                </li>
              ))}
            </ul>
          </Part>
        )}
        <Points useCase={useCase} />
        {useCase.subjects.length > 0 && (
          <Part title="System boundary">
            {useCase.subjects.map((s) => (
              <Switch
                key={s.id}
                label={s.name || '(no name)'}
                on={s.line !== ''}
                set={(on) =>
                  submit(
                    on ? [{ type: 'connect', id: newId(), kind: 'within', source: id, target: s.id }] : [{ type: 'delete', id: s.line }],
                  )
                }
              />
            ))}
          </Part>
        )}
        <FindingsOf ids={[id]} />
        <StemsFrom traces={useCase.traces} rows={useCase.rows} />
        <TraceButton id={id} />
        <button className="button self-start" onClick={() => window.print()}>
          Print the description
        </button>
        {createPortal(<Printed useCase={useCase} />, document.body)}
        <button
          className="button self-start text-brick"
          onClick={() => submit([{ type: 'delete', id }], { said: `Deleted ${useCase.name} from the model.` })}
        >
          Delete from the model
        </button>
      </aside>
    </div>
  )
}
