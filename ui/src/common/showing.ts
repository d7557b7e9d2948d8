import { go } from './router'
import { useStudio } from '../core/state'

// showOn goes to a diagram and selects something there, once the diagram is open:
// opening one selects nothing.
export function showOn(diagram: string | undefined, id: string | undefined) {
  const { overview, openSheet } = useStudio.getState()
  go(`/p/${overview?.id}/d/${diagram}`)
  void openSheet(diagram).then(() => useStudio.getState().select(id))
}
