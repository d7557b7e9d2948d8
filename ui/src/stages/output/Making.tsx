import { useEffect, useState } from 'react'

import { type Target } from '../../core/api'

const soon = 400 // milliseconds within which nothing is said

// Making says that an output is not there yet, and lets go of it: what takes long must not be waited for.
export function Making({ target, wanted, onWant }: { target: Target; wanted: boolean; onWant: (wanted: boolean) => void }) {
  const [slow, setSlow] = useState(false)
  useEffect(() => {
    if (!wanted) return
    const timer = setTimeout(() => setSlow(true), soon)
    return () => clearTimeout(timer)
  }, [wanted])
  if (!wanted) {
    return (
      <p className="flex items-baseline gap-3 p-6">
        Not made.
        <button className="button" onClick={() => onWant(true)}>
          Make {target.title}
        </button>
      </p>
    )
  }
  if (!slow) return null
  return (
    <div className="flex items-center gap-3 p-6">
      <span role="status">Making {target.title} …</span>
      <progress aria-label={`Making ${target.title}`} />
      <button className="button" onClick={() => onWant(false)}>
        Cancel
      </button>
    </div>
  )
}
