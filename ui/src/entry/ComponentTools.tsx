import { type Entry, newId } from '../core/api'
import { Part } from '../common/Kept'
import { useStudio } from '../core/state'
import { openInside } from '../sheet/openInside'

// What only components have: their inside, their ports, and what hangs on them.
export function ComponentTools({ entry }: { entry: Entry }) {
  const { submit, select } = useStudio.getState()
  const { id, component } = entry
  if (!component) return null
  return (
    <>
      <button className="button self-start" onClick={() => void openInside(id)}>
        {component.inside ? 'Go to its inside' : 'Open its inside'}
      </button>
      <Part title="Ports">
        {component.ports.length === 0 && <p className="text-sm text-faint">None: it is spoken to as a whole.</p>}
        <ul className="flex flex-col gap-1">
          {component.ports.map((p) => (
            <li key={p.id}>
              <button className="text-verdigris underline" onClick={() => select(p.id)}>
                {p.name || '(no name)'}
              </button>
            </li>
          ))}
        </ul>
        <button
          className="button self-start"
          onClick={() => {
            const port = newId()
            submit([{ type: 'addPart', id: port, owner: id, kind: 'port', name: `port ${component.ports.length + 1}` }])
            select(port)
          }}
        >
          Add a port
        </button>
      </Part>
      <Part title="If it were taken out">
        {component.breaks.length === 0 ? (
          <p className="text-sm text-faint">Nothing would be missing.</p>
        ) : (
          <ul className="text-sm">
            {component.breaks.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
        )}
        <p className="text-sm">
          {component.stands.length
            ? `Could stand in for it: ${component.stands.map((s) => s.title).join(', ')}.`
            : 'Nothing else provides the same.'}
        </p>
      </Part>
    </>
  )
}
