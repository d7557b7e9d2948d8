import { type KeyboardEvent, type ReactNode, useEffect, useId, useMemo, useRef, useState } from 'react'

import { type Brief, type BriefEdit, type BriefReading, type BriefSection, type BriefSentence, type Candidate, type Mark, newId, type ReadSentence } from './api'
import { ask } from './asking'
import { Rename } from './Rename'
import { go } from './router'
import { showOn } from './showing'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

// The brief: the text with its marks on the left, on the right what could become
// part of the model. Nothing is made unasked.
export function BriefStage() {
  const tick = useStudio((s) => s.tick)
  const revision = useStudio((s) => s.revision)
  const { value: brief, error } = useFetched<Brief>(projectPath('brief'), tick)
  // What is found in it comes from the server, behind the words.
  const { value: found } = useFetched<BriefReading>(projectPath('brief/reading'), revision)
  const reading = useMemo(() => new Map(found?.sentences.map((s) => [s.id, s])), [found])
  const [chosen, choose] = useState<string>()
  const [search, setSearch] = useState('')
  const [history, setHistory] = useState(false)
  const wanted = search.trim().toLowerCase()
  const candidate = found?.candidates.find((c) => c.key === chosen)
  // A sentence that somebody comes for is led to once.
  const ready = brief !== undefined
  useEffect(() => {
    const sentence = new URLSearchParams(location.search).get('sentence')
    if (!ready || !sentence) return
    go(location.pathname, true)
    const line = document.getElementById(`sentence-${sentence}`)
    const page = line?.closest('main')
    if (!line || !page) return
    page.scrollTop += line.getBoundingClientRect().top - page.getBoundingClientRect().top - page.clientHeight / 3
    line.focus({ preventScroll: true })
  }, [ready])
  if (error) return <main className="col-span-2 p-10 text-brick" aria-label="Brief">{error}</main>
  if (!brief) return <main className="col-span-2 p-10" aria-label="Brief">Reading the brief …</main>
  return (
    <>
      <main className="min-h-0 overflow-y-auto bg-sheet px-8 py-5" aria-label="Brief">
        <div className="mx-auto flex max-w-3xl flex-col gap-5">
          <div className="flex items-baseline gap-4">
            <h2 className="text-2xl font-semibold">Brief</h2>
            {brief.coverage.sentences > 0 && <p className="text-sm text-faint">{brief.coverage.covered} of {brief.coverage.sentences} sentences have something in the model.</p>}
            <span className="flex-1" />
            <input className="field w-44!" type="search" aria-label="Search the brief" placeholder="Search" value={search} onChange={(e) => setSearch(e.target.value)} />
            <button className="button" aria-pressed={history} onClick={() => setHistory(!history)}>History</button>
          </div>
          {history && <History />}
          {brief.sections.map((s) => <Section key={s.id} section={s} reading={reading} wanted={wanted} chosen={chosen} candidate={candidate} onChoose={choose} />)}
          <NewSection first={brief.sections.length === 0} />
        </div>
      </main>
      <Candidates brief={brief} found={found} chosen={candidate} onChoose={choose} />
    </>
  )
}

