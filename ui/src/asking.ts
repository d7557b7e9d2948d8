import { type Change, post, Problem, Unreachable } from './api'
import { projectPath, useStudio } from './state'

type Reply = { changes: Change[] } & Record<string, unknown>
type Options = { said?: string | ((reply: Reply) => string | undefined); none?: string; done?: (revision: number) => void; failed?: (message: string) => void }

// One question after the other, each answered by the model that the one before
// it left behind.
let turn: Promise<unknown> = Promise.resolve()
let opened = 0

// ask asks the server what something would change, and does it. What is refused
// is said. It tells whether it was done.
export function ask(path: string, body: Record<string, unknown>, options: Options = {}): Promise<boolean> {
  const state = useStudio.getState()
  if (opened !== state.opened) { // what another project still waits for concerns this one no more
    opened = state.opened
    turn = Promise.resolve()
  }
  const mine = opened
  const here = () => useStudio.getState().opened === mine
  count(1)
  const asked = turn.then(() => run(projectPath(path), body, options, here)).finally(() => here() && count(-1))
  turn = asked
  return asked
}

function count(by: number) {
  useStudio.setState((s) => ({ asking: s.asking + by }))
}

async function run(path: string, body: Record<string, unknown>, options: Options, here: () => boolean): Promise<boolean> {
  const { submit, say } = useStudio.getState()
  let reply: Reply | undefined
  for (let pause = 250; !reply; pause = Math.min(pause * 1.6, 3000)) {
    if (!here()) return false
    try {
      reply = await post<Reply>(path, body)
    } catch (error) {
      if (!(error instanceof Unreachable)) {
        const message = error instanceof Problem ? error.message : 'It cannot be done just now.'
        say(message, 'error')
        options.failed?.(message)
        return false
      }
      useStudio.setState({ reachable: false })
      await new Promise((resolve) => setTimeout(resolve, pause))
    }
  }
  if (!here()) return false
  useStudio.setState({ reachable: true })
  const answered = reply
  if (answered.changes.length === 0) {
    if (options.none) say(options.none)
    options.done?.(useStudio.getState().revision)
    return true
  }
  return new Promise((resolve) => {
    submit(answered.changes, {
      said: typeof options.said === 'function' ? options.said(answered) : options.said,
      done: ({ revision }) => { options.done?.(revision); resolve(true) },
      failed: (problem) => { options.failed?.(problem.message); resolve(false) },
    })
  })
}
