import { type Id } from './types'
import { forgetText, keepText, keptTexts, type OpenText } from './keep'

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
  store(text)
}

export function closeOpen(key: string) {
  if (!texts.delete(key) || !project) return
  store({ project, key: `${writer}|${key}` })
}

// Letters come faster than a slow disk writes. What a text was meanwhile is left out,
// so that the changes that wait are not stored behind a long row of letters.
type Wanted = OpenText | { project: Id; key: string } // without a value: it is closed
const wanted = new Map<string, Wanted>()
let storing: Wanted | undefined // what is written just now

function store(text: Wanted) {
  wanted.set(`${text.project} ${text.key}`, text)
  if (!storing) void storeAll()
}

async function storeAll() {
  for (let next = first(); next; next = first()) {
    storing = next
    wanted.delete(`${next.project} ${next.key}`)
    await ('value' in next ? keepText(next) : forgetText(next.project, next.key))
  }
  storing = undefined
}

// unwritten is what is not kept as it stands: texts, and editors that were closed.
export function unwritten(): { texts: OpenText[]; closed: Wanted[] } {
  const all = storing ? [storing, ...wanted.values()] : []
  const last = new Map(all.map((w) => [`${w.project} ${w.key}`, w]))
  return { texts: [...last.values()].filter((w) => 'value' in w), closed: [...last.values()].filter((w) => !('value' in w)) }
}

const first = (): Wanted | undefined => wanted.values().next().value

export const openText = (key: string): OpenText | undefined => texts.get(key)
