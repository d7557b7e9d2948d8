import { useState } from 'react'

import { type Face, type Term } from './api'
import { EntryPanel } from './EntryPanel'
import { go, type Route } from './router'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

// The lexicon: the terms of the project, or the entry of what is selected.
export function Lexicon({ route }: { route: Route }) {
  const selected = useStudio((s) => s.selected)
  const many = useStudio((s) => s.selection.length > 1)
  return (
    <aside aria-label="Lexicon" className="min-h-0 overflow-y-auto border-l border-rule bg-paper">
      {many ? <Several /> : selected ? <EntryPanel key={selected} id={selected} route={route} /> : <Terms />}
    </aside>
  )
}

// Several things are selected: which, and what can be done with them.
function Several() {
  const scene = useStudio((s) => s.scene)
  const selection = useStudio((s) => s.selection)
  const { select, toggle } = useStudio.getState()
  const chosen = selection.flatMap((id) => scene?.groups.find((g) => g.subject === id && g.id !== 'frame' && g.id !== 'legend') ?? [])
  return (
    <div className="flex flex-col gap-3 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg font-semibold">{chosen.length} selected</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>All terms</button>
      </div>
      <ul className="flex flex-col gap-1">
        {chosen.slice(0, 100).map((g) => (
          <li key={g.id} className="flex items-baseline gap-2">
            <button className="min-w-0 flex-1 truncate text-left text-verdigris underline" onClick={() => select(g.subject)}>{g.title}</button>
            <button className="text-sm text-faint" aria-label={`Leave out ${g.title}`} onClick={() => toggle(g.subject ?? '')}>✕</button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-faint">Arrange, duplicate and remove are in the menu above the sheet and under the right button. The first one selected stays when others are aligned with it.</p>
    </div>
  )
}

function Terms() {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const openDiagram = useStudio((s) => s.openDiagram)
  const select = useStudio((s) => s.select)
  const { value: terms } = useFetched<Term[]>(projectPath('terms'), tick)
  const [search, setSearch] = useState('')
  const wanted = search.trim().toLowerCase()
  const shown = terms?.filter((t) => !wanted || [t.name, t.definition, ...(t.aliases ?? [])].some((s) => s.toLowerCase().includes(wanted)))

  async function show(face: Face) {
    const to = face.diagrams.includes(openDiagram ?? '') ? openDiagram : face.diagrams[0]
    if (to && to !== openDiagram) {
      go(`/p/${overview?.id}/d/${to}`)
      await useStudio.getState().openSheet(to)
    }
    select(face.id)
  }

  return (
    <div className="flex flex-col gap-3 p-4">
      <h2 className="text-lg font-semibold">Lexicon</h2>
      <input className="field" type="search" aria-label="Search the lexicon" placeholder="Search" value={search} onChange={(e) => setSearch(e.target.value)} />
      {terms?.length === 0 && <p className="text-faint">No terms yet. Every class you make enters the lexicon with its name.</p>}
      {terms && terms.length > 0 && shown?.length === 0 && <p className="text-faint">No term contains “{search}”.</p>}
      <ul className="flex flex-col gap-2">
        {shown?.slice(0, 200).map((t) => (
          <li key={t.id} className="border-b border-rule pb-2">
            <p className="font-semibold break-words">{t.name || '(no name)'}</p>
            <p className={`text-sm ${t.definition ? '' : 'text-faint'}`}>{t.definition || 'Not defined yet.'}</p>
            <p className="flex flex-wrap gap-2 pt-1">
              {t.faces.map((f) => <button
                  key={f.id} className="cursor-grab text-left text-sm break-words text-verdigris underline" title="Press to go there, drag it onto the sheet to show it" draggable
                  onDragStart={(e) => { e.dataTransfer.setData('application/x-element', f.id); e.dataTransfer.effectAllowed = 'copy' }} onClick={() => void show(f)}
                >{f.kind} {f.name || '(no name)'}</button>)}
            </p>
          </li>
        ))}
      </ul>
      {shown && shown.length > 200 && <p className="text-sm text-faint">{shown.length - 200} more. Search to see them.</p>}
    </div>
  )
}
