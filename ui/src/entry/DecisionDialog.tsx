import { useState } from 'react'
import { type Decision } from '../core/api'
import { Dialog } from '../common/Dialog'
import { useStudio } from '../core/state'

// A decision table as it is written on paper: conditions above, actions below, a
// column for each rule. It is saved with every cell; what is wrong is said below.
export function DecisionDialog({
  id,
  name,
  decision,
  problems,
  onClose,
}: {
  id: string
  name: string
  decision: Decision
  problems: string[]
  onClose: () => void
}) {
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
          <thead>
            <tr>
              <th scope="col" className="heading px-2 text-left">
                Condition
              </th>
              <th scope="col" className="heading px-2 text-left">
                Possible answers, by commas
              </th>
              {rules.map((_, r) => (
                <th key={r} scope="col" className="heading px-2">
                  {r + 1}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {conditions.map((c, i) => (
              <tr key={i}>
                <th scope="row" className="p-1">
                  <Text
                    label={`Condition ${i + 1}`}
                    value={c.text}
                    save={(text) => save({ conditions: replace(conditions, i, { ...c, text }) })}
                  />
                </th>
                <td className="p-1">
                  <Text
                    label={`Answers to condition ${i + 1}`}
                    value={c.values.join(', ')}
                    save={(text) => {
                      const values = [
                        ...new Set(
                          text
                            .split(',')
                            .map((v) => v.trim())
                            .filter(Boolean),
                        ),
                      ]
                      save({
                        conditions: replace(conditions, i, { ...c, values }),
                        rules: rules.map((r) => ({
                          ...r,
                          when: r.when.map((v, n) => (n === i && v !== '-' && !values.includes(v) ? '-' : v)),
                        })),
                      })
                    }}
                  />
                </td>
                {rules.map((r, n) => (
                  <td key={n} className="p-1">
                    <select
                      className="field"
                      aria-label={`Rule ${n + 1}, ${c.text}`}
                      value={r.when[i] ?? '-'}
                      onChange={(e) => save({ rules: replace(rules, n, { ...r, when: replace(r.when, i, e.target.value) }) })}
                    >
                      {['-', ...c.values].map((v) => (
                        <option key={v}>{v}</option>
                      ))}
                    </select>
                  </td>
                ))}
                <td>
                  <button
                    className="button px-2!"
                    aria-label={`Take condition ${i + 1} away`}
                    onClick={() =>
                      save({
                        conditions: conditions.filter((_, n) => n !== i),
                        rules: rules.map((r) => ({ ...r, when: r.when.filter((_, n) => n !== i) })),
                      })
                    }
                  >
                    ✕
                  </button>
                </td>
              </tr>
            ))}
            {actions.map((a, i) => (
              <tr key={`a${i}`} className={i === 0 ? 'border-t-2 border-ink' : ''}>
                <th scope="row" className="p-1" colSpan={2}>
                  <Text label={`Action ${i + 1}`} value={a} save={(text) => save({ actions: replace(actions, i, text) })} />
                </th>
                {rules.map((r, n) => (
                  <td key={n} className="p-1 text-center">
                    <input
                      type="checkbox"
                      className="accent-verdigris"
                      aria-label={`Rule ${n + 1} does ${a}`}
                      checked={r.do.includes(i)}
                      onChange={(e) =>
                        save({
                          rules: replace(rules, n, {
                            ...r,
                            do: e.target.checked ? [...r.do, i].sort((x, y) => x - y) : r.do.filter((x) => x !== i),
                          }),
                        })
                      }
                    />
                  </td>
                ))}
                <td>
                  <button
                    className="button px-2!"
                    aria-label={`Take action ${i + 1} away`}
                    onClick={() =>
                      save({
                        actions: actions.filter((_, n) => n !== i),
                        rules: rules.map((r) => ({ ...r, do: r.do.filter((x) => x !== i).map((x) => (x > i ? x - 1 : x)) })),
                      })
                    }
                  >
                    ✕
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex gap-2 py-3">
        <button
          className="button"
          onClick={() =>
            save({
              conditions: [...conditions, { text: `condition ${conditions.length + 1}`, values: ['yes', 'no'] }],
              rules: rules.map((r) => ({ ...r, when: [...r.when, '-'] })),
            })
          }
        >
          Add a condition
        </button>
        <button className="button" onClick={() => save({ actions: [...actions, `action ${actions.length + 1}`] })}>
          Add an action
        </button>
        <button className="button" onClick={() => save({ rules: [...rules, { when: conditions.map(() => '-'), do: [] }] })}>
          Add a rule
        </button>
        {rules.length > 0 && (
          <button className="button" onClick={() => save({ rules: rules.slice(0, -1) })}>
            Take the last rule away
          </button>
        )}
      </div>
      <div aria-live="polite">
        {problems.length === 0 ? (
          <p className="text-sm text-verdigris">Every case is decided, and none twice.</p>
        ) : (
          <ul className="text-sm text-ochre">
            {problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        )}
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
  return (
    <input
      className="field"
      aria-label={label}
      value={typed ?? value}
      maxLength={200}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => e.key === 'Enter' && done()}
    />
  )
}
