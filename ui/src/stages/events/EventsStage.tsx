import { type Change, type EventList, newId } from '../../core/api'
import { Kept } from '../../common/Kept'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Pending } from '../../common/Pending'

// The event list: what the outside does, or what is due in time, and how the
// system answers.
export function EventsStage() {
  const tick = useStudio((s) => s.tick)
  const { submit } = useStudio.getState()
  const { value: list, error } = useFetched<EventList>(projectPath('event-list'), tick)
  if (error || !list) return <Pending stage="Events" error={error} children="Reading the events …" />
  const set = (id: string, patch: Record<string, unknown>): Change => ({ type: 'setElement', id, set: patch })
  return (
    <main className="col-span-2 min-h-0 overflow-y-auto bg-sheet p-5" aria-label="Events">
      <div className="mx-auto flex max-w-5xl flex-col gap-4">
        <div className="flex items-baseline gap-3">
          <h2 className="text-2xl font-semibold">Events</h2>
          <span className="flex-1" />
          <button
            className="button"
            onClick={() => submit([{ type: 'addElement', id: newId(), kind: 'event', name: 'Somebody does something' }])}
          >
            New event
          </button>
          <button
            className="button"
            onClick={() => submit([{ type: 'addElement', id: newId(), kind: 'event', name: 'Something is due', set: { timed: true } }])}
          >
            New event in time
          </button>
        </div>
        {list.events.length === 0 && (
          <p className="text-faint">
            No events yet. An event is what somebody outside does, or what is due in time, and the system answers it.
          </p>
        )}
        {list.missing.length > 0 && (
          <section aria-label="Proposed events" className="text-sm">
            <p className="pb-1">These flows come into the system, and no event tells of them:</p>
            {list.missing.map((e) => (
              <button key={e.name} className="button mr-2 mb-1" onClick={() => submit(e.changes)}>
                Add {e.name}
              </button>
            ))}
          </section>
        )}
        <ul className="flex flex-col gap-4">
          {list.events.map((e, i) => (
            <li key={e.id} className="grid grid-cols-[2rem_1.4fr_1fr_1fr_1.4fr_auto] items-end gap-2 border-b border-rule pb-3">
              <span className="pb-1 text-faint">{i + 1}</span>
              <Kept label="Event" value={e.name} change={(name) => ({ type: 'setName', id: e.id, name })} />
              {e.timed ? (
                <p className="pb-1 text-sm text-faint">due in time</p>
              ) : (
                <Kept label="Flow that tells of it" value={e.stimulus} change={(stimulus) => set(e.id, { stimulus })} />
              )}
              <Kept
                label="Answers, by commas"
                value={e.response.join(', ')}
                max={2000}
                change={(text) =>
                  set(e.id, {
                    response: text
                      .split(',')
                      .map((s) => s.trim())
                      .filter(Boolean),
                  })
                }
              />
              <label className="text-sm">
                <span className="heading">Answered by</span>
                <select className="field" value={e.process} onChange={(ev) => submit([set(e.id, { process: ev.target.value || null })])}>
                  <option value="">no process yet</option>
                  {list.processes.map((p) => (
                    <option key={p.id} value={p.id}>
                      {p.title}
                    </option>
                  ))}
                  {e.process && !list.processes.some((p) => p.id === e.process) && <option value={e.process}>{e.answered}</option>}
                </select>
              </label>
              <span className="flex gap-1">
                <button
                  className="button px-2!"
                  aria-label={`Move ${e.name} up`}
                  disabled={i === 0}
                  onClick={() => submit([{ type: 'movePart', id: e.id, before: list.events[i - 1]?.id }])}
                >
                  ↑
                </button>
                <button
                  className="button px-2! text-brick"
                  aria-label={`Delete ${e.name}`}
                  onClick={() => submit([{ type: 'delete', id: e.id }], { said: `Deleted the event ${e.name}.` })}
                >
                  ✕
                </button>
              </span>
              {e.problems.length > 0 && <p className="col-span-5 col-start-2 text-sm text-ochre">{e.problems.join(' ')}</p>}
            </li>
          ))}
        </ul>
      </div>
    </main>
  )
}
