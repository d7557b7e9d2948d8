import { type ReactNode, useState } from 'react'

import { newId } from './api'
import { author, setAuthorName } from './author'
import { Rename } from './Rename'
import { go, type Route } from './router'
import { useStudio } from './state'
import { switchTheme, theme } from './theme'

// The path: the stages of the work from top to bottom, each with its diagrams
// and one honest figure.
export function PathNav({ route, diagram }: { route: Route; diagram?: string }) {
  const overview = useStudio((s) => s.overview)
  const submit = useStudio((s) => s.submit)
  const [name, setName] = useState(author().name)
  const [shade, setShade] = useState(theme())
  if (!overview) return null
  const base = `/p/${overview.id}`
  const found = Object.values(overview.findings).reduce((a, b) => a + b, 0)

  function addDiagram() {
    const id = newId()
    const n = (overview?.diagrams.length ?? 0) + 1
    submit([{ type: 'addDiagram', id, kind: 'classDiagram', name: n === 1 ? 'Classes' : `Classes ${n}` }], {
      done: () => go(`${base}/d/${id}`),
    })
  }

  return (
    <nav aria-label="Path" className="row-span-2 flex min-h-0 flex-col overflow-y-auto border-r border-rule bg-paper">
      <button className="px-4 pt-3 text-left text-sm text-faint hover:text-verdigris" onClick={() => go('/')}>‹ All projects</button>
      <h1 className="px-4 text-lg leading-tight font-semibold break-words">{overview.name}</h1>
      <div className="px-4 pb-2">
        <Rename what="the project" name={overview.name} onSave={(to) => submit([{ type: 'setProject', set: { name: to } }])} />
      </div>
      <Stage title="Classes" figure={`${overview.classifiers}`} current={route.stage === 'classes'} onOpen={() => go(base)}>
        <ul>
          {overview.diagrams.map((d) => (
            <li key={d.id}>
              <button
                className={`w-full truncate px-4 py-1 pl-8 text-left hover:bg-tint ${route.stage === 'classes' && d.id === diagram ? 'bg-tint font-semibold' : ''}`}
                aria-current={route.stage === 'classes' && d.id === diagram ? 'page' : undefined} onClick={() => go(`${base}/d/${d.id}`)}
              >{d.name || '(no name)'}</button>
              {route.stage === 'classes' && d.id === diagram && (
                <div className="flex gap-3 bg-tint px-4 pb-1 pl-8">
                  <Rename what="the diagram" name={d.name} onSave={(to) => submit([{ type: 'setName', id: d.id, name: to }])} />
                  <button
                    className="text-sm text-brick underline" aria-label="Delete the diagram"
                    onClick={() => submit([{ type: 'delete', id: d.id }], { said: `Deleted the diagram ${d.name}. What it showed stays in the model.`, done: () => go(base) })}
                  >Delete</button>
                </div>
              )}
            </li>
          ))}
          <li><button className="w-full px-4 py-1 pl-8 text-left text-verdigris hover:bg-tint" onClick={addDiagram}>New class diagram</button></li>
        </ul>
      </Stage>
      <Stage title="Findings" figure={String(found)} alert={overview.findings.error > 0} current={route.stage === 'findings'} onOpen={() => go(`${base}/findings`)} />
      <Stage title="Output" figure="Go, text, drawings" current={route.stage === 'output'} onOpen={() => go(`${base}/output`)} />
      <div className="mt-auto flex flex-col gap-2 border-t border-rule p-4">
        <label>
          <span className="heading">Your name, for others to see</span>
          <input className="field" value={name} maxLength={80} placeholder="Somebody" onChange={(e) => { setName(e.target.value); setAuthorName(e.target.value) }} />
        </label>
        <button className="button" onClick={() => { switchTheme(); setShade(theme()) }}>{shade === 'dark' ? 'Light' : 'Dark'} colours</button>
      </div>
    </nav>
  )
}

function Stage(props: { title: string; figure: string; alert?: boolean; current: boolean; onOpen: () => void; children?: ReactNode }) {
  return (
    <section className="border-t border-rule py-1">
      <button
        className={`flex w-full items-baseline justify-between px-4 py-1 text-left hover:bg-tint ${props.current ? 'text-verdigris' : ''}`}
        aria-current={props.current ? 'true' : undefined} onClick={props.onOpen}
      >
        <span className="font-semibold">{props.title}</span>
        <span className={`text-sm ${props.alert ? 'font-semibold text-brick' : 'text-faint'}`}>{props.figure}</span>
      </button>
      {props.children}
    </section>
  )
}
