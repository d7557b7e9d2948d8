import { useStudio } from '../core/state'

// How a sheet of each kind is begun: the key that makes the first thing, what that is, and
// an example of what is stated.
const beginnings: Record<string, [key: string, thing: string, example: string]> = {
  classDiagram: ['c', 'class', 'Apiary is made of 1..* Hive'],
  contextDiagram: ['p', 'process', 'Beekeeper sends delivery note to Receive lot'],
  levelDiagram: ['p', 'process', 'Beekeeper sends delivery note to Receive lot'],
  useCaseDiagram: ['u', 'use case', 'Beekeeper starts Register delivery'],
  componentDiagram: ['m', 'component', 'Label printer requires LotLookup'],
}

// EmptySheet says on a sheet without shapes how to begin.
export function EmptySheet({ kind, onStarters }: { kind: string; onStarters: () => void }) {
  const [key, thing, usual] = beginnings[kind] ?? ['', '', '']
  const example = useStudio((s) => s.overview?.examples[kind]) ?? usual
  const isClass = kind === 'classDiagram'
  if (kind === 'tableDiagram')
    return (
      <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-faint">
        No table yet. Mark classes as stored in their entries,
        <br />
        or name them at the right, under <em>How classes become tables</em>: their tables appear here.
      </p>
    )
  return (
    <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-faint">
      Nothing here yet. Press <kbd className="font-mono">{key}</kbd> and Enter to make the first {thing},
      <br />
      {isClass ? 'write above: ' : 'or write above: '}
      <span className="font-mono">{example}</span>
      {isClass ? ', drag a term here, or paste a text.' : '.'}
      {isClass && (
        <>
          <br />
          <button className="button pointer-events-auto mt-3" onClick={onStarters}>
            Begin with a typical model …
          </button>
        </>
      )}
    </p>
  )
}
