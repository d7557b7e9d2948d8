import { go } from './router'
import { useStudio } from './state'

// Kinds that stand for nothing else than themselves lead nowhere.
const alone = new Set(['note', 'constraint', 'object', 'package', 'subject', 'anchor', 'link', 'realization', 'dependency', 'usage', 'participation', 'include', 'extend', 'provides', 'requires', 'assembly', 'delegation', 'holds'])

export const isFollowed = (kind: string | undefined) => kind !== undefined && !alone.has(kind)

// follow goes from something to all that it touches.
export function follow(id: string) {
  go(`/p/${useStudio.getState().overview?.id}/follow/${id}`)
}
