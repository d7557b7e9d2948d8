import { useEffect, useState } from 'react'

import { type Change, newId, post, Problem, type Term, type TermUses, type Use } from './api'
import { FindingsOf } from './FindingList'
import { Kept, Part } from './Kept'
import { go } from './router'
import { showOn } from './showing'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

// The lexicon in full: terms with their faces, aliases and rejected words, where
// each is used, renaming across all of them, and merging two.
export function LexiconStage() {
  const tick = useStudio((s) => s.tick)
  const { submit } = useStudio.getState()
  const { value: terms, error } = useFetched<Term[]>(projectPath('terms'), tick)
  const [chosen, choose] = useState(() => new URLSearchParams(location.search).get('term') ?? undefined)
  const [search, setSearch] = useState('')
  const [name, setName] = useState('')
  useEffect(() => {
    if (location.search) go(location.pathname, true)
  }, [])
  if (error) return <main className="col-span-2 p-10 text-brick" aria-label="All terms">{error}</main>
  if (!terms) return <main className="col-span-2 p-10" aria-label="All terms">Reading the lexicon …</main>
  const wanted = search.trim().toLowerCase()
  const shown = terms.filter((t) => !wanted || [t.name, t.definition, ...(t.aliases ?? [])].some((s) => s.toLowerCase().includes(wanted)))
  return (
    <main className="col-span-2 grid min-h-0 grid-cols-[minmax(0,1fr)_400px]" aria-label="All terms">
      <div className="min-h-0 overflow-y-auto bg-sheet p-5">
        <div className="flex flex-wrap items-baseline gap-3 pb-3">
          <h2 className="text-2xl font-semibold">Lexicon</h2>
          <p className="text-sm text-faint">{terms.filter((t) => t.definition).length} of {terms.length} are defined.</p>
          <span className="flex-1" />
          <input className="field w-40!" type="search" aria-label="Search the terms" placeholder="Search" value={search} onChange={(e) => setSearch(e.target.value)} />
          <form className="flex gap-2" onSubmit={(e) => {
            e.preventDefault()
            const id = newId()
            if (name.trim()) submit([{ type: 'addTerm', id, name: name.trim() }], { done: () => choose(id) })
            setName('')
          }}>
            <input className="field w-36!" aria-label="Name of a new term" placeholder="New term" maxLength={200} value={name} onChange={(e) => setName(e.target.value)} />
            <button className="button" disabled={!name.trim()}>Add</button>
          </form>
          <a className="button" href={projectPath('glossary/md')} download>Glossary</a>
          <a className="button" href={projectPath('glossary/csv')} download>as CSV</a>
        </div>
        {terms.length === 0 && <p className="text-faint">No terms yet. Everything you make enters the lexicon with its name.</p>}
        <table className="w-full border-collapse text-sm" aria-label="Terms">
          <thead><tr>{['Term', 'Definition', 'Faces', 'Sources'].map((h) => <th key={h} scope="col" className="heading border-b border-rule px-2 py-1 text-left">{h}</th>)}</tr></thead>
          <tbody>
            {shown.slice(0, 500).map((t) => (
              <tr key={t.id} className={t.id === chosen ? 'bg-tint' : ''}>
                <th scope="row" className="border-b border-rule px-2 py-1 text-left align-top"><button className="text-left break-words text-verdigris underline" aria-current={t.id === chosen ? 'true' : undefined} onClick={() => choose(t.id)}>{t.name || '(no name)'}</button>{t.aliases && t.aliases.length > 0 && <span className="block text-xs font-normal text-faint">also {t.aliases.join(', ')}</span>}</th>
                <td className={`border-b border-rule px-2 py-1 align-top ${t.definition ? '' : 'text-faint'}`}>{t.definition || 'not defined yet'}</td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">{[...new Set(t.faces.map((f) => f.kind))].join(', ')}</td>
                <td className="border-b border-rule px-2 py-1 align-top text-faint">{t.sources || 'none'}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length > 500 && <p className="pt-2 text-sm text-faint">{shown.length - 500} more. Search to see them.</p>}
      </div>
      <aside className="min-h-0 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="Term">
        {chosen && terms.some((t) => t.id === chosen) ? <TermEntry key={chosen} id={chosen} terms={terms} onChoose={choose} /> : <p className="text-faint">Choose a term to see where it is used, to rename it everywhere, or to merge it with another.</p>}
      </aside>
    </main>
  )
}

const list = (text: string) => text.split(',').map((s) => s.trim()).filter(Boolean)

function TermEntry({ id, terms, onChoose }: { id: string; terms: Term[]; onChoose: (id: string) => void }) {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { submit } = useStudio.getState()
  const { value: uses } = useFetched<TermUses>(projectPath(`terms/${id}`), tick)
  const [merging, setMerging] = useState('')
  if (!uses) return <p className="text-faint">Looking it up …</p>
  const { term } = uses
  const into = terms.find((t) => t.id === merging)
  return (
    <div className="flex flex-col gap-3">
      <h3 className="text-lg font-semibold break-words">{term.name}</h3>
      <Renaming term={term} />
      <Kept label="Definition" value={term.definition} rows={3} change={(definition) => ({ type: 'setTerm', id, set: { definition } })} />
      <Kept label="Also called, by commas" value={(term.aliases ?? []).join(', ')} max={2000} change={(text) => ({ type: 'setTerm', id, set: { aliases: list(text) } })} />
      <Kept label="Not to be called, by commas" value={uses.rejected.join(', ')} max={2000} change={(text) => ({ type: 'setTerm', id, set: { rejected: list(text) } })} />
      <Kept label="Plural, where it is irregular" value={uses.plural} change={(plural) => ({ type: 'setTerm', id, set: { plural } })} />
      <Part title="Faces">
        {term.faces.length === 0 && <p className="text-sm text-faint">none</p>}
        <ul className="text-sm">
          {term.faces.map((f) => (
            <li key={f.id} className="flex flex-wrap items-baseline gap-x-3">
              <button className="text-left text-verdigris underline" disabled={!f.diagrams[0]} onClick={() => { const to = f.diagrams[0]; showOn(to, f.id) }}>{f.kind} {f.name}</button>
              <button className="text-verdigris underline" aria-label={`Follow ${f.kind} ${f.name}`} onClick={() => go(`/p/${overview?.id}/follow/${f.id}`)}>follow</button>
              {term.faces.length > 1 && <button className="text-verdigris underline" aria-label={`${f.kind} ${f.name} is another term`} onClick={() => submit([{ type: 'setFace', id: f.id }], { said: `${f.kind} ${f.name} is a term of its own now.` })}>is another term</button>}
            </li>
          ))}
        </ul>
      </Part>
      {uses.uses.some((u) => u.what !== 'face') && <Part title="Used in"><ul className="text-sm">{uses.uses.filter((u) => u.what !== 'face').map((u, i) => <li key={i}>{u.title}</li>)}</ul></Part>}
      {uses.sentences.length > 0 && <Part title="In the brief"><ul className="text-sm">{uses.sentences.map((s) => <li key={s.id}><span className="text-faint">{s.number}</span> {s.text}</li>)}</ul></Part>}
      <FindingsOf ids={uses.term.faces.map((f) => f.id)} small />
      <Part title="The same as another term">
        <div className="flex gap-2">
          <select className="field" aria-label="Merge into" value={merging} onChange={(e) => setMerging(e.target.value)}>
            <option value="">choose the term that stays</option>
            {terms.filter((t) => t.id !== id).map((t) => <option key={t.id} value={t.id}>{t.name}</option>)}
          </select>
          <button className="button" disabled={!into} onClick={() => into && submit([{ type: 'mergeTerms', from: id, into: into.id }], { said: `${term.name} is an alias of ${into.name} now.`, done: () => onChoose(into.id) })}>Merge</button>
        </div>
      </Part>
      {term.faces.length === 0 && <button className="button self-start text-brick" onClick={() => submit([{ type: 'delete', id }], { said: `Deleted the term ${term.name}.` })}>Delete the term</button>}
    </div>
  )
}

// Renaming shows what it would write, everywhere, before it does.
function Renaming({ term }: { term: Term }) {
  const { submit } = useStudio.getState()
  const [name, setName] = useState('')
  const [preview, setPreview] = useState<{ uses: Use[]; changes: Change[] }>()
  const [problem, setProblem] = useState('')
  const [left, setLeft] = useState<Set<string>>(new Set())
  useEffect(() => {
    setPreview(undefined)
    setProblem('')
    if (!name.trim() || name.trim() === term.name) return
    let over = false
    const timer = setTimeout(() => {
      post<{ uses: Use[]; changes: Change[] }>(projectPath('read/rename'), { term: term.id, name: name.trim() }).then((p) => !over && setPreview(p), (e: unknown) => !over && setProblem(e instanceof Problem ? e.message : 'The server does not answer.'))
    }, 200)
    return () => { over = true; clearTimeout(timer) }
  }, [name, term.id, term.name])
  async function rename() {
    if (!preview) return
    const only = preview.uses.filter((u) => !left.has(u.row + u.what)).map((u) => u.row)
    const reply = left.size ? await post<{ changes: Change[] }>(projectPath('read/rename'), { term: term.id, name: name.trim(), only: only.length ? only : ['none'] }) : preview
    submit(reply.changes, { said: `Renamed ${term.name} to ${name.trim()}.`, done: () => setName('') })
  }
  return (
    <div className="flex flex-col gap-2">
      <label><span className="heading">Rename it everywhere to</span><input className="field" value={name} placeholder={term.name} maxLength={200} onChange={(e) => setName(e.target.value)} onKeyDown={(e) => e.key === 'Enter' && void rename()} /></label>
      {problem && <p className="text-sm text-brick">{problem}</p>}
      {preview && (
        <>
          <ul className="text-sm" aria-label="What renaming would write">
            {preview.uses.map((u) => (
              <li key={u.row + u.what}><label className="flex items-baseline gap-2"><input type="checkbox" className="accent-verdigris" checked={!left.has(u.row + u.what)} onChange={(e) => { const next = new Set(left); if (e.target.checked) next.delete(u.row + u.what); else next.add(u.row + u.what); setLeft(next) }} /><span>{u.title}: <del className="text-faint">{u.before}</del> {u.after}</span></label></li>
            ))}
          </ul>
          <button className="button self-start" onClick={() => void rename()}>Rename</button>
        </>
      )}
    </div>
  )
}
