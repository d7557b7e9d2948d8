import { useState } from 'react'

import { type Face, type Term } from '../core/api'
import { Part } from '../common/Kept'
import { useFetched } from '../common/useFetched'
import { projectPath, useStudio } from '../core/state'
import { showElement } from '../sheet/placing'

const most = 12 // that are listed

// What exists in the model and is not on the diagram: it is found by its name, and shown by a
// press or dragged to its place.
export function ShowExisting({ diagram }: { diagram: string }) {
  const [search, setSearch] = useState('')
  const tick = useStudio((s) => s.tick)
  const select = useStudio((s) => s.select)
  const wanted = search.trim().toLowerCase()
  const { value: terms } = useFetched<Term[]>(wanted ? projectPath('terms') : undefined, tick)
  const faces: Face[] = (terms ?? [])
    .filter((t) => [t.name, ...t.aliases].some((name) => name.toLowerCase().includes(wanted)))
    .flatMap((t) => t.faces)
  return (
    <Part title="Show what exists">
      <input
        className="field"
        type="search"
        aria-label="Show what exists"
        placeholder="its name"
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      {wanted && terms && faces.length === 0 && <p className="text-sm text-faint">Nothing in the model is called “{search.trim()}”.</p>}
      {wanted && (
        <ul className="flex flex-col gap-1">
          {faces.slice(0, most).map((f) => {
            const here = f.diagrams.includes(diagram)
            return (
              <li key={f.id}>
                <button
                  className="cursor-grab text-left text-sm break-words text-verdigris underline"
                  title={here ? 'It is on this diagram: press to go there' : 'Press to show it here, or drag it to its place'}
                  draggable
                  onDragStart={(e) => {
                    e.dataTransfer.setData('application/x-element', f.id)
                    e.dataTransfer.effectAllowed = 'copy'
                  }}
                  onClick={() => (here ? select(f.id) : void showElement(f.id, diagram))}
                >
                  {f.kind} {f.name || '(no name)'}
                </button>
                {here && <span className="text-sm text-faint"> is here</span>}
              </li>
            )
          })}
          {faces.length > most && <li className="text-sm text-faint">and {faces.length - most} more</li>}
        </ul>
      )}
    </Part>
  )
}
