import { type DiagramInfo } from '../core/api'

// flowTree lists context and levels in the order of their numbers, with how deep
// each lies.
export function flowTree(diagrams: DiagramInfo[]): { diagram: DiagramInfo; depth: number }[] {
  const levels = diagrams.filter((d) => d.kind === 'levelDiagram')
  const below = (process: string | undefined, depth: number): { diagram: DiagramInfo; depth: number }[] =>
    levels
      .filter((d) => (process ? d.parent === process : !d.parent))
      .sort(
        (a, b) =>
          (a.view ?? '').localeCompare(b.view ?? '') || (a.number ?? '').localeCompare(b.number ?? '', undefined, { numeric: true }),
      )
      .flatMap((d) => [{ diagram: d, depth }, ...(d.about && !d.view ? below(d.about, depth + 1) : [])])
  const tree = [...diagrams.filter((d) => d.kind === 'contextDiagram').map((diagram) => ({ diagram, depth: 0 })), ...below(undefined, 1)]
  // A level whose process is part of one that is not opened still has its place.
  return [...tree, ...levels.filter((d) => !tree.some((t) => t.diagram.id === d.id)).map((diagram) => ({ diagram, depth: 2 }))]
}
