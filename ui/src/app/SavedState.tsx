import { useState } from 'react'

import { Refusals } from './Refusals'
import { useStudio } from '../core/state'

// Where browsers keep no page (an address that is not secure) a reload needs the line.
const kept = 'serviceWorker' in navigator

// What is saved and what is not, honest to the change.
export function SavedState() {
  const pending = useStudio((s) => s.pending + s.working)
  const keeping = useStudio((s) => s.keeping || s.working > 0)
  const unkept = useStudio((s) => s.unkept)
  const refused = useStudio((s) => s.refused.length)
  const reachable = useStudio((s) => s.reachable)
  const loaded = useStudio((s) => s.loaded)
  const ready = useStudio((s) => s.ready)
  const revision = useStudio((s) => s.revision)
  const [open, setOpen] = useState(false)
  const changes = (n: number) => (n === 1 ? '1 change' : `${n} changes`)
  const state = !ready
    ? loaded
      ? 'Opening …'
      : 'Loading the program …'
    : !reachable
      ? !pending
        ? 'Offline'
        : keeping
          ? `Offline, keeping ${changes(pending)} …`
          : `Offline, ${changes(pending)} ${pending === 1 ? 'waits' : 'wait'}`
      : pending
        ? `${changes(pending)} on ${pending === 1 ? 'its' : 'their'} way`
        : 'Saved'
  return (
    <span className="flex items-baseline gap-2 text-sm whitespace-nowrap">
      <span className={`text-right ${reachable ? 'text-faint' : 'text-brick'}`} role="status" aria-label="Saved state">
        {state} · revision {revision}
      </span>
      {unkept && pending > 0 && <span className="text-brick">Do not reload: this browser keeps nothing.</span>}
      {!reachable && !kept && !unkept && (
        <span className="text-brick" title="At this address the browser keeps no page.">
          Do not reload: that needs the line.
        </span>
      )}
      {refused > 0 && (
        <button className="text-brick underline" onClick={() => setOpen(true)}>
          {refused} could not be done
        </button>
      )}
      {open && refused > 0 && <Refusals onClose={() => setOpen(false)} />}
    </span>
  )
}
