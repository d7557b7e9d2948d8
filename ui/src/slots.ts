import { type Change, type FeaturesReply, type Group, newId, post, type Problem, type Slot } from './api'
import { projectPath, type Scene, useStudio } from './state'

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

// commitSlot sends a new text. What is refused comes back into the editor, with
// the reason. An editor that was opened and left as it was writes nothing, even
// where the drawing has changed meanwhile.
export async function commitSlot(slot: Slot, value: string, before = textOf(slot)) {
  const { submit, edit, say } = useStudio.getState()
  const key = slotKey(slot)
  if (value === before) return
  written.set(key, value)
  const over = () => { if (written.get(key) === value) written.delete(key) }
  const failed = (problem: Problem) => {
    over()
    edit({ slot: key, value, error: problem.message })
  }
  let changes: Change[]
  switch (slot.field) {
    case 'name':
      changes = [{ type: 'setName', id: slot.row, name: value }]
      break
    case 'note':
      changes = [{ type: 'setNote', id: slot.row, text: value }]
      break
    case 'multiplicity':
      changes = [{ type: 'setEnd', id: slot.row, set: { multiplicity: value.trim() } }]
      break
    case 'condition':
      changes = [{ type: 'setRelationship', id: slot.row, set: { condition: value.trim() } }]
      break
    case 'role':
      changes = [{ type: 'setEnd', id: slot.row, set: { name: value.trim() } }]
      break
    default:
      try {
        changes = (await post<FeaturesReply>(projectPath('read/features'), { element: slot.row, text: value, seed: newId() })).changes
      } catch (error) {
        over()
        edit({ slot: key, value, error: error instanceof Error ? error.message : 'It could not be read.' })
        say('The features are not saved yet.', 'error')
        return
      }
  }
  submit(changes, { failed, done: over })
}
