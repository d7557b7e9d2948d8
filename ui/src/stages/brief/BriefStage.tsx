import { useEffect, useMemo, useState } from 'react'

import { type Brief, type BriefReading } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Candidates } from './Candidates'
import { History } from './History'
import { NewSection } from './NewSection'
import { Section } from './Section'
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
  if (error || !brief) return <Pending stage="Brief" error={error} children="Reading the brief …" />
  return (
    <div className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_316px]">
      <main className="min-h-0 overflow-y-auto bg-sheet px-8 py-5" aria-label="Brief">
        <div className="mx-auto flex max-w-3xl flex-col gap-5">
          <div className="flex items-baseline gap-4">
            <h2 className="text-2xl font-semibold">Brief</h2>
            {brief.coverage.sentences > 0 && (
              <p className="text-sm text-faint">
                {brief.coverage.covered} of {brief.coverage.sentences} sentences have something in the model.
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
            <Section key={s.id} section={s} reading={reading} wanted={wanted} chosen={chosen} candidate={candidate} onChoose={choose} />
          ))}
          <NewSection first={brief.sections.length === 0} />
        </div>
      </main>
      <Candidates brief={brief} found={found} chosen={candidate} onChoose={choose} />
    </div>
  )
}
