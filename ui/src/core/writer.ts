import { newId } from './ids'
import { type Id } from './types'
import { type Kept } from './queue'

// A writer is one window's queue to one project. It holds a lock for as long as it is
// open, so that after a crash exactly one window takes over what it left.

export type Held = { writer: Id; release: () => void }

const lockName = (project: Id, writer: Id) => `lexeon.writer.${project}.${writer}`

// hold takes the lock of a writer, if nobody has it.
export function hold(project: Id, writer: Id): Promise<Held | undefined> {
  if (!navigator.locks) return Promise.resolve(holdWithoutLocks(project, writer))
  return new Promise((resolve) => {
    void navigator.locks.request(lockName(project, writer), { ifAvailable: true }, (lock) => {
      if (!lock) return resolve(undefined)
      return new Promise<void>((release) => resolve({ writer, release }))
    })
  })
}

// Without locks (an address that is not secure) a window finds only its own writer
// again, by what it remembers itself.
const ownKey = (project: Id) => `lexeon.writer.${project}`
function holdWithoutLocks(project: Id, writer: Id): Held | undefined {
  const own = sessionStorage.getItem(ownKey(project))
  if (own && own !== writer) return undefined
  sessionStorage.setItem(ownKey(project), writer)
  return { writer, release: () => undefined }
}

// takeOver finds the writer that this window goes on as, and what others left that
// are gone. Each of those is held until its changes are in this window's queue.
export async function takeOver(project: Id, kept: Kept[]): Promise<{ mine: Held; own?: Kept; left: { kept: Kept; held: Held }[] }> {
  let mine: Held | undefined
  let own: Kept | undefined
  const left: { kept: Kept; held: Held }[] = []
  const session = sessionStorage.getItem(`lexeon.session.${project}`)
  const weight = (k: Kept) => Number(k.writer === session) * 1e6 + k.pending.length * 1000 + k.refused.length * 1000 + k.undo.length
  for (const k of [...kept].sort((a, b) => weight(b) - weight(a))) {
    const held = await hold(project, k.writer)
    if (!held) continue
    if (!mine) {
      mine = held
      own = k
    } else if (k.pending.length + k.refused.length > 0) {
      left.push({ kept: k, held })
    } else {
      held.release()
    }
  }
  if (!mine) {
    const writer = newId()
    mine = (await hold(project, writer)) ?? { writer, release: () => undefined }
  }
  sessionStorage.setItem(`lexeon.session.${project}`, mine.writer)
  return { mine, own, left }
}
