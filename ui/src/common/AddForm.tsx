import { useState } from 'react'

// AddForm makes something new by its name.
export function AddForm(props: { label: string; placeholder: string; className?: string; tight?: boolean; onAdd: (name: string) => void }) {
  const [name, setName] = useState('')
  return (
    <form
      className="flex gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (name.trim()) props.onAdd(name.trim())
        setName('')
      }}
    >
      <input
        className={`field ${props.className ?? ''}`}
        aria-label={props.label}
        placeholder={props.placeholder}
        maxLength={200}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <button className={props.tight ? 'button px-2!' : 'button'} disabled={!name.trim()}>
        Add
      </button>
    </form>
  )
}
