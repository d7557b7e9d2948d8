import { type KeyboardEvent, type ReactNode, useLayoutEffect, useRef } from 'react'

export type Item = { key: string; title: ReactNode; name: string; detail: string; take: () => void }

// TakeList lists what can be taken, one key each: arrows go on, Enter takes. What was taken
// goes, and the next one has the keyboard.
export function TakeList({ label, items, none }: { label: string; items: Item[]; none: string }) {
  const list = useRef<HTMLUListElement>(null)
  const at = useRef<number>(undefined) // where the keyboard was when something was taken
  const buttons = () => [...(list.current?.querySelectorAll('button') ?? [])]
  const here = () => buttons().findIndex((b) => b === document.activeElement)
  useLayoutEffect(() => {
    if (at.current === undefined || here() >= 0) return
    const all = buttons()
    ;(all[Math.min(at.current, all.length - 1)] ?? list.current)?.focus()
    at.current = undefined
  })
  const keys = (e: KeyboardEvent) => {
    if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return
    const all = buttons()
    all[Math.max(0, Math.min(all.length - 1, here() + (e.key === 'ArrowDown' ? 1 : -1)))]?.focus()
    e.preventDefault()
    e.stopPropagation()
  }
  return (
    <ul
      ref={list}
      tabIndex={0}
      aria-label={label}
      className="flex min-h-0 flex-1 flex-col overflow-y-auto p-2"
      onKeyDown={keys}
      onFocus={(e) => e.target === list.current && buttons()[0]?.focus()}
    >
      {items.length === 0 && <li className="p-2 text-faint">{none}</li>}
      {items.map((item) => (
        <li key={item.key}>
          <button
            tabIndex={-1}
            className="w-full px-2 py-1 text-left hover:bg-tint focus:bg-tint"
            aria-label={`Add ${item.name}`}
            onClick={() => {
              at.current = here()
              item.take()
            }}
          >
            <span className="block break-words">{item.title}</span>
            <span className="block text-sm text-faint">{item.detail}</span>
          </button>
        </li>
      ))}
    </ul>
  )
}
