import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react'

import { type Brief, type BriefReading, type Candidate, newId, post, type SelectionReply } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Candidates, type Shown } from './Candidates'
import { History } from './History'
import { NewSection } from './NewSection'
import { Section } from './Section'
import { type Selection } from './Selected'
import { accept, byDigit, nextOf, ownerOf, reject } from './taking'
import { Pending } from '../../common/Pending'

// The brief: the text with its marks on the left, on the right what could become
// part of the model. Nothing is made unasked.
export function BriefStage() {
  const tick = useStudio((s) => s.tick)
  const revision = useStudio((s) => s.revision)
  const { value: brief, error } = useFetched<Brief>(projectPath('brief'), tick)
  // What is found in it comes from the server, behind the words.
  const { value: found } = useFetched<BriefReading>(projectPath('brief/reading'), revision)
  const reading = useMemo(() => new Map(found?.sentences.map((s) => [s.id, s])), [found])
  const [chosen, setChosen] = useState<string>()
  const [shown, setShown] = useState<Shown>('noun')
  const [rejected, setRejected] = useState(false)
  const [selection, setSelection] = useState<Selection>()
  const list = useRef<HTMLUListElement>(null)
  const [search, setSearch] = useState('')
  const [history, setHistory] = useState(false)
  const wanted = search.trim().toLowerCase()
  const candidate = found?.candidates.find((c) => c.key === chosen)
  const candidates = found?.candidates ?? []
  const going = useRef(new Set<string>()) // taken already, on a line that is slow to say so
  useEffect(() => going.current.clear(), [found])
  const open = candidates.filter((c) => c.word === shown && (c.key === chosen || (rejected ? c.rejected : !c.rejected && !c.traced)))

  // choose takes a candidate up; the list and the text follow each other.
  function choose(key?: string, from?: 'text') {
    setChosen(key)
    if (!key) return
    const c = candidates.find((o) => o.key === key)
    if (!c) return
    setShown(c.word as Shown)
    if (from !== 'text' && c.sentences[0]) document.getElementById(`sentence-${c.sentences[0]}`)?.scrollIntoView({ block: 'nearest' })
    requestAnimationFrame(() => list.current?.querySelector(`[data-key="${CSS.escape(key)}"]`)?.scrollIntoView({ block: 'nearest' }))
  }

  // taken goes on to the next one, and leaves the keyboard where it was: in the text, or in the list.
  const taken = (c: Candidate) => {
    going.current.add(c.key)
    const left = open.filter((o) => o === c || !going.current.has(o.key))
    choose(nextOf(left, c))
    if (!document.activeElement?.closest('main')) list.current?.focus()
  }

  // Hands do not wait for the answer: the next one is chosen at once.
  function take(c: Candidate, kind: string, owner = ownerOf(c, kind)) {
    accept(c, kind, owner)
    taken(c)
  }
  function leaveOut(c: Candidate) {
    reject(c)
    taken(c)
  }

  function selected(sentence: string, words: string) {
    setSelection({ sentence, words })
    post<SelectionReply>(projectPath('previews/selection'), { sentence, text: words, seed: newId() }).then(
      (reply) => setSelection((now) => (now?.words === words && now.sentence === sentence ? { sentence, words, reply } : now)),
      () => setSelection(undefined),
    )
  }

  function keys(e: KeyboardEvent) {
    const target = e.target as HTMLElement
    if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || target.closest('input, textarea, select, [role="tablist"]')) return
    if (selection) {
      const kind = selection.reply?.kinds.find((k) => String(k.digit) === e.key)
      if (e.key !== 'Escape' && !kind) return
      if (kind) useStudio.getState().submit(kind.changes, { said: `${kind.name} is there as ${kind.title}.` })
      doneSelecting()
      e.preventDefault()
      return
    }
    const at = open.findIndex((c) => c.key === chosen)
    const kind = candidate && /^[1-9]$/.test(e.key) ? byDigit(candidate, e.key) : undefined
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      if (target.closest('main') && !target.closest('[data-mark]')) return // the text is scrolled
      const next = open[Math.max(0, Math.min(open.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))]
      if (next) choose(next.key)
    } else if (candidate && kind) take(candidate, kind.kind)
    else if (candidate && e.key === 'x') leaveOut(candidate)
    else if (candidate && e.key === 'Enter' && target === list.current) {
      const likeliest = candidate.kinds[0]
      if (likeliest) take(candidate, likeliest.kind)
    } else return
    e.preventDefault()
  }

  function doneSelecting() {
    setSelection(undefined)
    window.getSelection()?.removeAllRanges()
    list.current?.focus()
  }

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
  if (error || !brief) return <Pending stage="Brief" error={error} children="Reading the brief …" />
  return (
    <div className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_316px]" onKeyDown={keys}>
      <main className="min-h-0 overflow-y-auto bg-sheet px-8 py-5" aria-label="Brief">
        <div className="mx-auto flex max-w-3xl flex-col gap-5">
          <div className="flex items-baseline gap-4">
            <h2 className="text-2xl font-semibold">Brief</h2>
            {brief.coverage.sentences > 0 && (
              <p className="text-sm text-faint">
                {brief.coverage.covered} of {brief.coverage.sentences} sentences are in the model
                {brief.coverage.partly > 0 ? `, of ${brief.coverage.partly} only the things.` : '.'}
              </p>
            )}
            <span className="flex-1" />
            <input
              className="field w-44!"
              type="search"
              aria-label="Search the brief"
              placeholder="Search"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
            <button className="button" aria-pressed={history} onClick={() => setHistory(!history)}>
              History
            </button>
          </div>
          {history && <History />}
          {brief.sections.map((s) => (
            <Section
              key={s.id}
              section={s}
              reading={reading}
              wanted={wanted}
              chosen={chosen}
              candidate={candidate}
              selection={selection}
              onChoose={(key) => choose(key, 'text')}
              onSelect={selected}
              onSelected={doneSelecting}
            />
          ))}
          <NewSection first={brief.sections.length === 0} />
        </div>
      </main>
      <Candidates
        brief={brief}
        found={found}
        shown={shown}
        onShow={setShown}
        open={open}
        rejected={rejected}
        onRejected={setRejected}
        chosen={candidate}
        onChoose={choose}
        onTake={take}
        onReject={leaveOut}
        onWords={selected}
        list={list}
      />
    </div>
  )
}
