import { type Change, newId, post } from '../core/api'
import { projectPath, useStudio } from '../core/state'
import { go } from '../common/router'

// openInside opens a component: the diagram of its inside is made where there is none.
export async function openInside(component: string) {
  const { submit, say, overview } = useStudio.getState()
  try {
    const reply = await post<{ changes: Change[]; diagram: string }>(projectPath('previews/inside'), { component, seed: newId() })
    const open = () => go(`/p/${overview?.id}/d/${reply.diagram}`)
    if (reply.changes.length) submit(reply.changes, { done: open })
    else open()
  } catch (error) {
    say(error instanceof Error ? error.message : 'It cannot be opened just now.', 'error')
  }
}
