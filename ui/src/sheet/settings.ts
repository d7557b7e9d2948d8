import { create } from 'zustand'

// How this browser likes its sheet. Kept here, not in the model.

type Settings = {
  grid: boolean
  snap: boolean
  overview: boolean
  findings: boolean
  frame: boolean // around exported pictures
  set: (change: Partial<Omit<Settings, 'set'>>) => void
}

const key = 'lexeon.sheet'

function kept(): Partial<Settings> {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Settings>
  } catch {
    return {}
  }
}

export const useSettings = create<Settings>()((set, get) => ({
  grid: false,
  snap: true,
  overview: true,
  findings: true,
  frame: false,
  ...kept(),
  set(change) {
    set(change)
    const { grid, snap, overview, findings, frame } = get()
    localStorage.setItem(key, JSON.stringify({ grid, snap, overview, findings, frame }))
  },
}))
