import { type Change, type Id } from './types'
import { Problem, Unreachable } from './problem'
import { type Logged, type Pushed, type RowState } from './program'

// The changes of one window to one project that the server has not confirmed, in the
// order in which they were made. They leave by their client id, never by their place.

// Place is where a text was typed, so that it can be brought back there.
export type Place = { row: Id; field: string; text: string; slot?: string; diagram?: Id; label?: string }

export type Step = {
  clientId: Id
  writer: Id
  base: number // the revision that the person saw when it began
  summary: string
  changes?: Change[]
  undoes?: Id // an undo, or a redo: the client id of what it takes back
  redo?: boolean
  restore?: RowState[] // what an undo is foreseen to do
  place?: Place
}

export type Refused = { step: Step; problem: { code: string; detail: string; conflict?: Conflict } }
export type Conflict = { who: string; what: string; row: Id; field?: string; theirs: string; yours: string; revision: number }

// Item of what can be undone or done again. Of an undo, target is what it took back.
export type Item = { clientId: Id; summary: string; inverse: RowState[]; target?: Item }

export type Outcome = { clientId: Id; revision?: number; summary?: string; problem?: Refused['problem'] & { status: number } }
export type LogReply = { revision: number; log: Logged[]; whole?: boolean; program: string }
export type QueueReply = LogReply & { outcomes: Outcome[] }

export type Kept = { writer: Id; project: Id; pending: Step[]; refused: Refused[]; undo: Item[]; redo: Item[] }

export interface Core {
  settle(log: Logged[], drop: Id[]): Promise<unknown>
  replace(revision: number, rows: Uint8Array): Promise<unknown>
}

export interface Server {
  send(project: Id, since: number, steps: Step[]): Promise<QueueReply>
  log(project: Id, since: number): Promise<LogReply>
  rows(project: Id): Promise<{ revision: number; rows: Uint8Array }>
}

export interface Surroundings {
  server: Server
  core?: Core // none: the project is not shown any more, and its changes are sent all the same
  keep: (kept: Kept) => Promise<void>
  wait: (milliseconds: number) => Promise<void>
  changed: () => void // something that a person is told of
  refused: (refused: Refused) => void
  settled: (revision: number, program: string) => void
}

const most = 50 // steps in one request
const mostUndo = 100

export class Queue {
  pending: Step[] = []
  refused: Refused[] = []
  undo: Item[] = []
  redo: Item[] = []
  online = true
  // stopped says why nothing is sent any more.
  stopped?: 'otherProgram' | 'gone'
  unkept = false // the browser stores nothing
  private turn: Promise<void> = Promise.resolve()
  private pumping = false
  private heard = 0
  private saving?: Promise<void>
  private saveAgain = false

  constructor(
    readonly project: Id,
    readonly writer: Id,
    public revision: number,
    readonly around: Surroundings,
  ) {}

  // restore takes over what was kept of a window that is gone.
  restore(kept: Kept) {
    this.pending = [...this.pending, ...kept.pending]
    this.refused = [...this.refused, ...kept.refused]
    if (kept.writer === this.writer) {
      this.undo = kept.undo
      this.redo = kept.redo
    }
  }

  // add puts a step that the core took behind all others.
  add(step: Step, inverse: RowState[], target?: Item) {
    this.pending = [...this.pending, step]
    const item: Item = { clientId: step.clientId, summary: step.summary, inverse }
    if (step.redo && target?.target) this.undo = [...this.undo, { ...target.target, inverse }].slice(-mostUndo)
    else if (step.undoes && target) this.redo = [...this.redo, { ...item, target }].slice(-mostUndo)
    else {
      this.undo = [...this.undo, item].slice(-mostUndo)
      this.redo = []
    }
    this.keep()
    this.around.changed()
    void this.pump()
  }

  drop(clientId: Id) {
    this.refused = this.refused.filter((r) => r.step.clientId !== clientId)
    this.keep()
    this.around.changed()
  }

  // keeping tells whether something of this queue is not stored yet: a reload would lose it.
  get keeping() {
    return this.saving !== undefined
  }

  // kept resolves when what is pending now is stored.
  async kept() {
    while (this.saving) await this.saving
  }

  persist() {
    this.keep()
  }

  // unwritten is what waits, where it is not kept as it stands.
  unwritten(): Kept | undefined {
    if (!this.saving && !this.unkept) return undefined
    const { writer, project, pending, refused, undo, redo } = this
    return { writer, project, pending, refused, undo, redo }
  }

  private keep() {
    if (this.saving) {
      this.saveAgain = true
      return
    }
    const { writer, project, pending, refused, undo, redo } = this
    this.saving = this.around
      .keep({ writer, project, pending, refused, undo, redo })
      .then(
        () => {
          this.unkept = false
        },
        () => {
          this.unkept = true
        }, // where nothing can be stored, a reload loses what is pending; the page says so
      )
      .then(() => {
        this.saving = undefined
        if (this.saveAgain) {
          this.saveAgain = false
          this.keep()
        } else {
          this.around.changed()
        }
      })
  }

  // inTurn runs one exchange with the server after the other.
  private inTurn(what: () => Promise<void>): Promise<void> {
    const mine = this.turn.then(what)
    this.turn = mine.catch(() => undefined)
    return mine
  }

