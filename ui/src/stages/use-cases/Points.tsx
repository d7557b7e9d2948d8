import { newId, type UseCase } from '../../core/api'
import { Part } from '../../common/Kept'
import { useStudio } from '../../core/state'
import { AddForm } from '../../common/AddForm'

// Extension points: where others may extend the use case.
export function Points({ useCase }: { useCase: UseCase }) {
  const { submit } = useStudio.getState()
  return (
    <Part title="Extension points">
      <ul className="flex flex-col gap-1">
        {useCase.points.map((p) => (
          <li key={p.id} className="flex items-center gap-2">
            <span className="flex-1">{p.name}</span>
            <select
              className="field w-auto!"
              aria-label={`Step of ${p.name}`}
              value={p.step}
              onChange={(e) => submit([{ type: 'setPart', id: p.id, set: { step: e.target.value } }])}
            >
              <option value="">at no step yet</option>
              {useCase.steps.map((s) => (
                <option key={s.id} value={s.id}>
                  at step {s.number}
                </option>
              ))}
            </select>
            <button
              className="button px-2! text-brick"
              aria-label={`Delete the extension point ${p.name}`}
              onClick={() => submit([{ type: 'delete', id: p.id }])}
            >
              ✕
            </button>
          </li>
        ))}
      </ul>
      <AddForm
        label="Name of a new extension point"
        placeholder="labels"
        tight
        onAdd={(name) => submit([{ type: 'addPart', id: newId(), owner: useCase.id, kind: 'extensionPoint', name }])}
      />
    </Part>
  )
}