function Section({ section, reading, wanted, chosen, candidate, onChoose }: { section: BriefSection; reading: Map<string, ReadSentence>; wanted: string; chosen?: string; candidate?: Candidate; onChoose: (key: string) => void }) {
  const submit = useStudio((s) => s.submit)
  const [typed, setTyped] = useState<string>()
  const [problem, setProblem] = useState('')
  const [conflict, setConflict] = useState(false)
  const base = useRef<number>(undefined) // the revision that was seen when the typing began
  const seed = useRef(newId())
  const began = useRef(section.text) // what the typing began with, or what was shown since
  const id = useId()
  async function save() {
    if (typed === undefined) return
    setProblem('')
    const sent = typed
    await ask('read/brief', { section: section.id, text: sent, was: began.current, seed: seed.current }, {
      none: 'The text is as it was.', base: conflict ? undefined : base.current, place: { row: section.id, field: 'text', text: sent },
      done: () => {
        seed.current = newId()
        setTyped(undefined)
        setConflict(false)
      },
      failed: (p) => { // at once, or by the server later: the text comes back
        setTyped(sent)
        setProblem(p.message)
        setConflict(p.code === 'conflict')
        if (typeof p.body.clientId === 'string') useStudio.getState().giveUp(p.body.clientId)
      },
    })
  }
  // Once theirs is shown, saving is meant.
  const seen = problem !== '' && section.text !== began.current ? section.text : undefined
  useEffect(() => {
    if (seen !== undefined) began.current = seen
  }, [seen])
  const blocks: BriefSentence[][] = []
  for (const s of section.sentences) {
    const last = blocks.at(-1)
    if (s.break === '' && last) last.push(s)
    else blocks.push([s])
  }
  return (
    <section aria-labelledby={id} className="flex flex-col gap-2">
      <div className="flex items-baseline gap-3">
        <h3 id={id} className="text-lg font-semibold">{section.title}</h3>
        <span className="text-sm text-faint">{section.coverage.covered} of {section.coverage.sentences}</span>
        <Rename what={`the section ${section.title}`} name={section.title} onSave={(name, base) => submit([{ type: 'setName', id: section.id, name }], { base, place: { row: section.id, field: 'name', text: name } })} />
        {typed === undefined && <button className="text-sm text-verdigris underline" aria-label={`Edit the text of ${section.title}`} onClick={() => { began.current = section.text; base.current = useStudio.getState().revision; setProblem(''); setTyped(section.text) }}>Edit the text</button>}
        <button className="text-sm text-brick underline" aria-label={`Delete the section ${section.title}`} onClick={() => submit([{ type: 'delete', id: section.id }], { said: `Deleted the section ${section.title}.` })}>Delete</button>
      </div>
      {typed !== undefined ? (
        <div className="flex flex-col gap-2">
          <label htmlFor={`${id}text`} className="heading">Text of {section.title}; sentences that stay keep what stems from them</label>
          <textarea id={`${id}text`} className="field min-h-64 leading-7" autoFocus value={typed} onChange={(e) => setTyped(e.target.value)} onKeyDown={(e) => {
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void save()
            if (e.key === 'Escape') setTyped(undefined)
          }} />
          {problem && (
            <div className="text-sm text-brick" role="alert">
              {problem}
              {conflict && <pre className="mt-1 max-h-40 overflow-y-auto border border-rule p-2 font-sans whitespace-pre-wrap text-ink" role="group" aria-label="Their text">{section.text}</pre>}
            </div>
          )}
          <div className="flex gap-2">
            <button className="button" onClick={() => void save()}>Save the text</button>
            <button className="button" onClick={() => setTyped(undefined)}>Leave it as it was</button>
          </div>
        </div>
      ) : blocks.map((block) => {
        const head = block[0]
        if (!head) return null
        if (head.break === 'heading') return <h4 key={head.id} className="pt-1 font-semibold">{head.text}</h4>
        return (
          <div key={head.id} className={head.break === 'entry' ? 'pl-4' : ''}>
            {block.map((s) => <SentenceLine key={s.id} sentence={s} read={reading.get(s.id)} wanted={wanted} chosen={chosen} candidate={candidate} onChoose={onChoose} />)}
          </div>
        )
      })}
    </section>
  )
}

