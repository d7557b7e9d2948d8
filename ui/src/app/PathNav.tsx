import { useState } from 'react'

import { author, setAuthorName } from '../core/author'
import { Rename } from '../common/Rename'
import { go, type Route } from '../common/router'
import { useStudio } from '../core/state'
import { switchTheme, theme } from './theme'
import { flowTree } from './flowTree'
import { Making, Side, Stage, Unfolded } from './PathParts'
import { Leaf } from './PathLeaf'
import { FoldButton, Strip } from '../common/Strip'
import { useFolded } from '../common/folds'

// The path: the stages of the work from top to bottom, each with its diagrams
// and one honest figure.
export function PathNav({ route, diagram }: { route: Route; diagram?: string }) {
  const overview = useStudio((s) => s.overview)
  const figures = useStudio((s) => s.figures)
  const submit = useStudio((s) => s.submit)
  const [name, setName] = useState(author().name)
  const [shade, setShade] = useState(theme())
  const folded = useFolded('path')
  const [chosen, setChosen] = useState<{ stage: string; at: string }>()
  if (!overview) return null
  if (folded) {
    return (
      <nav aria-label="Path" className="row-span-3 border-r border-rule bg-paper">
        <Strip side="path" />
      </nav>
    )
  }
  const base = `/p/${overview.id}`
  const found = Object.values(figures ?? {}).reduce((a, b) => a + b, 0)
  const classDiagrams = overview.diagrams.filter((d) => d.kind === 'classDiagram')
  const shown = overview.diagrams.find((d) => d.id === diagram)
  const onSheet = route.stage === 'sheet'
  const { coverage, table, cases } = overview
  const caseDiagrams = overview.diagrams.filter((d) => d.kind === 'useCaseDiagram')
  const componentDiagrams = overview.diagrams.filter((d) => d.kind === 'componentDiagram')
  const tableDiagrams = overview.diagrams.filter((d) => d.kind === 'tableDiagram')
  const isFlow = shown?.kind === 'contextDiagram' || shown?.kind === 'levelDiagram'

  // The stage that one is in is unfolded; one that was pressed, until one goes elsewhere.
  const at = `${route.stage} ${diagram}`
  const within = stageOf(route, shown?.kind)
  const unfolded = chosen && (chosen.at === at || chosen.stage === within) ? chosen.stage : within

  const addDiagram = (kind: string, title: string) => go(`${base}/d/${useStudio.getState().addDiagram(kind, title)}`)

  return (
    <Unfolded value={{ stage: unfolded, choose: (stage) => setChosen({ stage, at }) }}>
      <nav aria-label="Path" className="row-span-3 flex min-h-0 flex-col overflow-y-auto border-r border-rule bg-paper">
        <div className="flex shrink-0 items-baseline justify-between pt-2 pr-2">
          <button className="px-4 text-left text-sm text-faint hover:text-verdigris" onClick={() => go('/')}>
            ‹ All projects
          </button>
          <FoldButton side="path" />
        </div>
        <h1 className="shrink-0 px-4 text-lg leading-tight font-semibold break-words">{overview.name}</h1>
        <div className="shrink-0 px-4 pb-1">
          <Rename
            what="the project"
            name={overview.name}
            onSave={(to, base) =>
              submit([{ type: 'setProject', set: { name: to } }], { base, place: { row: 'project', field: 'name', text: to } })
            }
          />
        </div>
        <Stage
          title="Brief"
          figure={coverage.sentences ? `${coverage.covered} of ${coverage.sentences}` : ''}
          said={coverage.sentences ? `${coverage.covered} of ${coverage.sentences} sentences covered` : undefined}
          current={route.stage === 'brief'}
          onOpen={() => go(`${base}/brief`)}
        />
        <Stage
          title="Activities"
          figure={table.rows ? `${table.flows - table.uncovered} of ${table.flows}` : ''}
          said={table.rows ? `${table.flows - table.uncovered} of ${table.flows} flows drawn` : undefined}
          current={route.stage === 'activities'}
          onOpen={() => go(`${base}/activities`)}
        />
        <Stage
          title="Data flow"
          figure=""
          current={onSheet && isFlow}
          onOpen={() => {
            const first = flowTree(overview.diagrams)[0]
            go(first ? `${base}/d/${first.diagram.id}` : `${base}/dictionary`)
          }}
        >
          <ul>
            {flowTree(overview.diagrams).map(({ diagram: d, depth }) => (
              <Leaf key={d.id} d={d} depth={depth} current={onSheet && d.id === diagram} base={base} />
            ))}
            {!overview.diagrams.some((d) => d.kind === 'contextDiagram') && (
              <Making title="New context diagram" onMake={() => addDiagram('contextDiagram', overview.name)} />
            )}
          </ul>
          <ul>
            <Side
              title="Dictionary"
              figure={String(overview.items)}
              current={route.stage === 'dictionary'}
              onOpen={() => go(`${base}/dictionary`)}
            />
            <Side title="Events" figure="" current={route.stage === 'events'} onOpen={() => go(`${base}/events`)} />
          </ul>
        </Stage>
        <Stage
          title="Use cases"
          figure={cases.cases ? `${cases.described} of ${cases.cases}` : ''}
          said={cases.cases ? `${cases.described} of ${cases.cases} described` : undefined}
          current={route.stage === 'use-cases' || (onSheet && shown?.kind === 'useCaseDiagram')}
          onOpen={() => go(`${base}/use-cases`)}
        >
          <ul>
            {caseDiagrams.map((d) => (
              <Leaf key={d.id} d={d} depth={0} current={onSheet && d.id === diagram} base={base} />
            ))}
            <Making title="New use case diagram" onMake={() => addDiagram('useCaseDiagram', numbered('Use cases', caseDiagrams.length))} />
          </ul>
        </Stage>
        <Stage
          title="Classes"
          figure={`${overview.classifiers}`}
          current={onSheet && shown?.kind === 'classDiagram'}
          onOpen={() => {
            if (classDiagrams[0]) go(`${base}/d/${classDiagrams[0].id}`)
            else if (overview.diagrams.length === 0) go(base)
          }}
        >
          <ul>
            {classDiagrams.map((d) => (
              <Leaf key={d.id} d={d} depth={0} current={onSheet && d.id === diagram} base={base} />
            ))}
            <Making title="New class diagram" onMake={() => addDiagram('classDiagram', numbered('Classes', classDiagrams.length))} />
          </ul>
        </Stage>
        <Stage
          title="Tables"
          figure=""
          current={onSheet && shown?.kind === 'tableDiagram'}
          onOpen={() => {
            if (tableDiagrams[0]) go(`${base}/d/${tableDiagrams[0].id}`)
            else addDiagram('tableDiagram', 'Tables')
          }}
        >
          <ul>
            {tableDiagrams.map((d) => (
              <Leaf key={d.id} d={d} depth={0} current={onSheet && d.id === diagram} base={base} />
            ))}
            <Making title="New diagram of tables" onMake={() => addDiagram('tableDiagram', numbered('Tables', tableDiagrams.length))} />
          </ul>
        </Stage>
        <Stage
          title="Components"
          figure=""
          current={route.stage === 'components' || (onSheet && shown?.kind === 'componentDiagram')}
          onOpen={() => go(`${base}/components`)}
        >
          <ul>
            {[...componentDiagrams]
              .sort((a, b) => Number(Boolean(a.about)) - Number(Boolean(b.about)))
              .map((d) => (
                <Leaf key={d.id} d={d} depth={d.about ? 1 : 0} current={onSheet && d.id === diagram} base={base} />
              ))}
            <Making
              title="New component diagram"
              onMake={() => addDiagram('componentDiagram', numbered('Components', componentDiagrams.length))}
            />
          </ul>
        </Stage>
        <Stage title="CRUD matrix" figure="" current={route.stage === 'matrix'} onOpen={() => go(`${base}/matrix`)} />
        <Stage title="Trace" figure="" current={route.stage === 'trace'} onOpen={() => go(`${base}/trace`)} />
        <Stage title="Lexicon" figure="" current={route.stage === 'lexicon'} onOpen={() => go(`${base}/lexicon`)} />
        <Stage
          title="Findings"
          figure={figures ? String(found) : '…'}
          alert={(figures?.error ?? 0) > 0}
          current={route.stage === 'findings'}
          onOpen={() => go(`${base}/findings`)}
        />
        <Stage title="Output" figure="" current={route.stage === 'output'} onOpen={() => go(`${base}/output`)} />
        <div className="mt-auto shrink-0 border-t border-rule px-4 pt-1 pb-2">
          <label className="heading" htmlFor="author">
            Your name, for others to see
          </label>
          <div className="flex gap-2">
            <input
              id="author"
              className="field min-w-0 flex-1"
              value={name}
              maxLength={80}
              placeholder="Somebody"
              onChange={(e) => {
                setName(e.target.value)
                setAuthorName(e.target.value)
              }}
            />
            <button
              className="button"
              aria-label={`${shade === 'dark' ? 'Light' : 'Dark'} colours`}
              title={`${shade === 'dark' ? 'Light' : 'Dark'} colours`}
              onClick={() => {
                switchTheme()
                setShade(theme())
              }}
            >
              <span aria-hidden="true">{shade === 'dark' ? '☼' : '☾'}</span>
            </button>
          </div>
        </div>
      </nav>
    </Unfolded>
  )
}

// numbered is the name of one more diagram of a kind.
const numbered = (name: string, there: number) => (there ? `${name} ${there + 1}` : name)

// stageOf is the stage of the path that one is in.
function stageOf(route: Route, kind?: string): string | undefined {
  switch (route.stage) {
    case 'dictionary':
    case 'events':
      return 'Data flow'
    case 'use-cases':
      return 'Use cases'
    case 'components':
      return 'Components'
    case 'sheet':
      return (
        {
          contextDiagram: 'Data flow',
          levelDiagram: 'Data flow',
          useCaseDiagram: 'Use cases',
          componentDiagram: 'Components',
          tableDiagram: 'Tables',
        }[kind ?? ''] ?? 'Classes'
      )
  }
  return undefined
}
