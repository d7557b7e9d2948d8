import { useSyncExternalStore } from 'react'

// The two sides of the frame can be folded to a strip. It is remembered, for all windows of
// this browser that are opened after.

export type FoldedSide = 'path' | 'entry'

const key = (side: FoldedSide) => `lexeon.folded.${side}`
const listeners = new Set<() => void>()

export const isFolded = (side: FoldedSide) => localStorage.getItem(key(side)) === 'yes'

export function fold(side: FoldedSide, to = !isFolded(side)) {
  if (to) localStorage.setItem(key(side), 'yes')
  else localStorage.removeItem(key(side))
  listeners.forEach((heard) => heard())
}

export const useFolded = (side: FoldedSide) =>
  useSyncExternalStore(
    (heard) => {
      listeners.add(heard)
      return () => listeners.delete(heard)
    },
    () => isFolded(side),
  )
