import { useId, useState } from 'react'

import { projectPath, useStudio } from '../core/state'
import { useFetched } from './useFetched'

type Name = { value: string; title: string }

// withName adds a name to those that stand in a text, between commas, unless it stands there.
export function withName(text: string, name: string): string {
  const there = text
    .split(',')
    .map((n) => n.trim())
    .filter((n) => n !== '')
  if (there.some((n) => n.toLowerCase() === name.toLowerCase())) return there.join(', ')
  return [...there, name].join(', ')
}

// What can be named is chosen from a list, which is asked for once somebody comes to it. The list shows kinds too:
// "package Billing". What it does not have, or not yet, is added as it was typed: it is told where the option stands if
// nothing is called so.
export function AddName({ target, all, choose }: { target: string; all: string; choose: (all: string) => void }) {
  const [visited, visit] = useState(false)
  const [typed, type] = useState('')
  const revision = useStudio((s) => s.revision)
  const { value: names = [] } = useFetched<Name[]>(visited ? projectPath(`targets/${target}/names`) : undefined, revision)
  const id = useId()
  const add = (text: string) => {
    const name = names.find((n) => n.title === text) ?? names.find((n) => n.value.toLowerCase() === text.trim().toLowerCase())
    const added = name?.value ?? text.trim()
    type('')
    if (added !== '') choose(withName(all, added))
  }
  return (
    <>
      <input
        className="field mt-1"
        aria-label="Add one by its name"
        placeholder="Add one by its name"
        list={id}
        value={typed}
        onFocus={() => visit(true)}
        onChange={(e) => (names.some((n) => n.title === e.target.value) ? add(e.target.value) : type(e.target.value))}
        onKeyDown={(e) => e.key === 'Enter' && add(typed)}
      />
      <datalist id={id}>
        {names.map((n) => (
          <option key={n.value} value={n.title} />
        ))}
      </datalist>
    </>
  )
}
