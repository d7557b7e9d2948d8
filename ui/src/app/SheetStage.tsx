import { useState } from 'react'

import { useStudio } from '../core/state'
import { EmptyProject } from './EmptyProject'
import { EntrySide } from '../entry/EntrySide'
import { type Route } from '../common/router'
import { Messages } from '../common/Messages'
import { Reader } from '../sheet/Reader'
import { Sheet } from '../sheet/Sheet'

// The sheet with the entry beside it, and the reader below on demand.
export function SheetStage({ route, diagram }: { route: Route; diagram?: string }) {
  const missing = useStudio((s) => s.missing)
  const [reading, setReading] = useState(false)
  return (
    <>
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]" aria-label="Sheet">
        {missing ? (
          <div className="p-10">
            <p className="text-brick">{missing}</p>
            <Messages className="mt-4" />
          </div>
        ) : (
          <Sheet diagram={diagram} reading={reading} onRead={() => setReading(!reading)} empty={<EmptyProject />} />
        )}
        {reading && diagram && <Reader diagram={diagram} onClose={() => setReading(false)} />}
        <div id="overlays" /> {/* menus open here, within the landmark that they belong to */}
      </main>
      <EntrySide route={route} diagram={diagram} />
    </>
  )
}
