import { type DerivedTables } from '../core/types'

// What is selected on one sheet, as the other shows it: a class has become tables, and a table
// comes from classes, associations, attributes.

type Origins = Pick<DerivedTables, 'tables'>

export function tablesOf(selected: readonly string[], { tables }: Origins): string[] {
  // Its own tables, where it has any; else those in which it left columns.
  const own = tables.filter((t) => t.from[0] !== undefined && selected.includes(t.from[0]))
  return (own.length > 0 ? own : tables.filter((t) => t.from.some((id) => selected.includes(id)))).map((t) => t.id)
}

export function originsOf(selected: readonly string[], { tables }: Origins): string[] {
  return tables.filter((t) => selected.includes(t.id)).flatMap((t) => t.from)
}
