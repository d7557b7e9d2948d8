import { type Group } from '../core/api'

// What stands in what on a diagram: classes in packages and components, use cases in system
// boundaries, parts and ports at components, at any depth.

// holderOf is the innermost shape that a shape stands in or at.
function holderOf(group: Group, shapes: Group[]): Group | undefined {
  if (group.at) return shapes.find((g) => g.subject === group.at && !g.at)
  const around = shapes.filter((g) => g.holds?.includes(group.id))
  return around.find((g) => !around.some((o) => o !== g && g.holds?.includes(o.id)))
}

// tops are the shapes that stand in no other.
export function tops(shapes: Group[]): Group[] {
  return shapes.filter((g) => !holderOf(g, shapes))
}

// insideOf are the shapes that stand in a shape and in none that it holds.
export function insideOf(group: Group, shapes: Group[]): Group[] {
  return shapes.filter((g) => g !== group && holderOf(g, shapes) === group)
}