// A sentence with its number, its marks, and what stems from it.
function SentenceLine({ sentence: s, read, wanted, chosen, candidate, onChoose }: { sentence: BriefSentence; read?: ReadSentence; wanted: string; chosen?: string; candidate?: Candidate; onChoose: (key: string) => void }) {
  const submit = useStudio((state) => state.submit)
  const overview = useStudio((state) => state.overview)
  const text = s.text
  const marks: Mark[] = read?.text === s.text ? read.marks : [{ text }]
  if (wanted && !text.toLowerCase().includes(wanted)) return null
  const covered = s.traces.length > 0
  return (
    <div id={`sentence-${s.id}`} tabIndex={-1} className={`group grid focus:outline-2 focus:outline-verdigris grid-cols-[2.2rem_minmax(0,1fr)] gap-x-2 border-l-2 py-1 pl-2 ${covered ? 'border-verdigris' : s.irrelevant ? 'border-rule' : 'border-ochre'} ${candidate?.sentences.includes(s.id) ? 'bg-tint' : ''}`}>
      <span className="pt-0.5 text-right text-sm text-faint" title={covered ? 'Something in the model stems from it' : s.irrelevant ? 'Not relevant' : 'Nothing in the model stems from it yet'}>{s.number}
        {s.number > 0 && !s.irrelevant && <button className="block w-full text-right text-xs text-verdigris underline opacity-0 group-hover:opacity-100 focus:opacity-100" aria-label={`Follow sentence ${s.number} everywhere`} onClick={() => go(`/p/${overview?.id}/follow/${s.id}`)}>follow</button>}
      </span>
      <div>
        <p className={`leading-7 ${s.irrelevant ? 'text-faint' : ''}`}>{marks.map((m, i) => (
          m.candidate ? (
            <button key={i} className={`cursor-pointer border-b-2 ${m.candidate.startsWith('noun') ? 'border-verdigris/60' : 'border-dotted border-slate'} ${m.candidate === chosen ? 'bg-verdigris/20 font-semibold' : ''}`} onClick={() => onChoose(m.candidate ?? '')}>{m.text}</button>
          ) : m.tell ? <em key={i} className="border-b border-ochre not-italic" title={m.tell}>{m.text}</em> : <span key={i}>{m.text}</span>
        ))}</p>
        {read?.text === s.text && read.proposals.map((p) => (
          <button key={p.text} className="button mt-1 mr-2 text-sm" onClick={() => submit(p.changes, { said: `Added: ${p.text}.` })}>Add <code className="font-mono">{p.text}</code></button>
        ))}
        <p className="flex flex-wrap gap-x-3 text-sm">
          {s.traces.map((t) => (
            <span key={t.id} className="text-faint">
              {t.diagram ? <button className="text-left text-verdigris underline" onClick={() => { showOn(t.diagram, t.row) }}>{t.title}</button> : t.title}
              <button className="pl-1 text-faint opacity-0 group-hover:opacity-100 focus:opacity-100" aria-label={`Sentence ${s.number} has nothing to do with ${t.title}`} onClick={() => submit([{ type: 'delete', id: t.id }])}>✕</button>
            </span>
          ))}
          {!covered && (
            <button className="text-verdigris underline" onClick={() => submit([{ type: 'setElement', id: s.id, set: { irrelevant: !s.irrelevant } }])}>{s.irrelevant ? 'It is relevant after all' : 'Not relevant'}</button>
          )}
        </p>
      </div>
    </div>
  )
}

// Paste or upload a text; headings of the first and second rank become sections.
function NewSection({ first }: { first: boolean }) {
  const say = useStudio((s) => s.say)
  const [title, setTitle] = useState('')
  const [text, setText] = useState('')
  const seed = useRef(newId())
  const [open, setOpen] = useState(first)
  const id = useId()
  const add = async (body: string, name: string) => {
    const ok = await ask('read/brief', { title: name, text: body, seed: seed.current }, { said: 'Added to the brief.' })
    if (!ok) return
    seed.current = newId()
    setText('')
    setTitle('')
    setOpen(false)
  }
  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > 30_000_000) return say(`${file.name} has ${Math.round(file.size / 1e6)} MB: a brief takes at most 1 MB in a section.`, 'error')
    const decoded = await readText(file)
    if (decoded === undefined) return say(`${file.name} holds characters that are not UTF-8. Save the text in UTF-8.`, 'error')
    await add(decoded, file.name.replace(/\.[^.]*$/, ''))
  }
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-4" aria-label="Add to the brief">
      {first && <p className="text-faint">No brief yet. Paste the problem statement, or choose a text or Markdown file: its sentences are numbered, and what could become part of the model is marked in them.</p>}
      <div className="flex gap-2">
        {!open && <button className="button" onClick={() => setOpen(true)}>Add a section</button>}
        <label className="button cursor-pointer focus-within:outline-2 focus-within:outline-verdigris" htmlFor={`${id}file`}>
          Choose a file …
          <input id={`${id}file`} type="file" accept=".txt,.md,.markdown,text/plain,text/markdown" className="sr-only" onChange={(e) => { void take(e.target.files?.[0]); e.target.value = '' }} />
        </label>
      </div>
      {open && (
        <form className="flex flex-col gap-2" onSubmit={(e) => { e.preventDefault(); void add(text, title) }}>
          <input className="field" aria-label="Title of the section" placeholder="Title of the section" maxLength={200} value={title} onChange={(e) => setTitle(e.target.value)} />
          <textarea className="field min-h-40 leading-7" aria-label="Text of the section" placeholder="A beekeeper delivers a honey lot with a delivery note. The intake clerk weighs the lot …" value={text} onChange={(e) => setText(e.target.value)} />
          <button className="button self-start" disabled={!text.trim()}>Add to the brief</button>
        </form>
      )}
    </section>
  )
}

