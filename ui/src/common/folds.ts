import { useSyncExternalStore } from 'react'

// The two sides of the frame can be folded to a strip. It is remembered, for all windows of
// this browser that are opened after. Where the window is narrow, as at 200 % zoom, both are
// folded until one is asked for, and only that one is open.

export type FoldedSide = 'path' | 'entry'

const key = (side: FoldedSide) => `lexeon.folded.${side}`
const listeners = new Set<() => void>()
const narrow = matchMedia('(max-width: 860px)')
let openWhereNarrow: FoldedSide | undefined

export const isFolded = (side: FoldedSide) => (narrow.matches ? openWhereNarrow !== side : localStorage.getItem(key(side)) === 'yes')

export function fold(side: FoldedSide, to = !isFolded(side)) {
  if (narrow.matches) openWhereNarrow = to ? undefined : side
  else if (to) localStorage.setItem(key(side), 'yes')
  else localStorage.removeItem(key(side))
  tell()
}

// whereNarrow folds both sides again where only one fits beside what was gone to.
export function whereNarrow() {
  if (!narrow.matches || !openWhereNarrow) return
  openWhereNarrow = undefined
  tell()
}

const tell = () => listeners.forEach((heard) => heard())
narrow.addEventListener('change', tell)

export const useFolded = (side: FoldedSide) =>
  useSyncExternalStore(
    (heard) => {
      listeners.add(heard)
      return () => listeners.delete(heard)
    },
    () => isFolded(side),
  )