  // pump sends until nothing waits. It tries again for as long as the server cannot
  // be reached.
  async pump(): Promise<void> {
    if (this.pumping || this.stopped) return
    this.pumping = true
    let pause = 250
    let size = most
    try {
      while (this.pending.length > 0 && !this.stopped) {
        try {
          await this.inTurn(async () => {
            const steps = this.pending.slice(0, size)
            if (steps.length > 0) await this.take(await this.around.server.send(this.project, this.revision, steps))
          })
          pause = 250
          size = most
        } catch (error) {
          if (error instanceof Unreachable) {
            this.reached(false)
            await this.around.wait(pause)
            pause = Math.min(pause * 1.6, 3000)
          } else if (error instanceof Problem && error.code === 'otherProgram') {
            this.stop('otherProgram')
          } else if (error instanceof Problem && error.status === 404) {
            this.stop('gone')
          } else if (size > 1) {
            size = 1 // one of them cannot even be read: which?
          } else {
            await this.inTurn(() => this.refuseFirst(error))
          }
        }
      }
    } finally {
      this.pumping = false
    }
    if (this.heard > this.revision) void this.hear(this.heard)
  }

  private stop(why: 'otherProgram' | 'gone') {
    this.stopped = why
    this.around.changed()
  }

  private reached(online: boolean) {
    if (this.online === online) return
    this.online = online
    this.around.changed()
  }

  private async refuseFirst(error: unknown) {
    const [step] = this.pending
    if (!step) return
    const problem =
      error instanceof Problem
        ? { code: error.code, detail: error.message }
        : { code: 'internal', detail: error instanceof Error ? error.message : 'It cannot be sent.' }
    await this.leave([{ clientId: step.clientId, problem: { ...problem, status: 0 } }], { revision: this.revision, log: [], program: '' })
  }

  private async take(reply: QueueReply) {
    await this.leave(reply.outcomes, reply)
    this.around.settled(this.revision, reply.program)
  }

  // leave takes out what the server has decided, and moves on to what it logged. What
  // the log shows has been done, whether its answer came or not.
  private async leave(outcomes: Outcome[], reply: LogReply) {
    this.reached(true)
    const decided = new Map<Id, Outcome>(outcomes.map((o) => [o.clientId, o]))
    for (const e of reply.log) if (!decided.has(e.clientId)) decided.set(e.clientId, { clientId: e.clientId, revision: e.revision })
    const gone = this.pending.filter((s) => decided.has(s.clientId))
    this.pending = this.pending.filter((s) => !decided.has(s.clientId))
    const refused: Refused[] = []
    for (const step of gone) {
      const problem = decided.get(step.clientId)?.problem
      if (problem) refused.push({ step, problem })
    }
    const lost = new Set(refused.map((r) => r.step.clientId))
    if (lost.size > 0) {
      // What was refused cannot be undone; an undo that was refused cannot be done again.
      this.undo = this.undo.filter((i) => !lost.has(i.clientId))
      this.redo = this.redo.filter((i) => !lost.has(i.clientId) && !(i.target && lost.has(i.target.clientId)))
      // An undo of something that was refused, or that is refused itself, has nothing to say.
      this.refused = [...this.refused, ...refused.filter((r) => !r.step.undoes)]
    }
    this.keep()
    try {
      await this.moveOn(
        reply,
        gone.map((s) => s.clientId),
      )
    } finally {
      // whatever the core says, a person is told what was refused
      for (const r of refused) this.around.refused(r)
      this.around.changed()
    }
  }

  // moveOn brings what is confirmed to the revision of a reply.
  private async moveOn(reply: LogReply, drop: Id[]) {
    const { core } = this.around
    if (reply.whole && core) {
      const { revision, rows } = await this.around.server.rows(this.project)
      await core.settle([], drop)
      await core.replace(revision, rows)
      this.revision = revision
    } else if (core && (reply.log.length > 0 || drop.length > 0)) {
      try {
        await core.settle(reply.log, drop)
        this.revision = Math.max(this.revision, reply.revision)
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        const { revision, rows } = await this.around.server.rows(this.project) // it does not fit: the whole model heals it
        await core.settle([], drop)
        await core.replace(revision, rows)
        this.revision = revision
      }
    } else {
      this.revision = Math.max(this.revision, reply.revision)
    }
  }

  // hear is told of a revision, by an event or by another window.
  async hear(revision: number): Promise<void> {
    this.heard = Math.max(this.heard, revision)
    if (this.pumping || this.stopped || this.heard <= this.revision) return
    await this.catchUp()
  }

  // catchUp asks what was logged since, whatever was heard.
  async catchUp(): Promise<void> {
    try {
      await this.inTurn(async () => {
        const reply = await this.around.server.log(this.project, this.revision)
        await this.leave([], reply)
        this.around.settled(this.revision, reply.program)
      })
      if (this.pending.length > 0) void this.pump()
    } catch (error) {
      if (error instanceof Unreachable) return this.reached(false)
      if (error instanceof Problem && error.status === 404) return this.stop('gone')
      throw error
    }
  }
}

// pushedOf is a step as the core takes it.
export const pushedOf = (step: Step): Pushed => ({ clientId: step.clientId, changes: step.changes, restore: step.restore })
