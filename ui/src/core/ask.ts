import { Problem, Unreachable } from './problem'
import { program } from './program'

// One way to ask: what the core knows is asked of the core beside the page, the rest
// of the server. Both answer with the same values and the same problems.

// What only the server knows: findings, what the tagger reads, files, the log.
const serverOnly = new RegExp(
  `^/(${[
    'findings',
    'history',
    'file',
    'pictures',
    'output',
    'targets',
    'glossary',
    'activities\\.csv',
    'presence',
    'changes',
    'undo',
    'redo',
    'queue',
    'log',
    'rows',
    'brief/',
    'use-case-proposals',
    'tables/try',
    'previews/candidate',
    'previews/use-case$',
    'diagrams/[^/]+/(svg|png|pdf|scene)\\b',
  ].join('|')})`,
)

// here is the path below the open project, where the core answers it.
function here(path: string): string | undefined {
  const found = /^\/api\/projects\/([^/?]+)(\/[^?]*)(\?.*)?$/.exec(path)
  if (!found || found[1] !== openProject || serverOnly.test(found[2] ?? '')) return undefined
  return (found[2] ?? '') + (found[3] ?? '')
}

let openProject: string | undefined
let ready: Promise<unknown> = Promise.resolve()

// answerHere says which project the core has, or will have once it is ready.
export function answerHere(project: string | undefined, once: Promise<unknown> = Promise.resolve()) {
  openProject = project
  ready = once
}

let behind: Promise<unknown> | undefined

// catchingUp says until when the model may be older than the drawing that is shown.
export function catchingUp(until: Promise<unknown>) {
  const over = () => {
    if (behind === now) behind = undefined
  }
  const now = until.then(over, over)
  behind = now
}

// onWhatIsShown asks the core for something that it may refuse while its model is older
// than the drawing that is shown: then it is asked again once the model has caught up.
export async function onWhatIsShown<T>(ask: () => Promise<T>): Promise<T> {
  const until = behind
  try {
    return await ask()
  } catch (error) {
    if (!until || !(error instanceof Problem)) throw error
    await until
    return ask()
  }
}

const requestTimeout = 30_000

export async function requestRaw(path: string, init?: RequestInit): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(path, {
      ...init,
      signal: AbortSignal.any([AbortSignal.timeout(requestTimeout), ...(init?.signal ? [init.signal] : [])]),
    })
  } catch (error) {
    throw new Unreachable(error instanceof Error ? error.message : 'no answer')
  }
  if (answer.status === 503 || answer.status === 502 || answer.status === 504) throw new Unreachable('the server is not ready')
  if (answer.ok) return answer
  const type = answer.headers.get('Content-Type') ?? ''
  const body = type.includes('json') ? ((await answer.json().catch(() => ({}))) as Record<string, unknown>) : {}
  throw new Problem(answer.status, String(body.code ?? ''), String(body.detail ?? answer.statusText), body)
}

export async function request<T>(path: string, init?: RequestInit): Promise<T> {
  const local = here(path)
  if (local !== undefined) {
    await ready
    if (!init?.method || init.method === 'GET') return onWhatIsShown(() => program.read<T>(local, init?.signal ?? undefined))
    const json = new Headers(init.headers).get('Content-Type') === 'application/json'
    const body: unknown = json ? JSON.parse(String(init.body)) : String(init.body)
    return onWhatIsShown(() => program.propose<T>(local, body))
  }
  const answer = await requestRaw(path, init)
  if (answer.status === 204) return undefined as T
  try {
    return (await answer.json()) as T
  } catch (error) {
    throw new Unreachable(error instanceof Error ? error.message : 'the answer broke off')
  }
}

export function post<T>(path: string, body: unknown): Promise<T> {
  return request<T>(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })
}

// proposedHere is the path of a proposal, where the core can carry it out by itself.
export const proposedHere = here
