import { useState } from 'react'

import { useStudio } from '../core/state'
import { Lexicon } from '../entry/Lexicon'
import { type Route } from '../common/router'
import { Reader } from '../sheet/Reader'
import { Sheet } from '../sheet/Sheet'

// The sheet with the lexicon beside it, and the reader below on demand.
export function SheetStage({ route, diagram }: { route: Route; diagram?: string }) {
  const missing = useStudio((s) => s.missing)
  const [reading, setReading] = useState(false)
  return (
    <>
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]" aria-label="Sheet">
        {missing ? (
          <p className="p-10 text-brick">{missing}</p>
        ) : (
          <Sheet diagram={diagram} reading={reading} onRead={() => setReading(!reading)} />
        )}
        {reading && diagram && <Reader diagram={diagram} onClose={() => setReading(false)} />}
        <div id="overlays" /> {/* menus open here, within the landmark that they belong to */}
      </main>
      <Lexicon route={route} />
    </>
  )
}
