import { useEffect, useState } from 'react'

import { newId, type ProposedCase, type UseCases } from '../../core/api'
import { ask } from '../../common/asking'
import { Dialog } from '../../common/Dialog'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Description } from './Description'
import { Pending } from '../../common/Pending'
import { AddForm } from '../../common/AddForm'

// Use cases and their descriptions, each beside its picture.
export function UseCasesStage() {
  const tick = useStudio((s) => s.tick)
  const { submit } = useStudio.getState()
  const { value: list, error } = useFetched<UseCases>(projectPath('use-cases'), tick)
  const revision = useStudio((s) => s.revision)
  const { value: proposals } = useFetched<ProposedCase[]>(projectPath('use-case-proposals'), revision)
  const [chosen, choose] = useState(() => new URLSearchParams(location.search).get('case') ?? '')
  const [beginning, setBeginning] = useState(false)
  useEffect(() => {
    if (location.search) go(location.pathname, true)
  }, [])
  if (error || !list) return <Pending stage="Use cases" error={error} children="Reading the use cases …" />
  const current = list.cases.find((c) => c.id === chosen) ?? list.cases[0]

  function add(name: string) {
    const id = newId()
    submit([{ type: 'addElement', id, kind: 'useCase', name }], { done: () => choose(id) })
  }

  return (
    <main className="sides col-span-2 grid min-h-0 grid-cols-[250px_minmax(0,1fr)] bg-sheet" aria-label="Use cases">
      <div className="flex min-h-0 flex-col gap-3 overflow-y-auto border-r border-rule p-4 print:hidden">
        <div className="flex items-baseline justify-between">
          <h2 className="text-2xl font-semibold">Use cases</h2>
          <button className="button px-2! text-sm" onClick={() => setBeginning(true)}>
            Starters …
          </button>
        </div>
        <AddForm label="Name of a new use case" placeholder="Register delivery" tight onAdd={add} />
        {list.cases.length === 0 && (
          <p className="text-sm text-faint">
            No use cases yet. A use case is something that somebody outside wants done: a verb, and what it is about.
          </p>
        )}
        <ul aria-label="All use cases">
          {list.cases.map((c) => (
            <li key={c.id}>
              <button
                className={`w-full px-2 py-1 text-left ${c.id === current?.id ? 'bg-tint font-semibold' : 'hover:bg-tint'}`}
                aria-current={c.id === current?.id ? 'true' : undefined}
                onClick={() => choose(c.id)}
              >
                {c.name || '(no name)'}
                <span className="block text-xs font-normal text-faint">
                  {c.primary.length > 0 ? c.primary.join(', ') : 'no primary actor'},{' '}
                  {c.steps > 0 ? `${c.steps} ${c.steps === 1 ? 'step' : 'steps'}` : 'not described'}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {proposals && proposals.length > 0 && (
          <section aria-label="Proposed use cases" className="flex flex-col gap-1 border-t border-rule pt-3 text-sm">
            <h3 className="heading">Proposed</h3>
            <ul className="flex flex-col gap-2">
              {proposals.map((p) => (
                <li key={p.key}>
                  <p>
                    {p.actor}: {p.name}
                  </p>
                  <p className="text-xs text-faint">{p.why}</p>
                  <button
                    className="button mt-1 px-2! text-sm"
                    aria-label={`Add the use case ${p.name}`}
                    onClick={() =>
                      void ask(
                        'previews/use-case',
                        { proposal: p.key, seed: newId(), diagram: firstDiagram() },
                        { said: `${p.actor} starts ${p.name}.` },
                      )
                    }
                  >
                    Add
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      {current ? (
        <Description key={current.id} id={current.id} onCase={choose} />
      ) : (
        <div className="p-10 text-faint">Add a use case, take over a proposed one, or begin with a starter.</div>
      )}
      {beginning && (
        <Dialog title="Begin with a typical set" onClose={() => setBeginning(false)}>
          <p className="pb-3 text-faint">
            Each brings actors, use cases with their steps, and a diagram. Names are general on purpose: adapt them.
          </p>
          <ul className="flex flex-col gap-3">
            {list.starters.map((s) => (
              <li key={s.key} className="border-b border-rule pb-3">
                <h3 className="font-semibold">{s.title}</h3>
                <p className="text-sm text-faint">{s.about}</p>
                <button
                  className="button mt-1"
                  aria-label={`Insert ${s.title}`}
                  onClick={() => {
                    setBeginning(false)
                    void ask('previews/use-case-set', { starter: s.key, seed: newId() }, { said: `Inserted: ${s.title}.` })
                  }}
                >
                  Insert
                </button>
              </li>
            ))}
          </ul>
        </Dialog>
      )}
    </main>
  )
}

// firstDiagram is where what is proposed is drawn.
const firstDiagram = () => useStudio.getState().overview?.diagrams.find((d) => d.kind === 'useCaseDiagram')?.id ?? ''
