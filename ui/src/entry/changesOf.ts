import { type Change, type EntryField } from '../core/api'
import { type Question } from '../common/Kept'

// changesOf are the changes that a new value of a field makes: its own, with the value put
// where it belongs.
export function changesOf(field: EntryField, value: string): Change[] {
  const choice = field.choices?.find((c) => c.value === value && c.changes)
  if (choice) return choice.changes ?? []
  if (!field.member) return (value ? field.on : field.off) ?? []
  const change = structuredClone(field.change?.[0] ?? {}) as Record<string, unknown>
  const path = field.member.split('.')
  const last = path.pop() ?? ''
  let at = change
  for (const name of path) at = at[name] = (at[name] ?? {}) as Record<string, unknown>
  at[last] = written(field, value)
  return [change as unknown as Change]
}

const written = (field: EntryField, value: string): unknown => {
  if (field.as === 'truth') return value !== ''
  if (field.as !== 'list') return value
  // Guillemets are how stereotypes are drawn, not part of their names.
  const names = value.split(',').map((name) => name.replace(/[«»]/g, '').trim())
  return [...new Set(names.filter(Boolean))]
}

// questionOf is what has to be asked for a text: stereotypes may stand in front of a name.
export function questionOf(field: EntryField, value: string): Question | undefined {
  const [change] = changesOf(field, value)
  if (change?.type !== 'setName' || !/«|<</.test(value)) return undefined
  return { path: 'previews/naming', body: { element: change.id, text: value } }
}
