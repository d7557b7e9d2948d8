import { useEffect, useState } from 'react'

import { programSize } from '../core/generated/program'
import { useStudio } from '../core/state'

const size = (programSize / 1e6).toFixed(1)
const patience = 1200 // milliseconds until it is said what takes so long

// Opening is what is seen until a project is there. On a slow line the first visit takes
// a while: then it says what is on its way.
export function Opening() {
  const loaded = useStudio((s) => s.loaded)
  const [long, setLong] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setLong(true), patience)
    return () => clearTimeout(timer)
  }, [])
  return (
    <div role="status">
      <p>Opening the project …</p>
      {long && (
        <p className="mt-2 text-faint">
          {loaded
            ? 'Its model is on its way.'
            : `The program that draws and answers in this page is on its way (${size} MB, kept for the next time).`}
        </p>
      )}
    </div>
  )
}
