import { type Candidate, newId } from '../../core/api'
import { ask } from '../../common/asking'

// Taking a candidate as something, and rejecting it.
export function accept(c: Candidate, kind: string, owner: string) {
  const choice = c.kinds.find((k) => k.kind === kind)
  const said =
    kind === 'performer'
      ? `What ${choice?.name ?? c.name} does is in the activity table.`
      : choice?.there
        ? `Traced to the ${choice.title} ${choice.name}.`
        : `${choice?.name ?? c.name} is ${article(choice?.title ?? kind)} now.`
  void ask(
    'previews/candidate',
    { key: c.key, kind, owner, seed: newId() },
    { said, none: 'It is traced to all of its sentences already.' },
  )
}

export function reject(c: Candidate) {
  void ask('previews/candidate', { key: c.key, reject: !c.rejected, back: c.rejected, seed: newId() })
}

// byDigit is what a digit takes a candidate as; the same digit means the same for every word.
export const byDigit = (c: Candidate, digit: string) => c.kinds.find((k) => String(k.digit) === digit)

// The class that a feature is likely of.
export const ownerOf = (c: Candidate, kind: string) => (kind === 'attribute' || kind === 'operation' ? (c.owners[0]?.id ?? '') : '')

// legend says what each digit means.
export function legend(candidates: Candidate[]): [digit: string, title: string][] {
  const titles = new Map<string, string>()
  for (const c of candidates) for (const k of c.kinds) if (k.digit < 8) titles.set(String(k.digit), k.title)
  return [...titles].sort(([a], [b]) => a.localeCompare(b))
}

// nextOf is the one behind it, or before it; undefined where it was the last.
export function nextOf(list: Candidate[], c: Candidate): string | undefined {
  const at = list.findIndex((o) => o.key === c.key)
  return (list[at + 1] ?? list[at - 1])?.key
}

function article(title: string): string {
  return `${/^[aeiou]/.test(title) ? 'an' : 'a'} ${title}`
}
