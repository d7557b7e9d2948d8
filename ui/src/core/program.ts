import { type Change, type Id, type ScenePatch } from './types'
import { type CallMessage, type WorkerMessage } from './messages'
import { Problem } from './problem'

// The core, as the page calls it. Calls of the hands go at once and in order; reading
// waits until the hands are answered, one question at a time.

export type RowState = Record<string, unknown>
export type Effect = { summary: string; rows: ChangedRow[]; inverse: RowState[]; added?: Change[]; near?: NearName[] }
// NearName is a name that was just written, and most likely meant for a known one.
export type NearName = { name: string; known: string; changes?: Change[] }
export type ChangedRow = { table: string; id: Id; removed?: boolean }
export type State = { version: number; revision: number; scene?: ScenePatch; gone?: boolean }
export type Logged = { revision: number; clientId: Id; states: RowState[] }
export type Done = { reply: Record<string, unknown>; changes: Change[]; effect?: Effect }
export type Pushed = { clientId: Id; changes?: Change[]; restore?: RowState[] }

type Answer = { value?: unknown; problem?: { code: string; detail: string; subject?: Id; field?: string }; state?: State }
type Reply = Answer & { data?: Uint8Array }
type Read = { key: string; send: () => Promise<unknown> }

export class Program {
  private worker?: Worker
  private next = 0
  private readonly open = new Map<number, (reply: Reply) => void>()
  private readonly reads: Read[] = []
  private reading = false
  onState: (state: State) => void = () => undefined
  onLoaded: () => void = () => undefined // the core is there and answers
  onFailed: (why: string) => void = () => undefined

  // start makes the worker; calls may be made at once and are answered when it is
  // ready.
  start() {
    if (this.worker) return
    this.worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    this.worker.onmessage = (e: MessageEvent<WorkerMessage>) => {
      const message = e.data
      if ('failed' in message) return this.onFailed(message.failed)
      if ('ready' in message) return this.onLoaded()
      const take = this.open.get(message.id)
      this.open.delete(message.id)
      take?.({ ...(JSON.parse(message.text) as Answer), data: message.data })
    }
    this.worker.onerror = (e) => this.onFailed(e.message)
  }

  private send(name: string, request: unknown, data?: Uint8Array): Promise<Reply> {
    this.start()
    const id = ++this.next
    return new Promise((resolve) => {
      this.open.set(id, (reply) => {
        if (reply.state) this.onState(reply.state)
        resolve(reply)
        if (this.open.size === 0) void this.readNext()
      })
      const call: CallMessage = { id, name, request: JSON.stringify(request), data }
      this.worker?.postMessage(call)
    })
  }

  private async call<T>(name: string, request: unknown, data?: Uint8Array): Promise<T> {
    const { value, problem } = await this.send(name, request, data)
    if (problem) throw new Problem(statusOf[problem.code] ?? 422, problem.code, problem.detail, problem)
    return value as T
  }

  openProject(project: Id, revision: number, rows: Uint8Array): Promise<void> {
    return this.call('open', { project, revision }, rows)
  }
  openDiagram(diagram: Id | undefined, whole: boolean): Promise<void> {
    return this.call('diagram', { diagram: diagram ?? '', whole })
  }
  push(step: Pushed): Promise<Effect> {
    return this.call('push', step)
  }
  resume(step: Pushed): Promise<void> {
    return this.call('push', { ...step, resume: true })
  }
  // carryOut asks for a proposal and pushes its changes in one step.
  carryOut(clientId: Id, path: string, body: unknown): Promise<Done> {
    return this.call('do', { clientId, path, ...bodyOf(body) })
  }
  settle(log: Logged[], drop: Id[]): Promise<ChangedRow[]> {
    return this.call<ChangedRow[] | undefined>('settle', { log, drop }).then((rows) => rows ?? [])
  }
  // propose asks without changing anything; the hands wait for it.
  propose<T>(path: string, body: unknown): Promise<T> {
    return this.call('ask', { method: 'POST', path, ...bodyOf(body) })
  }
  async pack(): Promise<{ revision: number; rows: Uint8Array }> {
    const { value, data } = await this.send('pack', {})
    return { revision: (value as { revision: number }).revision, rows: data ?? new Uint8Array() }
  }

  // read asks for a view when the hands are still. What is given up before its turn is
  // not asked.
  read<T>(path: string, signal?: AbortSignal): Promise<T> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) return reject(signal.reason as Error)
      const read = { key: path, send: () => this.call<T>('ask', { method: 'GET', path }).then(resolve, reject) }
      this.reads.push(read)
      signal?.addEventListener('abort', () => {
        const at = this.reads.indexOf(read)
        if (at >= 0) this.reads.splice(at, 1)
        reject(signal.reason as Error)
      })
      if (this.open.size === 0) void this.readNext()
    })
  }

  private async readNext() {
    if (this.reading) return
    this.reading = true
    try {
      for (let read = this.reads.shift(); read; read = this.open.size === 0 ? this.reads.shift() : undefined) await read.send()
    } finally {
      this.reading = false
    }
    if (this.open.size === 0 && this.reads.length > 0) void this.readNext()
  }
}

const statusOf: Record<string, number> = { missing: 404, exists: 409, conflict: 409, tooLarge: 413 }

const bodyOf = (body: unknown) => (typeof body === 'string' ? { text: body } : { body })

export const program = new Program()
