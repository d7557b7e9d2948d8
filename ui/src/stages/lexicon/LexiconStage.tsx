import { useEffect, useState, type RefObject, useRef } from 'react'

import { type Loose, newId, type Term } from '../../core/api'
import { go } from '../../common/router'
import { projectPath, useStudio } from '../../core/state'
import { rowPlace, Space } from '../../common/Space'
import { useLong } from '../../common/useLong'
import { useFetched } from '../../common/useFetched'
import { LooseNames } from './LooseNames'
import { TermEntry } from './TermEntry'
import { Pending } from '../../common/Pending'
import { AddForm } from '../../common/AddForm'

const languages: [tag: string, title: string][] = [
  ['', 'English'],
  ['de', 'German'],
  ['es', 'Spanish'],
  ['fr', 'French'],
  ['it', 'Italian'],
  ['nl', 'Dutch'],
  ['pt', 'Portuguese'],
  ['und', 'another language'],
]

// Language is that of the names: rules on words speak of English ones alone.
function Language() {
  const language = useStudio((s) => s.overview?.settings.language ?? '')
  const { submit } = useStudio.getState()
  const known = languages.some(([tag]) => tag === language)
  return (
    <label className="text-sm text-faint">
      Names are in{' '}
      <select
        className="field w-auto!"
        value={language}
        onChange={(e) => submit([{ type: 'setProject', set: { language: e.target.value } }])}
      >
        {!known && <option value={language}>{language}</option>}
        {languages.map(([tag, title]) => (
          <option key={tag} value={tag}>
            {title}
          </option>
        ))}
      </select>
    </label>
  )
}

// The lexicon in full: terms with their faces, aliases and rejected words, where
// each is used, renaming across all of them, and merging two.
export function LexiconStage() {
  const tick = useStudio((s) => s.tick)
  const { submit } = useStudio.getState()
  const { value: terms, error } = useFetched<Term[]>(projectPath('terms'), tick)
  const { value: loose } = useFetched<Loose[]>(projectPath('loose-names'), tick)
  const [chosen, choose] = useState(() => new URLSearchParams(location.search).get('term') ?? undefined)
  const [search, setSearch] = useState('')
  useEffect(() => {
    if (location.search) go(location.pathname, true)
  }, [])
  const wanted = search.trim().toLowerCase()
  const shown = (terms ?? []).filter(
    (t) => !wanted || [t.name, t.definition, ...(t.aliases ?? [])].some((s) => s.toLowerCase().includes(wanted)),
  )
  const page = useRef<HTMLDivElement>(null)
  const long = useLong(shown, { height: 34, scroller: page })
  function add(name: string) {
    const id = newId()
    submit([{ type: 'addTerm', id, name }], { done: () => choose(id) })
  }
  if (error || !terms) return <Pending stage="All terms" error={error} children="Reading the lexicon …" />
  return (
    <main className="sides col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_400px]" aria-label="All terms">
      <div ref={page} className="min-h-0 overflow-y-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Lexicon</h2>
          <p className="text-sm text-faint">
            {terms.filter((t) => t.definition).length} of {terms.length} are defined.
          </p>
          <span className="flex-1" />
          <Language />
          <input
            className="field w-40!"
            type="search"
            aria-label="Search the terms"
            placeholder="Search"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <AddForm label="Name of a new term" placeholder="New term" className="w-36!" onAdd={add} />
          <a className="button" href={projectPath('glossary/md')} download>
            Glossary
          </a>
          <a className="button" href={projectPath('glossary/csv')} download>
            as CSV
          </a>
        </div>
        {terms.length === 0 && <p className="text-faint">No terms yet. Everything you make enters the lexicon with its name.</p>}
        <table className="w-full border-collapse text-sm" aria-label="Terms" aria-rowcount={shown.length + 1}>
          <thead>
            <tr>
              {['Term', 'Definition', 'Appears as', 'Sources'].map((h) => (
                <th key={h} scope="col" className="heading border-b border-rule px-2 py-1 text-left">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody ref={long.list as RefObject<HTMLTableSectionElement | null>}>
            <Space height={long.before} />
            {long.drawn.map(({ item: t, place }) => (
              <tr key={t.id} {...rowPlace(place)} className={t.id === chosen ? 'bg-tint' : ''}>
                <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top">
                  <button
                    className="text-left break-words text-verdigris underline"
                    aria-current={t.id === chosen ? 'true' : undefined}
                    onClick={() => choose(t.id)}
                  >
                    {t.name || '(no name)'}
                  </button>
                  {t.aliases && t.aliases.length > 0 && (
                    <span className="block text-xs font-normal text-faint">also {t.aliases.join(', ')}</span>
                  )}
                </th>
                <td className={`border-b border-rule px-2 py-1 align-top ${t.definition ? '' : 'text-faint'}`}>
                  {t.definition || 'not defined yet'}
                </td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">
                  {[...new Set(t.faces.map((f) => f.kind))].join(', ')}
                </td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">{t.sources || 'none'}</td>
              </tr>
            ))}
            <Space height={long.behind} />
          </tbody>
        </table>
        {loose && loose.length > 0 && <LooseNames names={loose} onTake={add} />}
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="Term">
        {chosen && terms.some((t) => t.id === chosen) ? (
          <TermEntry key={chosen} id={chosen} terms={terms} onChoose={choose} />
        ) : (
          <p className="text-faint">Choose a term to see where it is used, to rename it everywhere, or to merge it with another.</p>
        )}
      </aside>
    </main>
  )
}
