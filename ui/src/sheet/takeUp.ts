import { newId } from '../core/api'
import { ask } from '../common/asking'

// takeUp leads what crosses the edge of a level on to one of its processes.
export function takeUp(flow: string, process: string, diagram: string, name: string) {
  void ask('previews/level', { do: 'takeUp', flow, process, diagram, seed: newId() }, { said: `${name} goes on here.` })
}
