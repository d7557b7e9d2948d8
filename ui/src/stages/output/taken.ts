// What was in an output when it was taken away last, in this browser: of each file a number that its text
// has, and hardly any other.

export type Taken = Record<string, number>

export type Since = { path: string; state: 'new' | 'changed' | 'gone' | 'same' }

// mark is the FNV-1a hash of a text (Fowler, Noll, Vo), with 32 bits.
export function mark(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}

export const takenNow = (files: { path: string; content: string }[]): Taken =>
  Object.fromEntries(files.map((f) => [f.path, mark(f.content)]))

// since tells what became of each file, those that are gone last. Where nothing was taken, nothing is new.
export function since(before: Taken | undefined, files: { path: string; content: string }[]): Since[] {
  const there = new Set(files.map((f) => f.path))
  return [
    ...files.map(({ path, content }): Since => {
      if (!before) return { path, state: 'same' }
      if (!Object.hasOwn(before, path)) return { path, state: 'new' }
      return { path, state: before[path] === mark(content) ? 'same' : 'changed' }
    }),
    ...Object.keys(before ?? {})
      .filter((path) => !there.has(path))
      .sort()
      .map((path): Since => ({ path, state: 'gone' })),
  ]
}

const key = (project: string, target: string) => `lexeon.taken.${project}.${target}`

export function lastTaken(project: string, target: string): Taken | undefined {
  try {
    return (JSON.parse(localStorage.getItem(key(project, target)) ?? 'null') as Taken | null) ?? undefined
  } catch {
    return undefined
  }
}

export function keepTaken(project: string, target: string, taken: Taken) {
  try {
    localStorage.setItem(key(project, target), JSON.stringify(taken))
  } catch {
    // a full store: the next visit does not know what was taken
  }
}
