import { type Group } from '../core/api'

// mostAtOnce is how many groups are drawn anew in one frame, so that a large diagram that
// is opened or arranged never holds up the hands.
export const mostAtOnce = 110

// advance goes from what is drawn towards what is to be drawn, by so many groups at most;
// shapes come before lines. It gives the goal itself once it is there.
export function advance(drawn: readonly Group[], goal: Group[], most = mostAtOnce): Group[] {
  const known = new Map(drawn.map((g) => [g.id, g]))
  const other = goal.filter((g) => known.get(g.id) !== g)
  if (other.length <= most) return goal
  const now = new Set([...other.filter((g) => g.box), ...other.filter((g) => !g.box)].slice(0, most))
  return goal.flatMap((g) => (now.has(g) ? [g] : (known.get(g.id) ?? [])))
}
