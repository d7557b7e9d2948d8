import { useRef, useState } from 'react'

import { type Activity, newId, type Table } from '../../core/api'
import { ask } from '../../common/asking'
import { useStudio } from '../../core/state'

// What was typed into the activity table and is not in it yet. It is shown at
// once, so that nobody waits between two cells; a cell that was refused keeps its
// text, and why.

export type Field = 'performer' | 'name' | 'inputs' | 'outputs' | 'processing' | 'sentences'
// Draft: revision is the state of what is shown that holds it; refused is the change that
// the server did not take.
export type Draft = { key: string; text: string; revision?: number; problem?: string; refused?: string }
export type Row = { id: string; kept?: Activity; drafts: Partial<Record<Field, Draft>> }

type Drafts = Record<string, Row['drafts']>

// textOf is what a cell shows: what was typed, or what the table holds.
export function textOf(row: Row | undefined, field: Field): string {
  return row?.drafts[field]?.text ?? keptText(row?.kept, field)
}

function keptText(row: Activity | undefined, field: Field): string {
  if (!row) return ''
  return field === 'sentences' ? row.sentences.join(' ') : row[field]
}

export function useDrafts(table: Table): {
  rows: Row[]
  write: (row: string, field: Field, text: string, base?: number) => string
  drop: (row: string, field?: Field) => void
} {
  const [drafts, setDrafts] = useState<Drafts>({})
  const made = useRef(new Set<string>()) // rows begun here
  const refused = useStudio((s) => s.refused)
  const listed = new Set(refused.map((r) => r.step.clientId)) // what could not be done and is not decided yet
  const change = (row: string, field: Field, draft: Draft | undefined) =>
    setDrafts((all) => {
      const cells = { ...all[row] }
      if (draft) cells[field] = draft
      else delete cells[field]
      const next = { ...all, [row]: cells }
      if (Object.keys(cells).length === 0) delete next[row]
      return next
    })

  // What the table holds by now is no draft any more.
  const open: Drafts = {}
  for (const [row, cells] of Object.entries(drafts)) {
    const left = Object.entries(cells).filter(
      ([, d]) =>
        (d.refused === undefined || listed.has(d.refused))
        && (d.problem !== undefined || d.revision === undefined || d.revision > table.revision),
    )
    if (left.length > 0) open[row] = Object.fromEntries(left)
  }
  // What was refused is told in its cell, after a reload too, until it is decided.
  for (const { step, problem } of refused) {
    const { row = '', field = '', text = '' } = step.place ?? {}
    if (fields.has(field) && !open[row]?.[field as Field])
      open[row] = { ...open[row], [field]: { key: step.clientId, text, problem: problem.detail, refused: step.clientId } }
  }
  const kept = new Set(table.rows.map((r) => r.id))
  const rows: Row[] = table.rows.map((r) => ({ id: r.id, kept: r, drafts: open[r.id] ?? none }))
  for (const id of Object.keys(open)) if (!kept.has(id)) rows.push({ id, drafts: open[id] ?? none })

  function write(into: string, field: Field, text: string, base?: number): string {
    const row = into === 'new' ? newId() : into
    if (into === 'new') made.current.add(row)
    const draft: Draft = { key: newId(), text: text.trim() }
    const before = open[row]?.[field]?.refused
    if (before) useStudio.getState().giveUp(before) // it is decided now
    change(row, field, draft)
    const settle = (result: Partial<Draft>) =>
      setDrafts((all) => {
        // Another text may stand in the cell meanwhile.
        const cells = all[row]
        return cells?.[field]?.key === draft.key ? { ...all, [row]: { ...cells, [field]: { ...draft, ...result } } } : all
      })
    const value = field === 'sentences' ? (text.match(/\d+/g) ?? []).map(Number) : draft.text
    void ask(
      'previews/activity',
      { id: row, new: made.current.has(row), seed: newId(), [field]: value },
      {
        base,
        place: { row, field, text: draft.text },
        done: ({ version }) => settle({ revision: version }),
        failed: (problem) =>
          settle({
            revision: undefined,
            problem: problem.message,
            refused: typeof problem.body.clientId === 'string' ? problem.body.clientId : undefined,
          }),
      },
    )
    return row
  }
  const drop = (row: string, field?: Field) => {
    for (const [name, d] of Object.entries(open[row] ?? {}))
      if (d.refused && (!field || name === field)) useStudio.getState().giveUp(d.refused)
    forget(row, field)
  }
  const forget = (row: string, field?: Field) =>
    field ? change(row, field, undefined) : setDrafts((all) => Object.fromEntries(Object.entries(all).filter(([id]) => id !== row)))
  return { rows, write, drop }
}

const none: Row['drafts'] = {}
const fields = new Set<string>(['performer', 'name', 'inputs', 'outputs', 'processing', 'sentences'])
