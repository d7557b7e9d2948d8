import { useStudio } from '../core/state'
import { go } from './router'

// isTraced tells the kinds that lead to something else: the core says which.
export const isTraced = (kind: string | undefined) =>
  kind !== undefined && useStudio.getState().overview?.traced.some((k) => k === kind) === true

// trace goes from something to all that it touches.
export function trace(id: string) {
  go(`/p/${useStudio.getState().overview?.id}/trace/${id}`)
}
