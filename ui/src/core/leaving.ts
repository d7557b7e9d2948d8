import { type Id } from './types'
import { forgetText, keepQueue, keepText, type OpenText } from './keep'
import { type Kept } from './queue'

// What is kept is written behind the hands. Whoever reloads within that moment leaves
// before it is written: then it is put down in the one place that is written at once, and
// taken from there when a page opens again.

const prefix = 'lexeon.leaving.'

export type Left = { texts: OpenText[]; closed: { project: Id; key: string }[]; queue?: Kept }

// whenLeaving puts down what is not written yet when the window goes. It gives what ends
// that.
export function whenLeaving(writer: Id, unwritten: () => Left): () => void {
  const leave = () => {
    const left = unwritten()
    if (left.texts.length + left.closed.length === 0 && !left.queue) return
    try {
      localStorage.setItem(prefix + writer, JSON.stringify(left))
    } catch {
      // It is full, or the browser keeps nothing: what was written before is all there is.
    }
  }
  const back = () => {
    localStorage.removeItem(prefix + writer)
  } // it goes on after all
  window.addEventListener('pagehide', leave)
  window.addEventListener('pageshow', back)
  return () => {
    window.removeEventListener('pagehide', leave)
    window.removeEventListener('pageshow', back)
  }
}

// takeLeft writes what windows put down when they went to where everything is kept.
export async function takeLeft(): Promise<void> {
  let keys: string[] = []
  try {
    keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix))
  } catch {
    return // this browser keeps nothing
  }
  for (const key of keys) {
    const text = localStorage.getItem(key)
    if (!text) continue
    try {
      const left = JSON.parse(text) as Left
      if (left.queue) await keepQueue(left.queue)
      for (const open of left.texts) await keepText(open)
      for (const { project, key: closed } of left.closed) await forgetText(project, closed)
    } catch {
      // It was damaged, or cannot be kept.
    }
    localStorage.removeItem(key)
  }
}
