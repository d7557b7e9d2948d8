import { type Id } from './api'
import { forgetText, keepText, keptTexts, type OpenText } from './core/keep'

// What stands in an editor that is open outlives a reload and a crash. A text is kept
// under its writer, so that a window that is alive is not disturbed by another one.

const texts = new Map<string, OpenText>()
let project: Id | undefined
let writer: Id | undefined

// loadTexts reads what the writers left that this window goes on as.
export async function loadTexts(of: Id, mine: Id, left: Id[]) {
  texts.clear()
  project = of
  writer = mine
  for (const text of await keptTexts(of)) {
    const [by = '', ...rest] = text.key.split('|')
    if (by !== mine && !left.includes(by)) continue
    texts.set(rest.join('|'), text)
    if (by !== mine) {
      void forgetText(of, text.key)
      void keepText({ ...text, key: `${mine}|${rest.join('|')}` })
    }
  }
}

export function keepOpen(key: string, value: string, base: number) {
  if (!project || !writer) return
  const text = { project, key: `${writer}|${key}`, value, base, at: Date.now() }
  texts.set(key, text)
  void keepText(text)
}

export function closeOpen(key: string) {
  if (!texts.delete(key) || !project) return
  void forgetText(project, `${writer}|${key}`)
}

export const openText = (key: string): OpenText | undefined => texts.get(key)
