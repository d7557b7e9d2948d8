import { type Row } from '../../core/api'
import { showOn } from '../../common/showing'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'

type Component = {
  id: string
  name: string
  in?: string
  external?: boolean
  diagram?: string
  breaks: string[]
  stands: Row[]
  holds: Row[]
  provides: { id: string; name: string; to: Row[] }[]
  requires: { id: string; name: string; from: Row[]; chosen: boolean }[]
}
type Components = { components: Component[]; circles: Row[][] }

const names = (rows: Row[]) => rows.map((r) => r.title || '(no name)').join(', ')

// Who provides and who needs which interface, what would be missing without a
// component, and what could stand in for it.
export function ComponentsStage() {
  const tick = useStudio((s) => s.tick)
  const { value, error } = useFetched<Components>(projectPath('components'), tick)
  const open = (c: Component) => {
    if (c.diagram) showOn(c.diagram, c.id)
  }
  return (
    <main className="col-span-2 min-h-0 overflow-auto bg-sheet px-8 py-5" aria-label="Components">
      <h2 className="pb-1 text-lg font-semibold">Who needs what from whom</h2>
      {error && <p className="text-brick">{error}</p>}
      {value?.components.length === 0 && (
        <p className="text-faint">
          No components yet. Make a component diagram on the left, and write there:{' '}
          <span className="font-mono">Label printer requires LotLookup</span>.
        </p>
      )}
      {value?.circles.map((c) => (
        <p key={c[0]?.id} className="mb-3 border-l-2 border-ochre pl-3">
          {names(c)} call each other in a circle: none of them can be built, tested or replaced without the others.
        </p>
      ))}
      {value && value.components.length > 0 && (
        <table className="w-full max-w-5xl border-collapse text-left align-top text-sm">
          <thead>
            <tr className="border-b border-rule">
              {['Component', 'Provides', 'Requires', 'Without it', 'Could stand in for it'].map((t) => (
                <th key={t} scope="col" className="heading py-1 pr-4">
                  {t}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {value.components.map((c) => (
              <tr key={c.id} className="border-b border-rule align-top">
                <th scope="row" className="py-2 pr-4 font-semibold">
                  <button className="text-left text-verdigris underline" onClick={() => open(c)}>
                    {c.name || '(no name)'}
                  </button>
                  {c.in && <div className="font-normal text-faint">in {c.in}</div>}
                  {c.external && <div className="font-normal text-faint">made elsewhere</div>}
                  {c.holds.length > 0 && <div className="font-normal text-faint">holds {names(c.holds)}</div>}
                </th>
                <td className="py-2 pr-4">
                  {c.provides.length === 0 && <span className="text-faint">nothing</span>}
                  <ul>
                    {c.provides.map((p) => (
                      <li key={p.id}>
                        {p.name}{' '}
                        {p.to.length ? (
                          <span className="text-faint">for {names(p.to)}</span>
                        ) : (
                          <span className="text-ochre">nobody needs it</span>
                        )}
                      </li>
                    ))}
                  </ul>
                </td>
                <td className="py-2 pr-4">
                  {c.requires.length === 0 && <span className="text-faint">nothing</span>}
                  <ul>
                    {c.requires.map((r) => (
                      <li key={r.id}>
                        {r.name}{' '}
                        {r.from.length ? (
                          <span className="text-faint">
                            from {names(r.from)}
                            {!r.chosen && r.from.length > 1 && ', whichever'}
                          </span>
                        ) : (
                          <span className="text-ochre">nobody provides it</span>
                        )}
                      </li>
                    ))}
                  </ul>
                </td>
                <td className="py-2 pr-4">
                  {c.breaks.length ? (
                    <ul>
                      {c.breaks.map((b) => (
                        <li key={b}>{b}</li>
                      ))}
                    </ul>
                  ) : (
                    <span className="text-faint">nothing is missing</span>
                  )}
                </td>
                <td className="py-2 pr-4">{c.stands.length ? names(c.stands) : <span className="text-faint">nothing</span>}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  )
}
