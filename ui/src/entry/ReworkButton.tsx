import { useState } from 'react'
import { Rework } from './Rework'

// Larger changes in one step, shown before they are done.
export function ReworkButton({ id, name }: { id: string; name: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button className="button self-start" onClick={() => setOpen(true)}>
        Rework …
      </button>
      {open && <Rework id={id} name={name} onClose={() => setOpen(false)} />}
    </>
  )
}
