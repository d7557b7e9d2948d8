import { memo, type RefObject, useDeferredValue, useRef, useState } from 'react'

import { type Face, type Term } from '../core/api'
import { EntryPanel } from './EntryPanel'
import { FoldButton, Strip } from '../common/Strip'
import { useFolded } from '../common/folds'
import { go, type Route } from '../common/router'
import { projectPath, useStudio } from '../core/state'
import { type Place, useLong } from '../common/useLong'
import { useFetched } from '../common/useFetched'

// The lexicon: the terms of the project, or the entry of what is selected.
export function Lexicon({ route }: { route: Route }) {
  const selected = useStudio((s) => s.selected)
  const many = useStudio((s) => s.selection.length > 1)
  const page = useRef<HTMLElement>(null)
  const folded = useFolded('entry')
  if (folded) {
    return (
      <aside aria-label="Lexicon" className="min-h-0 border-l border-rule bg-paper">
        <Strip side="entry" />
      </aside>
    )
  }
  return (
    <aside ref={page} aria-label="Lexicon" className="relative min-h-0 overflow-y-auto border-l border-rule bg-paper">
      <div className="absolute top-1 left-0.5">
        <FoldButton side="entry" />
      </div>
      {many ? <Several /> : selected ? <EntryPanel key={selected} id={selected} route={route} /> : <Terms scroller={page} />}
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
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>
          All terms
        </button>
      </div>
      <ul className="flex flex-col gap-1">
        {chosen.slice(0, 100).map((g) => (
          <li key={g.id} className="flex items-baseline gap-2">
            <button className="min-w-0 flex-1 truncate text-left text-verdigris underline" onClick={() => select(g.subject)}>
              {g.title}
            </button>
            <button className="text-sm text-faint" aria-label={`Leave out ${g.title}`} onClick={() => toggle(g.subject ?? '')}>
              ✕
            </button>
          </li>
        ))}
      </ul>
      <p className="text-sm text-faint">
        Arrange, duplicate and remove are in the menu above the sheet and under the right button. The first one selected stays when others
        are aligned with it.
      </p>
    </div>
  )
}

function Terms({ scroller }: { scroller: RefObject<HTMLElement | null> }) {
  const tick = useStudio((s) => s.tick)
  const { value: terms } = useFetched<Term[]>(projectPath('terms'), tick)
  const [search, setSearch] = useState('')
  const wanted = search.trim().toLowerCase()
  const shown = terms?.filter((t) => !wanted || [t.name, t.definition, ...(t.aliases ?? [])].some((s) => s.toLowerCase().includes(wanted)))

  // The first screen of them is there at once, the others when the hands are still.
  const listed = useDeferredValue(shown, shown?.slice(0, 30)) ?? []
  const { list, before, behind, drawn } = useLong(listed, { height: 70, gap: 8, scroller })

  return (
    <div className="flex flex-col gap-3 p-4">
      <h2 className="text-lg font-semibold">Lexicon</h2>
      <input
        className="field"
        type="search"
        aria-label="Search the lexicon"
        placeholder="Search"
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      {terms?.length === 0 && <p className="text-faint">No terms yet. Every class you make enters the lexicon with its name.</p>}
      {terms && terms.length > 0 && shown?.length === 0 && <p className="text-faint">No term contains “{search}”.</p>}
      <ul
        ref={list as RefObject<HTMLUListElement | null>}
        className="flex flex-col gap-2"
        style={{ paddingTop: before, paddingBottom: behind }}
      >
        {drawn.map(({ item: t, place }) => (
          <TermItem key={t.id} term={t} place={place} />
        ))}
      </ul>
    </div>
  )
}

const TermItem = memo(
  function TermItem({ term, place }: { term: Term; place: Place }) {
    return (
      <li {...place} className="border-b border-rule pb-2">
        <p className="font-semibold break-words">{term.name || '(no name)'}</p>
        <p className={`text-sm ${term.definition ? '' : 'text-faint'}`}>{term.definition || 'Not defined yet.'}</p>
        <p className="flex flex-wrap gap-2 pt-1">
          {term.faces.map((f) => (
            <button
              key={f.id}
              className="cursor-grab text-left text-sm break-words text-verdigris underline"
              title="Press to go there, drag it onto the sheet to show it"
              draggable
              onDragStart={(e) => {
                e.dataTransfer.setData('application/x-element', f.id)
                e.dataTransfer.effectAllowed = 'copy'
              }}
              onClick={() => void showFace(f)}
            >
              {f.kind} {f.name || '(no name)'}
            </button>
          ))}
        </p>
      </li>
    )
  },
  (a, b) => a.place['data-index'] === b.place['data-index'] && JSON.stringify(a.term) === JSON.stringify(b.term),
) // each answer brings new ones

// showFace goes to a diagram that shows an element, the open one if it does.
async function showFace(face: Face) {
  const { overview, openDiagram, openSheet, select } = useStudio.getState()
  const to = face.diagrams.includes(openDiagram ?? '') ? openDiagram : face.diagrams[0]
  if (to && to !== openDiagram) {
    go(`/p/${overview?.id}/d/${to}`)
    await openSheet(to)
  }
  select(face.id)
}
