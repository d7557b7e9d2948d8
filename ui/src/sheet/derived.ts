import { useStudio } from '../core/state'

// isDerived: what stands on the open diagram follows from the classes. It can be moved, and nothing else.
export function isDerived(): boolean {
  const { overview, openDiagram } = useStudio.getState()
  return overview?.diagrams.find((d) => d.id === openDiagram)?.kind === 'tableDiagram'
}

export const followsFromClasses = 'Tables follow from the classes: change the class, or how it becomes a table.'