// readText decodes a file as UTF-8; undefined if it is none.
export async function readText(file: File): Promise<string | undefined> {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer())
  } catch {
    return undefined
  }
}

function History() {
  const revision = useStudio((s) => s.revision)
  const { value } = useFetched<BriefEdit[]>(projectPath('brief/history'), revision)
  return (
    <section aria-label="History of the brief" className="border border-rule p-3 text-sm">
      {value?.length === 0 && <p className="text-faint">Nothing was written here yet.</p>}
      <ul className="flex max-h-64 flex-col gap-2 overflow-y-auto">
        {value?.map((change) => (
          <li key={change.revision}>
            <p className="text-faint">Revision {change.revision}, {change.author || 'somebody'}, {new Date(change.at).toLocaleString()}</p>
            {change.edits.slice(0, 30).map((e, i) => <p key={i}>{e.before && <del className="text-brick">{e.before}</del>} {e.after && <ins className="no-underline">{e.after}</ins>}</p>)}
            {change.edits.length > 30 && <p className="text-faint">and {change.edits.length - 30} more sentences</p>}
          </li>
        ))}
      </ul>
    </section>
  )
}

type Shown = 'noun' | 'verb' | 'rows' | 'unsourced'

// The candidates: one keystroke each. Arrows go through them, a number accepts as
// the kind of that number, x rejects.
function Candidates({ brief, found, chosen, onChoose }: { brief: Brief; found?: BriefReading; chosen?: Candidate; onChoose: (key: string) => void }) {
  const [tab, setTab] = useState<Shown>('noun')
  const [rejected, setRejected] = useState(false)
  const list = useRef<HTMLUListElement>(null)
  const candidates = found?.candidates ?? []
  const all = candidates.filter((c) => c.word === tab)
  const open = all.filter((c) => rejected ? c.rejected : !c.rejected && !c.traced)
  const rows = (found?.rows ?? []).filter((r) => !r.there)

  function accept(c: Candidate, kind: string, owner = '') {
    const choice = c.kinds.find((k) => k.kind === kind)
    void ask('read/candidate', { key: c.key, kind, owner, seed: newId() }, { said: choice?.there ? `Traced to the ${choice.title} ${choice.name}.` : `${choice?.name ?? c.name} is ${article(choice?.title ?? kind)} now.`, none: 'It is traced to all of its sentences already.', done: () => onChoose(nextOf(open, c)) })
  }
  const reject = (c: Candidate) => void ask('read/candidate', { key: c.key, reject: !c.rejected, back: c.rejected, seed: newId() }, { done: () => onChoose(nextOf(open, c)) })

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

  return (
    <aside aria-label="Candidates" className="flex min-h-0 flex-col border-l border-rule bg-paper">
      <div role="tablist" aria-label="What to look at" className="flex flex-wrap gap-1 border-b border-rule p-2 text-sm">
        {([['noun', 'Nouns'], ['verb', 'Verbs'], ['rows', 'Activities'], ['unsourced', 'No source']] as const).map(([key, title]) => (
          <button key={key} role="tab" aria-selected={tab === key} className="button px-2!" onClick={() => setTab(key)}>
            {title} {key === 'rows' ? rows.length : key === 'unsourced' ? brief.unsourced.length : candidates.filter((c) => c.word === key && !c.rejected && !c.traced).length}
          </button>
        ))}
      </div>
      {(tab === 'noun' || tab === 'verb') && (
        <>
          <p className="px-3 pt-2 text-sm text-faint">Arrow keys go on, <kbd className="font-mono">1</kbd>–<kbd className="font-mono">6</kbd> accepts, <kbd className="font-mono">x</kbd> rejects.</p>
          <ul ref={list} className="min-h-0 flex-1 overflow-y-auto p-2" tabIndex={0} aria-label={tab === 'noun' ? 'Nouns' : 'Verbs'} onKeyDown={keys}>
            {open.length === 0 && <li className="p-2 text-faint">{rejected ? 'Nothing was rejected.' : 'Nothing is left to decide here.'}</li>}
            {open.map((c) => (
              <li key={c.key} data-key={c.key} className={`px-2 py-1 ${c.key === chosen?.key ? 'bg-tint' : ''}`}>
                <button className="flex w-full items-baseline justify-between text-left" aria-expanded={c.key === chosen?.key} onClick={() => onChoose(c.key)}>
                  <span className="break-words">{c.subject && <span className="text-faint">{c.subject} </span>}{c.name}</span><span className="pl-2 text-sm whitespace-nowrap text-faint">{c.existing.length > 0 && <span className="text-verdigris">known </span>}{c.count}×</span>
                </button>
                {c.key === chosen?.key && (
                  <div className="flex flex-wrap gap-1 py-1 text-sm">
                    {c.existing.length > 0 && <p className="w-full">Known as {c.existing.map((e) => e.title).join(', ')}.</p>}
                    {c.kinds.map((k, i) => (
                      (k.kind === 'attribute' || k.kind === 'operation') ? c.owners.map((o, j) => (
                        <button key={k.kind + o.id} className="button px-2!" onClick={() => accept(c, k.kind, o.id)}>{j === 0 && <kbd className="pr-1 font-mono text-faint">{i + 1}</kbd>}{k.title} of {o.title}</button>
                      )) : <button key={k.kind} className="button px-2!" onClick={() => accept(c, k.kind)}><kbd className="pr-1 font-mono text-faint">{i + 1}</kbd>{k.there ? `trace to the ${k.title}` : k.title}</button>
                    ))}
                    <button className="button px-2! text-brick" onClick={() => reject(c)}><kbd className="pr-1 font-mono text-faint">x</kbd>{c.rejected ? 'Take back' : 'Reject'}</button>
                  </div>
                )}
              </li>
            ))}
          </ul>
          <label className="flex items-center gap-2 border-t border-rule p-3 text-sm"><input type="checkbox" className="accent-verdigris" checked={rejected} onChange={(e) => setRejected(e.target.checked)} />Show what was rejected</label>
        </>
      )}
      {tab === 'rows' && <Proposed rows={rows} />}
      {tab === 'unsourced' && (
        <Plain>
          {brief.unsourced.length === 0 && <li className="text-faint">Everything in the model stems from a sentence or an activity.</li>}
          {brief.unsourced.map((r) => <li key={r.id}>{r.title}</li>)}
        </Plain>
      )}
    </aside>
  )
}

function Proposed({ rows }: { rows: BriefReading['rows'] }) {
  const submit = useStudio((s) => s.submit)
  return (
    <Plain>
      {rows.length === 0 && <li className="text-faint">Every sentence in which somebody does something has its row in the activity table.</li>}
      {rows.map((r) => (
        <li key={r.sentence + r.name} className="border-b border-rule pb-2">
          <p>{r.performer}: {r.name} <span className="text-sm text-faint">(sentence {r.number})</span></p>
          <button className="button mt-1 text-sm" onClick={() => submit(r.changes, { said: `Added to the activity table: ${r.performer}, ${r.name}.` })}>Add to the activity table</button>
        </li>
      ))}
    </Plain>
  )
}

function Plain({ children }: { children: ReactNode }) {
  return <ul className="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto p-4">{children}</ul>
}

function nextOf(list: Candidate[], c: Candidate): string {
  const at = list.findIndex((o) => o.key === c.key)
  return (list[at + 1] ?? list[at - 1] ?? c).key
}

function article(title: string): string {
  return `${/^[aeiou]/.test(title) ? 'an' : 'a'} ${title}`
}
