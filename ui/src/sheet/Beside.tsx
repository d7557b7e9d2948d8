import { useEffect, useMemo, useRef, useState } from 'react'

import { type DerivedTables, type Group } from '../core/types'
import { projectPath, useStudio } from '../core/state'
import { Drawing } from './Drawing'
import { useFetched } from '../common/useFetched'
import { originsOf, tablesOf } from './related'

type Scene = { bounds: { x: number; y: number; w: number; h: number }; groups: Group[] }

// Another diagram beside the one that is worked on: tables beside classes, or classes beside tables.
// What is selected on the one is shown on the other, and a click leads back.
export function Beside({ diagram, tables, onClose }: { diagram: string; tables: boolean; onClose: () => void }) {
  const tick = useStudio((s) => s.tick)
  const selection = useStudio((s) => s.selection)
  const main = useStudio((s) => s.scene)
  const selectAll = useStudio((s) => s.selectAll)
  const { value: scene, error } = useFetched<Scene>(projectPath(`diagrams/${diagram}/drawing`), tick)
  const { value: derived } = useFetched<DerivedTables>(projectPath('tables'), tick)
  const [zoom, setZoom] = useState(0.75)
  const frame = useRef<HTMLDivElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  const related = useMemo(
    () => (derived ? (tables ? tablesOf(selection, derived) : originsOf(selection, derived)) : []),
    [derived, selection, tables],
  )
  const key = related.join(' ')

  useEffect(() => {
    const first = key.split(' ')[0]
    const at = first && svg.current?.querySelector(`[data-subject="${CSS.escape(first)}"]`)
    if (at) at.scrollIntoView({ block: 'center', inline: 'center' })
  }, [key])

  function pick(subject: string) {
    if (!derived) return
    const there = new Set(main?.groups.map((g) => g.subject))
    const wanted = tables ? originsOf([subject], derived) : tablesOf([subject], derived)
    const shown = wanted.filter((id) => there.has(id))
    selectAll(shown.slice(0, 1))
    if (shown.length === 0) useStudio.getState().say('What it comes from is not on this diagram.')
  }

  const title = tables ? 'Tables' : 'Classes'
  return (
    <section aria-label={`${title} beside`} className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)] border-l border-rule">
      <div className="flex items-center gap-1 border-b border-rule bg-paper px-2 py-1 text-sm">
        <h3 className="flex-1 font-semibold">{title}</h3>
        <button className="button px-2!" aria-label={`${title} smaller`} onClick={() => setZoom(Math.max(0.2, zoom * 0.8))}>
          −
        </button>
        <button className="button px-2!" aria-label={`${title} larger`} onClick={() => setZoom(Math.min(2, zoom * 1.25))}>
          +
        </button>
        <button className="button px-2!" aria-label={`Close the ${title.toLowerCase()} beside`} onClick={onClose}>
          ✕
        </button>
      </div>
      <div ref={frame} className="overflow-auto bg-desk" tabIndex={0} role="region" aria-label={`${title} drawn`}>
        {error && <p className="p-3 text-brick">{error}</p>}
        {scene && (
          <svg
            ref={svg}
            className="drawing block"
            width={(scene.bounds.w + 16) * zoom}
            height={(scene.bounds.h + 16) * zoom}
            viewBox={`${scene.bounds.x - 8} ${scene.bounds.y - 8} ${scene.bounds.w + 16} ${scene.bounds.h + 16}`}
            onClick={(e) => {
              const at = e.target instanceof Element ? e.target.closest<SVGGElement>('[data-subject]') : null
              if (at?.dataset.subject) pick(at.dataset.subject)
            }}
          >
            <Drawing groups={scene.groups} selection={related} />
          </svg>
        )}
      </div>
    </section>
  )
}
