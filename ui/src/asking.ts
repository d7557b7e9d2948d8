import { type Change, post } from './api'
import { projectPath, useStudio } from './state'

// ask asks the server what something would change, and does it. What is refused
// is said.
export async function ask(path: string, body: Record<string, unknown>, options: { said?: string; done?: () => void; none?: string } = {}): Promise<boolean> {
  const { submit, say } = useStudio.getState()
  try {
    const reply = await post<{ changes: Change[] }>(projectPath(path), body)
    if (reply.changes.length === 0) {
      if (options.none) say(options.none)
      options.done?.()
      return true
    }
    submit(reply.changes, { said: options.said, done: options.done })
    return true
  } catch (error) {
    say(error instanceof Error ? error.message : 'It cannot be done just now: the server does not answer.', 'error')
    return false
  }
}
