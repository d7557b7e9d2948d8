import { useEffect, useState } from 'react'

import { useStudio } from '../core/state'
import { EmptyProject } from './EmptyProject'
import { EntrySide } from '../entry/EntrySide'
import { type Route } from '../common/router'
import { Messages } from '../common/Messages'
import { Reader } from '../sheet/Reader'
import { Sheet } from '../sheet/Sheet'
import { useSettings } from '../sheet/settings'
import { Beside } from '../sheet/Beside'

// The sheet with the entry beside it, and the reader below on demand.
export function SheetStage({ route, diagram }: { route: Route; diagram?: string }) {
  const missing = useStudio((s) => s.missing)
  const [reading, setReading] = useState(false)
  const { beside, set } = useSettings()
  const diagrams = useStudio((s) => s.overview?.diagrams)
  const kind = diagrams?.find((d) => d.id === diagram)?.kind
  const tables = kind === 'classDiagram'
  const other = beside && (tables || kind === 'tableDiagram') && otherDiagram(diagrams ?? [], tables)
  // Nobody has drawn tables yet: they draw themselves.
  const wanted = beside && tables && !other && !missing
  useEffect(() => {
    if (wanted) useStudio.getState().addDiagram('tableDiagram', 'Tables')
  }, [wanted])
  return (
    <>
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]" aria-label="Sheet">
        {missing ? (
          <div className="p-10">
            <p className="text-brick">{missing}</p>
            <Messages className="mt-4" />
          </div>
        ) : (
          <div className={`grid min-h-0 min-w-0 ${other ? 'grid-cols-[minmax(0,1fr)_minmax(0,1fr)]' : 'grid-cols-[minmax(0,1fr)]'}`}>
            <Sheet diagram={diagram} reading={reading} onRead={() => setReading(!reading)} empty={<EmptyProject />} />
            {other && <Beside key={other} diagram={other} tables={tables} onClose={() => set({ beside: false })} />}
          </div>
        )}
        {reading && diagram && <Reader diagram={diagram} onClose={() => setReading(false)} />}
        <div id="overlays" /> {/* menus open here, within the landmark that they belong to */}
      </main>
      <EntrySide route={route} diagram={diagram} />
    </>
  )
}

// otherDiagram is what stands beside: the tables, or the class diagram that shows most.
function otherDiagram(diagrams: { id: string; kind: string; elements: number }[], tables: boolean): string | undefined {
  if (tables) return diagrams.find((d) => d.kind === 'tableDiagram')?.id
  return diagrams.filter((d) => d.kind === 'classDiagram').sort((a, b) => b.elements - a.elements)[0]?.id
}
