import { type Output } from '../../core/types'

export type Part = NonNullable<Output['files'][number]['parts']>[number]

// partAt is what a line was made from; undefined: it is of the whole file.
export const partAt = (parts: Part[], line: number) => parts.find((p) => p.lines.some((r) => r.first <= line && line <= r.last))

// selectedPart is the part that is selected on the sheet: itself, or the only one of what is.
export const selectedPart = (parts: Part[], selection: readonly string[]) => parts.find((p) => selection.includes(p.from.id))

export const runs = (part: Part) => part.lines.map((r) => (r.first === r.last ? `${r.first}` : `${r.first}–${r.last}`)).join(', ')

type SourceFile = Output['files'][number]

// fileOf is the file that was made from what is selected, else the first that holds it; none while nothing is selected.
export function fileOf(files: SourceFile[], selected: string | undefined): SourceFile | undefined {
  if (selected === undefined) return undefined
  return files.find((f) => f.from?.id === selected) ?? files.find((f) => selectedPart(f.parts ?? [], [selected]))
}
