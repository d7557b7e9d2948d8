import { type ComponentInfo, type Entry, newId, type PortInfo } from '../core/api'
import { Kept, Part, Switch } from '../common/Kept'
import { useStudio } from '../core/state'
import { openInside } from '../sheet/openInside'

export const sides: [side: string, title: string][] = [
  ['', 'where its lines lead'],
  ['left', 'left'],
  ['right', 'right'],
  ['top', 'top'],
  ['bottom', 'bottom'],
]

// What only components and their parts have.
export function ComponentTools({ entry, component }: { entry: Entry; component: ComponentInfo }) {
  const { submit, select } = useStudio.getState()
  const { id } = entry
  if (entry.kind === 'componentPart') {
    return (
      <>
        <label className="text-sm">
          <span className="heading">It is a</span>
          <select
            className="field"
            value={component.of ?? ''}
            onChange={(e) => submit([{ type: 'setPart', id, set: { component: e.target.value } }])}
          >
            <option value="">not decided</option>
            {component.components.map((c) => (
              <option key={c.id} value={c.id}>
                {c.title || '(no name)'}
              </option>
            ))}
          </select>
        </label>
        <Kept
          label="How many"
          value={component.many ?? ''}
          placeholder="1, 0..1, 1..*"
          change={(multiplicity) => ({ type: 'setPart', id, set: { multiplicity } })}
        />
      </>
    )
  }
  const stereotypes = (on: boolean) => (on ? [...entry.stereotypes, 'subsystem'] : entry.stereotypes.filter((s) => s !== 'subsystem'))
  return (
    <>
      <button className="button self-start" onClick={() => void openInside(id)}>
        {component.inside ? 'Go to its inside' : 'Open its inside'}
      </button>
      <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        <Switch
          label="Subsystem"
          on={component.subsystem}
          set={(on) => submit([{ type: 'setElement', id, set: { stereotypes: stereotypes(on) } }])}
        />
        <Switch
          label="Made elsewhere"
          on={component.external}
          set={(external) => submit([{ type: 'setElement', id, set: { external } }])}
        />
      </div>
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

export function PortTools({ id, port }: { id: string; port: PortInfo }) {
  const { submit } = useStudio.getState()
  return (
    <label className="text-sm">
      <span className="heading">It stands</span>
      <select className="field" value={port.side} onChange={(e) => submit([{ type: 'setPart', id, set: { side: e.target.value } }])}>
        {sides.map(([side, title]) => (
          <option key={side} value={side}>
            {title}
          </option>
        ))}
      </select>
    </label>
  )
}
