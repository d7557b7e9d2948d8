import { type Change, type Group, newId, type Problem, type Slot } from '../core/api'
import { type Conflict, type Place } from '../core/queue'
import { type Scene, useStudio } from '../core/state'

// Editing text in place: which slot is under a point, and what a new text in it
// changes.

export const slotKey = (slot: Slot) => `${slot.row}|${slot.field}`

export function findSlot(scene: Scene | undefined, key: string): Slot | undefined {
  for (const g of scene?.groups ?? []) for (const s of g.slots ?? []) if (slotKey(s) === key) return s
  return undefined
}

export function slotAt(group: Group | undefined, x: number, y: number): Slot | undefined {
  return group?.slots?.find((s) => x >= s.rect.x && x <= s.rect.x + s.rect.w && y >= s.rect.y && y <= s.rect.y + s.rect.h)
}

// nextSlot is the next text of the same shape or line, the name first.
export function nextSlot(group: Group | undefined, slot: Slot, step: number): Slot | undefined {
  const list = [...(group?.slots ?? [])].sort((a, b) => Number(b.field === 'name') - Number(a.field === 'name'))
  return list[list.findIndex((s) => slotKey(s) === slotKey(slot)) + step]
}

// What was written, until the server has drawn it.
const written = new Map<string, string>()

// textOf is what an editor begins with: on a slow line the drawing still has the
// text from before.
export const textOf = (slot: Slot) => written.get(slotKey(slot)) ?? slot.value

// commitSlot sends a new text. What is refused comes back into the editor, with the
// reason and, where somebody else was first, with both texts. An editor that was
// opened and left as it was writes nothing, even where the drawing has changed
// meanwhile. base is the revision that was seen when the typing began.
export function commitSlot(slot: Slot, value: string, before = textOf(slot), base?: number, refused?: string) {
  const { submit, propose, giveUp, openDiagram } = useStudio.getState()
  const key = slotKey(slot)
  if (refused) giveUp(refused) // it is decided now, whichever way
  if (value === before && !refused) return
  written.set(key, value)
  const over = () => {
    if (written.get(key) === value) written.delete(key)
  }
  const place: Place = { row: slot.row, field: slot.field, text: value, slot: key, diagram: openDiagram, label: slot.title }
  const failed = (problem: Problem) => {
    over()
    const { editing, edit, openDiagram: now } = useStudio.getState()
    if (editing || now !== place.diagram) return // somebody writes elsewhere: it is listed with what could not be done
    const clientId = typeof problem.body.clientId === 'string' ? problem.body.clientId : undefined
    edit({ slot: key, value, error: problem.message, conflict: problem.body.conflict as Conflict | undefined, refused: clientId })
  }
  const options = { base, place, failed, done: over }
  const change = changeOf(slot, value)
  if (change) submit([change], options)
  else if (slot.field === 'name') void propose('previews/naming', { element: slot.row, text: value }, options)
  else void propose('previews/features', { element: slot.row, text: value, seed: newId() }, options)
}

// changeOf is what a text in a slot changes; none: a text of features, or a name with
// stereotypes in front of it, which have to be read first.
function changeOf(slot: Slot, value: string): Change | undefined {
  switch (slot.field) {
    case 'name': // what stands in front of it is read first
      return /«|<</.test(value) ? undefined : { type: 'setName', id: slot.row, name: value }
    case 'note':
      return { type: 'setNote', id: slot.row, text: value }
    case 'multiplicity':
      return { type: 'setEnd', id: slot.row, set: { multiplicity: value.trim() } }
    case 'condition':
      return { type: 'setRelationship', id: slot.row, set: { condition: value.trim() } }
    case 'role':
      return { type: 'setEnd', id: slot.row, set: { name: value.trim() } }
    default:
      return undefined
  }
}
