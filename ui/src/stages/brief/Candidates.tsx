import { type RefObject } from 'react'
import { type Brief, type BriefReading, type Candidate } from '../../core/api'
import { TabSet } from '../../common/TabSet'
import { useStudio } from '../../core/state'
import { OtherWords } from './OtherWords'
import { Plain } from './Plain'
import { TakeList } from './TakeList'
import { legend } from './taking'

export type Shown = 'noun' | 'verb' | 'statements' | 'rows' | 'unsourced'

// The candidates: one key each. Arrows go through them, a digit takes the chosen one as the kind
// of that digit, Enter as the likeliest, x rejects.
export function Candidates(props: {
  brief: Brief
  found?: BriefReading
  shown: Shown
  onShow: (tab: Shown) => void
  open: Candidate[]
  rejected: boolean
  onRejected: (on: boolean) => void
  chosen?: Candidate
  onChoose: (key: string) => void
  onTake: (c: Candidate, kind: string, owner?: string) => void
  onReject: (c: Candidate) => void
  onWords: (sentence: string, words: string) => void
  list: RefObject<HTMLUListElement | null>
}) {
  const { brief, found, shown, open, chosen } = props
  const submit = useStudio((s) => s.submit)
  const candidates = found?.candidates ?? []
  const rows = (found?.rows ?? []).filter((r) => !r.there)
  const statements = (found?.sentences ?? []).flatMap((s) => s.proposals.map((p) => ({ ...p, sentence: s.id })))
  const left = (word: string) => candidates.filter((c) => c.word === word && !c.rejected && !c.traced).length
  const numbers = new Map(brief.sections.flatMap((s) => s.sentences.map((x) => [x.id, x.number] as const)))
  const tabs = [
    ['noun', `Nouns ${left('noun')}`],
    ['verb', `Verbs ${left('verb')}`],
    ['statements', `Statements ${statements.length}`],
    ['rows', `Activities ${rows.length}`],
    ['unsourced', `No source ${brief.unsourced.length}`],
  ] as const
  return (
    <aside aria-label="Candidates" className="flex min-h-0 flex-col border-l border-rule bg-paper">
      <TabSet
        label="What to look at"
        tabs={tabs}
        value={shown}
        onChange={props.onShow}
        className="flex min-h-0 flex-1 flex-col"
        row="flex-wrap border-b border-rule p-2"
      >
        {(shown === 'noun' || shown === 'verb') && (
          <>
            <p className="px-3 pt-2 text-sm text-faint">
              {legend(candidates.filter((c) => c.word === shown)).map(([digit, title]) => (
                <span key={digit} className="pr-2 whitespace-nowrap">
                  <kbd className="font-mono">{digit}</kbd> {title}
                </span>
              ))}
              <span className="whitespace-nowrap">
                <kbd className="font-mono">x</kbd> reject
              </span>
            </p>
            <ul
              ref={props.list}
              className="min-h-0 flex-1 overflow-y-auto p-2"
              tabIndex={0}
              aria-label={shown === 'noun' ? 'Nouns' : 'Verbs'}
              aria-describedby="how-candidates"
            >
              {open.length === 0 && (
                <li className="p-2 text-faint">{props.rejected ? 'Nothing was rejected.' : 'Nothing is left to decide here.'}</li>
              )}
              {open.map((c) => (
                <OneCandidate
                  key={c.key}
                  candidate={c}
                  isChosen={c.key === chosen?.key}
                  onChoose={props.onChoose}
                  onTake={props.onTake}
                  onReject={props.onReject}
                />
              ))}
            </ul>
            <p id="how-candidates" className="border-t border-rule px-3 pt-2 text-sm text-faint">
              Arrow keys go on; a digit takes the word, <kbd className="font-mono">Enter</kbd> as the likeliest.
            </p>
            <OtherWords brief={brief} onWords={props.onWords} />
            <label className="flex items-center gap-2 p-3 text-sm">
              <input type="checkbox" checked={props.rejected} onChange={(e) => props.onRejected(e.target.checked)} />
              Show what was rejected
            </label>
          </>
        )}
        {shown === 'statements' && (
          <TakeList
            label="Statements"
            none="What the sentences say of relations is in the model."
            items={statements.map((p) => ({
              key: `${p.sentence} ${p.text}`,
              title: <code className="font-mono text-sm">{p.text}</code>,
              name: p.text,
              detail: `sentence ${numbers.get(p.sentence) ?? ''}`,
              take: () => submit(p.changes, { said: `Added: ${p.text}.` }),
            }))}
          />
        )}
        {shown === 'rows' && (
          <TakeList
            label="Activities"
            none="Every sentence in which somebody does something has its row in the activity table."
            items={rows.map((r) => ({
              key: r.sentence + r.performer + r.name,
              title: `${r.performer}: ${r.name}`,
              name: `${r.performer}: ${r.name}`,
              detail: [data('in', 'from', r.inputs), data('out', 'to', r.outputs), `sentence ${r.number}`].filter(Boolean).join(' · '),
              take: () => submit(r.changes, { said: `Added to the activity table: ${r.performer}, ${r.name}.` }),
            }))}
          />
        )}
        {shown === 'unsourced' && (
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

const data = (lead: string, word: string, list: { data: string; with?: string }[] | null) =>
  list?.length ? `${lead} ${list.map((d) => (d.with ? `${d.data} ${word} ${d.with}` : d.data)).join(', ')}` : ''

function OneCandidate(props: {
  candidate: Candidate
  isChosen: boolean
  onChoose: (key: string) => void
  onTake: (c: Candidate, kind: string, owner?: string) => void
  onReject: (c: Candidate) => void
}) {
  const { candidate: c, isChosen } = props
  return (
    <li data-key={c.key} className={`px-2 py-1 ${isChosen ? 'bg-tint' : ''}`}>
      <button
        className="flex w-full items-baseline justify-between text-left"
        aria-expanded={isChosen}
        tabIndex={isChosen ? 0 : -1}
        onClick={() => props.onChoose(c.key)}
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
      {isChosen && (
        <div className="flex flex-wrap gap-1 py-1 text-sm">
          {c.existing.length > 0 && <p className="w-full">Known as {c.existing.map((e) => e.title).join(', ')}.</p>}
          {c.inside && <p className="w-full text-faint">Works on data here: inside, no external entity.</p>}
          {c.kinds.map((k, i) => {
            const owners = k.kind === 'attribute' || k.kind === 'operation' ? c.owners : [undefined]
            return owners.map((o, j) => (
              <button
                key={k.kind + (o?.id ?? '')}
                className={`button px-2! ${i === 0 ? 'border-verdigris!' : ''}`}
                onClick={() => props.onTake(c, k.kind, o?.id)}
              >
                {j === 0 && <kbd className="pr-1 font-mono text-faint">{k.digit}</kbd>}
                {o ? `${k.title} of ${o.title}` : k.there ? `trace to the ${k.title}` : k.title}
              </button>
            ))
          })}
          <button className="button px-2! text-brick" onClick={() => props.onReject(c)}>
            <kbd className="pr-1 font-mono text-faint">x</kbd>
            {c.rejected ? 'Take back' : 'Reject'}
          </button>
        </div>
      )}
    </li>
  )
}
