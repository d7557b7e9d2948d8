import { type Id, type Overview, type ScenePatch } from './types'
import { loadTexts, unwritten } from './openTexts'
import { answerHere } from './ask'
import { forgetProject, forgetQueue, keepDrawing, keepModel, keepQueue, keptDrawing, keptModel, keptQueues } from './keep'
import { takeLeft, whenLeaving } from './leaving'
import { Problem, Unreachable } from './problem'
import { type ChangedRow, program } from './program'
import { type Kept, pushedOf, Queue, type Refused, type Surroundings } from './queue'
import { type Drawn, server } from './server'
import { hold, takeOver } from './writer'

// A session is one open project: the core with its model, and the queue of what is
// pending. When another project is opened, what is still pending is sent all the same.

export type Session = { project: Id; queue: Queue; release: () => void }

export type Told = {
  changed: () => void
  refused: (refused: Refused) => void
  rows: (rows: ChangedRow[]) => void // that others wrote
  settled: (revision: number, program: string) => void
  waiting: (why: string) => void // the project cannot be opened yet, and why
}

// later waits, but not longer than until the browser says that the line is back.
const later = (milliseconds: number) =>
  new Promise<void>((resolve) => {
    const over = () => {
      clearTimeout(timer)
      window.removeEventListener('online', over)
      resolve()
    }
    const timer = setTimeout(over, milliseconds)
    window.addEventListener('online', over)
  })

let keeping: ReturnType<typeof setTimeout> | undefined

// open opens a project: from what was kept, where there is any, and the log since; else
// from the server. It tries again for as long as neither is there.
export async function open(project: Id, told: Told): Promise<Session> {
  let over: () => void = () => undefined
  answerHere(
    project,
    new Promise<void>((resolve) => {
      over = resolve
    }),
  )
  program.start()
  await takeLeft()
  const [kept, queues] = await Promise.all([keptModel(project), keptQueues(project)])
  const writers = await takeOver(project, queues)
  const revision = (kept && (await fromKept(project, kept))) ?? (await fromServer(project, told))
  const queue = new Queue(project, writers.mine.writer, revision, surroundings(project, told, true))
  const takeIn = async (left: Kept | undefined) => {
    if (!left) return
    queue.restore(left)
    for (const step of left.pending) await program.resume(pushedOf(step))
  }
  await takeIn(writers.own)
  await loadTexts(
    project,
    writers.mine.writer,
    writers.left.map((l) => l.kept.writer),
  )
  for (const { kept: left, held } of writers.left) {
    await takeIn(left)
    queue.persist()
    await queue.kept()
    await forgetQueue(project, left.writer)
    held.release()
  }
  over()
  const stays = whenLeaving(writers.mine.writer, () => ({ ...unwritten(), queue: queue.unwritten() }))
  return {
    project,
    queue,
    release: () => {
      stays()
      writers.mine.release()
    },
  }
}

// begin asks what is newer and sends what is pending. It ends when what is newer is
// there, or cannot be had.
export async function begin(session: Session): Promise<void> {
  await session.queue.catchUp()
  void session.queue.pump()
}

async function fromKept(project: Id, kept: { revision: number; rows: Uint8Array }): Promise<number | undefined> {
  try {
    await program.openProject(project, kept.revision, kept.rows)
    return kept.revision
  } catch (error) {
    if (error instanceof Problem) return undefined // packed by another version, or damaged
    throw error
  }
}

async function fromServer(project: Id, told: Told): Promise<number> {
  for (let pause = 500; ; pause = Math.min(pause * 1.6, 5000)) {
    try {
      const { revision, rows } = await server.rows(project)
      await program.openProject(project, revision, rows)
      void keepModel({ project, revision, rows })
      return revision
    } catch (error) {
      if (!(error instanceof Unreachable)) throw error
      told.waiting('The server does not answer. It is tried again.')
      await later(pause)
    }
  }
}

function surroundings(project: Id, told: Told, shown: boolean): Surroundings {
  // The core has one project at a time: what comes late for another one is not its own.
  const own = () => current === undefined || current.project === project
  return {
    server,
    core: shown
      ? {
          settle: async (log, drop) => {
            if (own()) told.rows(await program.settle(log, drop))
          },
          replace: async (revision, rows) => {
            if (own()) await program.openProject(project, revision, rows)
          },
        }
      : undefined,
    keep: keepQueue,
    wait: later,
    changed: told.changed,
    refused: told.refused,
    settled: (revision, version) => {
      told.settled(revision, version)
      if (shown) keepSoon()
    },
  }
}

let current: Session | undefined

// show makes a session the one that the page shows.
export function show(session: Session | undefined) {
  current = session
  if (!session) answerHere(undefined)
}

// leave closes a session. Its queue goes on until it is empty; then another window may
// take over the writer.
export function leave(session: Session) {
  if (current === session) show(undefined)
  clearTimeout(keeping)
  session.queue.around.core = undefined
  session.queue.around.changed = () => undefined
  session.queue.around.settled = () => undefined
  void session.queue
    .pump()
    .then(() => session.queue.kept())
    .then(session.release)
}

// keepSoon keeps the model now and then, so that opening it again asks only for what
// is newer.
function keepSoon() {
  clearTimeout(keeping)
  keeping = setTimeout(() => {
    const session = current
    if (!session) return
    void program
      .pack()
      .then(({ revision, rows }) => (current === session ? keepModel({ project: session.project, revision, rows }) : undefined))
  }, 4000)
}

// firstDrawn is what is shown until the core has drawn: what was seen last, or else what
// the server draws, which is there before the program is.
export const firstDrawn = async (project: Id, diagram: Id): Promise<Drawn | undefined> => {
  const kept = await keptDrawing(project, diagram)
  if (kept) return { overview: kept.overview as Overview, scene: kept.scene as ScenePatch, revision: kept.revision }
  return server.drawing(project, diagram).catch(() => undefined)
}
export const keepDrawn = (project: Id, { overview, scene, revision }: Drawn) =>
  keepDrawing({ project, diagram: scene.diagram, revision, overview, scene })
export const forget = forgetProject

// sendLeftovers sends what earlier windows left of projects that no window shows.
export async function sendLeftovers(except: Id | undefined) {
  await takeLeft()
  for (const kept of await keptQueues()) {
    if (kept.project === except || kept.pending.length === 0) continue
    const held = await hold(kept.project, kept.writer)
    if (!held) continue
    const nothing = () => undefined
    const queue = new Queue(
      kept.project,
      kept.writer,
      Math.max(0, ...kept.pending.map((s) => s.base)),
      surroundings(kept.project, { changed: nothing, refused: nothing, rows: nothing, settled: nothing, waiting: nothing }, false),
    )
    queue.restore(kept)
    void queue
      .pump()
      .then(() => queue.kept())
      .then(held.release)
  }
}
