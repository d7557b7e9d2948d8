import { type ReactNode, useState } from 'react'

import { type Change, type DiagramInfo, post } from './api'
import { author, setAuthorName } from './author'
import { Rename } from './Rename'
import { go, type Route } from './router'
import { projectPath, useStudio } from './state'
import { switchTheme, theme } from './theme'

// The path: the stages of the work from top to bottom, each with its diagrams
// and one honest figure.
export function PathNav({ route, diagram }: { route: Route; diagram?: string }) {
  const overview = useStudio((s) => s.overview)
  const figures = useStudio((s) => s.figures)
  const submit = useStudio((s) => s.submit)
  const [name, setName] = useState(author().name)
  const [shade, setShade] = useState(theme())
  if (!overview) return null
  const base = `/p/${overview.id}`
  const found = Object.values(figures ?? {}).reduce((a, b) => a + b, 0)
  const classDiagrams = overview.diagrams.filter((d) => d.kind === 'classDiagram')
  const shown = overview.diagrams.find((d) => d.id === diagram)
  const onSheet = route.stage === 'sheet'
  const { coverage, table, cases } = overview
  const caseDiagrams = overview.diagrams.filter((d) => d.kind === 'useCaseDiagram')
  const componentDiagrams = overview.diagrams.filter((d) => d.kind === 'componentDiagram')
  const isFlow = shown?.kind === 'contextDiagram' || shown?.kind === 'levelDiagram'

  const addDiagram = (kind: string, title: string) => go(`${base}/d/${useStudio.getState().addDiagram(kind, title)}`)

  return (
    <nav aria-label="Path" className="row-span-2 flex min-h-0 flex-col overflow-y-auto border-r border-rule bg-paper">
      <button className="px-4 pt-3 text-left text-sm text-faint hover:text-verdigris" onClick={() => go('/')}>‹ All projects</button>
      <h1 className="px-4 text-lg leading-tight font-semibold break-words">{overview.name}</h1>
      <div className="px-4 pb-2">
        <Rename what="the project" name={overview.name} onSave={(to, base) => submit([{ type: 'setProject', set: { name: to } }], { base, place: { row: 'project', field: 'name', text: to } })} />
      </div>
      <Stage title="Brief" figure={coverage.sentences ? `${coverage.covered} of ${coverage.sentences}` : ''} said={coverage.sentences ? `${coverage.covered} of ${coverage.sentences} sentences covered` : undefined} current={route.stage === 'brief'} onOpen={() => go(`${base}/brief`)} />
      <Stage title="Activities" figure={table.rows ? `${table.flows - table.uncovered} of ${table.flows}` : ''} said={table.rows ? `${table.flows - table.uncovered} of ${table.flows} flows drawn` : undefined} current={route.stage === 'activities'} onOpen={() => go(`${base}/activities`)} />
      <Stage title="Data flow" figure="" current={onSheet && isFlow} onOpen={() => { const first = flowTree(overview.diagrams)[0]; if (first) go(`${base}/d/${first.diagram.id}`) }}>
        <ul>
          {flowTree(overview.diagrams).map(({ diagram: d, depth }) => (
            <Leaf key={d.id} d={d} depth={depth} current={onSheet && d.id === diagram} base={base} />
          ))}
          {!overview.diagrams.some((d) => d.kind === 'contextDiagram') && (
            <li><button className="w-full px-4 py-1 pl-8 text-left text-verdigris hover:bg-tint" onClick={() => addDiagram('contextDiagram', overview.name)}>New context diagram</button></li>
          )}
        </ul>
        <ul>
          <Side title="Dictionary" figure={String(overview.items)} current={route.stage === 'dictionary'} onOpen={() => go(`${base}/dictionary`)} />
          <Side title="Events" figure="" current={route.stage === 'events'} onOpen={() => go(`${base}/events`)} />
        </ul>
      </Stage>
      <Stage title="Use cases" figure={cases.cases ? `${cases.described} of ${cases.cases}` : ''} said={cases.cases ? `${cases.described} of ${cases.cases} described` : undefined} current={route.stage === 'use-cases' || (onSheet && shown?.kind === 'useCaseDiagram')} onOpen={() => go(`${base}/use-cases`)}>
        <ul>
          {caseDiagrams.map((d) => <Leaf key={d.id} d={d} depth={0} current={onSheet && d.id === diagram} base={base} />)}
          <li><button className="w-full px-4 py-1 pl-8 text-left text-verdigris hover:bg-tint" onClick={() => addDiagram('useCaseDiagram', caseDiagrams.length ? `Use cases ${caseDiagrams.length + 1}` : 'Use cases')}>New use case diagram</button></li>
        </ul>
      </Stage>
      <Stage title="Classes" figure={`${overview.classifiers}`} current={onSheet && shown?.kind === 'classDiagram'} onOpen={() => go(classDiagrams[0] ? `${base}/d/${classDiagrams[0].id}` : base)}>
        <ul>
          {classDiagrams.map((d) => <Leaf key={d.id} d={d} depth={0} current={onSheet && d.id === diagram} base={base} />)}
          <li><button className="w-full px-4 py-1 pl-8 text-left text-verdigris hover:bg-tint" onClick={() => addDiagram('classDiagram', classDiagrams.length ? `Classes ${classDiagrams.length + 1}` : 'Classes')}>New class diagram</button></li>
        </ul>
      </Stage>
      <Stage title="Components" figure="" current={route.stage === 'components' || (onSheet && shown?.kind === 'componentDiagram')} onOpen={() => go(`${base}/components`)}>
        <ul>
          {[...componentDiagrams].sort((a, b) => Number(Boolean(a.about)) - Number(Boolean(b.about))).map((d) => <Leaf key={d.id} d={d} depth={d.about ? 1 : 0} current={onSheet && d.id === diagram} base={base} />)}
          <li><button className="w-full py-1 pr-1 pl-8 text-left whitespace-nowrap text-verdigris hover:bg-tint" onClick={() => addDiagram('componentDiagram', componentDiagrams.length ? `Components ${componentDiagrams.length + 1}` : 'Components')}>New component diagram</button></li>
        </ul>
      </Stage>
      <Stage title="Who uses what" figure="" current={route.stage === 'matrix'} onOpen={() => go(`${base}/matrix`)} />
      <Stage title="Follow" figure="" current={route.stage === 'follow'} onOpen={() => go(`${base}/follow`)} />
      <Stage title="Lexicon" figure="" current={route.stage === 'lexicon'} onOpen={() => go(`${base}/lexicon`)} />
      <Stage title="Findings" figure={figures ? String(found) : '…'} alert={(figures?.error ?? 0) > 0} current={route.stage === 'findings'} onOpen={() => go(`${base}/findings`)} />
      <Stage title="Output" figure="Go, text" current={route.stage === 'output'} onOpen={() => go(`${base}/output`)} />
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

// flowTree lists context and levels in the order of their numbers, with how deep
// each lies.
function flowTree(diagrams: DiagramInfo[]): { diagram: DiagramInfo; depth: number }[] {
  const levels = diagrams.filter((d) => d.kind === 'levelDiagram')
  const below = (process: string | undefined, depth: number): { diagram: DiagramInfo; depth: number }[] => levels
    .filter((d) => (process ? d.parent === process : !d.parent))
    .sort((a, b) => (a.view ?? '').localeCompare(b.view ?? '') || (a.number ?? '').localeCompare(b.number ?? '', undefined, { numeric: true }))
    .flatMap((d) => [{ diagram: d, depth }, ...(d.about && !d.view ? below(d.about, depth + 1) : [])])
  const tree = [...diagrams.filter((d) => d.kind === 'contextDiagram').map((diagram) => ({ diagram, depth: 0 })), ...below(undefined, 1)]
  // A level whose process is part of one that is not opened still has its place.
  return [...tree, ...levels.filter((d) => !tree.some((t) => t.diagram.id === d.id)).map((diagram) => ({ diagram, depth: 2 }))]
}

function Leaf({ d, depth, current, base }: { d: DiagramInfo; depth: number; current: boolean; base: string }) {
  const submit = useStudio((s) => s.submit)
  const say = useStudio((s) => s.say)
  const closing = d.kind === 'levelDiagram'
  async function close() {
    try {
      const reply = await post<{ changes: Change[] }>(projectPath('read/level'), { do: 'close', process: d.about, view: d.view ?? '' })
      submit(reply.changes, { said: `Closed ${d.title ?? d.name}: what it showed is deleted.`, done: () => go(base) })
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be closed just now.', 'error')
    }
  }
  return (
    <li>
      <button
        className={`w-full truncate py-1 pr-4 text-left hover:bg-tint ${current ? 'bg-tint font-semibold' : ''}`} style={{ paddingLeft: `${2 + depth * 0.75}rem` }}
        aria-current={current ? 'page' : undefined} onClick={() => go(`${base}/d/${d.id}`)}
      >{(closing || d.kind === 'contextDiagram' ? d.title : d.name) || '(no name)'}</button>
      {current && (
        <div className="flex gap-3 bg-tint px-4 pb-1 pl-8">
          <Rename what="the diagram" name={d.name} onSave={(to, base) => submit([{ type: 'setName', id: d.id, name: to }], { base, place: { row: d.id, field: 'name', text: to } })} />
          {closing ? <button className="text-sm text-brick underline" onClick={() => void close()}>Close this level</button> : (
            <button
              className="text-sm text-brick underline" aria-label="Delete the diagram"
              onClick={() => submit([{ type: 'delete', id: d.id }], { said: `Deleted the diagram ${d.name}. What it showed stays in the model.`, done: () => go(base) })}
            >Delete</button>
          )}
        </div>
      )}
    </li>
  )
}

function Side({ title, figure, current, onOpen }: { title: string; figure: string; current: boolean; onOpen: () => void }) {
  return (
    <li>
      <button className={`flex w-full items-baseline justify-between py-1 pr-4 pl-8 text-left hover:bg-tint ${current ? 'bg-tint font-semibold' : ''}`} aria-current={current ? 'page' : undefined} onClick={onOpen}>
        <span>{title}</span><span className="text-sm text-faint">{figure}</span>
      </button>
    </li>
  )
}

function Stage(props: { title: string; figure: string; said?: string; alert?: boolean; current: boolean; onOpen: () => void; children?: ReactNode }) {
  return (
    <section className="border-t border-rule py-0.5">
      <button
        className={`flex w-full items-baseline justify-between px-4 py-1 text-left hover:bg-tint ${props.current ? 'text-verdigris' : ''}`}
        aria-current={props.current ? 'true' : undefined} title={props.said} onClick={props.onOpen}
      >
        <span className="font-semibold">{props.title}</span>
        <span className={`text-sm ${props.alert ? 'font-semibold text-brick' : 'text-faint'}`}>{props.figure}</span>
      </button>
      {props.children}
    </section>
  )
}
