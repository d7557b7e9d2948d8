import { type KeyboardEvent, useRef, useState } from 'react'
import { type Brief, type BriefReading, type Candidate, newId } from '../../core/api'
import { ask } from '../../common/asking'
import { TabSet } from '../../common/TabSet'
import { Proposed } from './Proposed'
import { Plain } from './Plain'

type Shown = 'noun' | 'verb' | 'rows' | 'unsourced'

// The candidates: one keystroke each. Arrows go through them, a number accepts as
// the kind of that number, x rejects.
export function Candidates({
  brief,
  found,
  chosen,
  onChoose,
}: {
  brief: Brief
  found?: BriefReading
  chosen?: Candidate
  onChoose: (key: string) => void
}) {
  const [tab, setTab] = useState<Shown>('noun')
  const [rejected, setRejected] = useState(false)
  const list = useRef<HTMLUListElement>(null)
  const candidates = found?.candidates ?? []
  const all = candidates.filter((c) => c.word === tab)
  const open = all.filter((c) => (rejected ? c.rejected : !c.rejected && !c.traced))
  const rows = (found?.rows ?? []).filter((r) => !r.there)

  function accept(c: Candidate, kind: string, owner = '') {
    const choice = c.kinds.find((k) => k.kind === kind)
    void ask(
      'previews/candidate',
      { key: c.key, kind, owner, seed: newId() },
      {
        said: choice?.there
          ? `Traced to the ${choice.title} ${choice.name}.`
          : `${choice?.name ?? c.name} is ${article(choice?.title ?? kind)} now.`,
        none: 'It is traced to all of its sentences already.',
        done: () => onChoose(nextOf(open, c)),
      },
    )
  }
  const reject = (c: Candidate) =>
    void ask(
      'previews/candidate',
      { key: c.key, reject: !c.rejected, back: c.rejected, seed: newId() },
      { done: () => onChoose(nextOf(open, c)) },
    )

  function keys(e: KeyboardEvent) {
    const at = open.findIndex((c) => c.key === chosen?.key)
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      const next = open[Math.max(0, Math.min(open.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))]
      if (next) {
        onChoose(next.key)
        const s = next.sentences[0]
        if (s) document.getElementById(`sentence-${s}`)?.scrollIntoView({ block: 'nearest' })
        list.current?.querySelector(`[data-key="${CSS.escape(next.key)}"]`)?.scrollIntoView({ block: 'nearest' })
      }
    } else if (chosen && /^[1-9]$/.test(e.key)) {
      const kind = chosen.kinds[Number(e.key) - 1]
      if (!kind) return
      accept(chosen, kind.kind, chosen.owners[0]?.id)
    } else if (chosen && e.key === 'x') reject(chosen)
    else return
    e.preventDefault()
  }

  const left = (word: string) => candidates.filter((c) => c.word === word && !c.rejected && !c.traced).length
  const tabs = [
    ['noun', `Nouns ${left('noun')}`],
    ['verb', `Verbs ${left('verb')}`],
    ['rows', `Activities ${rows.length}`],
    ['unsourced', `No source ${brief.unsourced.length}`],
  ] as const

  return (
    <aside aria-label="Candidates" className="flex min-h-0 flex-col border-l border-rule bg-paper">
      <TabSet
        label="What to look at"
        tabs={tabs}
        value={tab}
        onChange={setTab}
        className="flex min-h-0 flex-1 flex-col"
        row="border-b border-rule p-2"
      >
        {(tab === 'noun' || tab === 'verb') && (
          <>
            <p className="px-3 pt-2 text-sm text-faint">
              Arrow keys go on, <kbd className="font-mono">1</kbd>–<kbd className="font-mono">6</kbd> accepts,{' '}
              <kbd className="font-mono">x</kbd> rejects.
            </p>
            <ul
              ref={list}
              className="min-h-0 flex-1 overflow-y-auto p-2"
              tabIndex={0}
              aria-label={tab === 'noun' ? 'Nouns' : 'Verbs'}
              onKeyDown={keys}
            >
              {open.length === 0 && (
                <li className="p-2 text-faint">{rejected ? 'Nothing was rejected.' : 'Nothing is left to decide here.'}</li>
              )}
              {open.map((c) => (
                <li key={c.key} data-key={c.key} className={`px-2 py-1 ${c.key === chosen?.key ? 'bg-tint' : ''}`}>
                  <button
                    className="flex w-full items-baseline justify-between text-left"
                    aria-expanded={c.key === chosen?.key}
                    onClick={() => onChoose(c.key)}
                  >
                    <span className="break-words">
                      {c.subject && <span className="text-faint">{c.subject} </span>}
                      {c.name}
                    </span>
                    <span className="pl-2 text-sm whitespace-nowrap text-faint">
                      {c.existing.length > 0 && <span className="text-verdigris">known </span>}
                      {c.count}×
                    </span>
                  </button>
                  {c.key === chosen?.key && (
                    <div className="flex flex-wrap gap-1 py-1 text-sm">
                      {c.existing.length > 0 && <p className="w-full">Known as {c.existing.map((e) => e.title).join(', ')}.</p>}
                      {c.kinds.map((k, i) =>
                        k.kind === 'attribute' || k.kind === 'operation' ? (
                          c.owners.map((o, j) => (
                            <button key={k.kind + o.id} className="button px-2!" onClick={() => accept(c, k.kind, o.id)}>
                              {j === 0 && <kbd className="pr-1 font-mono text-faint">{i + 1}</kbd>}
                              {k.title} of {o.title}
                            </button>
                          ))
                        ) : (
                          <button key={k.kind} className="button px-2!" onClick={() => accept(c, k.kind)}>
                            <kbd className="pr-1 font-mono text-faint">{i + 1}</kbd>
                            {k.there ? `trace to the ${k.title}` : k.title}
                          </button>
                        ),
                      )}
                      <button className="button px-2! text-brick" onClick={() => reject(c)}>
                        <kbd className="pr-1 font-mono text-faint">x</kbd>
                        {c.rejected ? 'Take back' : 'Reject'}
                      </button>
                    </div>
                  )}
                </li>
              ))}
            </ul>
            <label className="flex items-center gap-2 border-t border-rule p-3 text-sm">
              <input type="checkbox" className="accent-verdigris" checked={rejected} onChange={(e) => setRejected(e.target.checked)} />
              Show what was rejected
            </label>
          </>
        )}
        {tab === 'rows' && <Proposed rows={rows} />}
        {tab === 'unsourced' && (
          <Plain>
            {brief.unsourced.length === 0 && <li className="text-faint">Everything in the model stems from a sentence or an activity.</li>}
            {brief.unsourced.map((r) => (
              <li key={r.id}>{r.title}</li>
            ))}
          </Plain>
        )}
      </TabSet>
    </aside>
  )
}

function nextOf(list: Candidate[], c: Candidate): string {
  const at = list.findIndex((o) => o.key === c.key)
  return (list[at + 1] ?? list[at - 1] ?? c).key
}

function article(title: string): string {
  return `${/^[aeiou]/.test(title) ? 'an' : 'a'} ${title}`
}
