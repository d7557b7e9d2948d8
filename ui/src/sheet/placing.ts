import { type Change, newId, type Point, post } from '../core/api'
import { projectPath, useStudio } from '../core/state'

// showElement shows an element that exists on a diagram; its relations to what is
// there follow on request. Dropped into a component it goes into that.
export async function showElement(id: string, diagram: string, at?: Point, relations = false, onHeld?: (component: string) => void) {
  const { submit, select, say } = useStudio.getState()
  const ask = (withRelations: boolean) =>
    post<{ changes: Change[]; home?: string }>(projectPath('previews/placement'), {
      subject: id,
      diagram,
      seed: newId(),
      relations: withRelations,
      ...(at ? { x: at.x, y: at.y } : {}),
    })
  try {
    const reply = await ask(relations)
    if (reply.changes.length === 0) {
      select(id)
      return say(relations ? 'All of its relations to what is here are shown already.' : 'It is on this diagram already.')
    }
    submit(reply.changes, {
      done: () => {
        select(id)
        if (reply.home && onHeld) return onHeld(reply.home)
        if (relations) return
        void ask(true).then(
          (more) => {
            const n = more.changes.length
            if (n)
              say(`It has ${n === 1 ? 'a relation' : `${n} relations`} to what is shown here.`, 'info', {
                label: n === 1 ? 'Show it' : 'Show them',
                run: () => void showElement(id, diagram, undefined, true),
              })
          },
          () => undefined,
        )
      },
    })
  } catch (error) {
    say(error instanceof Error ? error.message : 'It cannot be shown just now.', 'error')
  }
}
