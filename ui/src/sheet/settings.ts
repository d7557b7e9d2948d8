import { create } from 'zustand'

// How this browser likes its sheet. Kept here, not in the model.

type Settings = {
  grid: boolean
  snap: boolean
  overview: boolean
  findings: boolean
  beside: boolean // tables beside classes, and classes beside tables
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
  beside: false,
  frame: false,
  ...kept(),
  set(change) {
    set(change)
    const { grid, snap, overview, findings, beside, frame } = get()
    localStorage.setItem(key, JSON.stringify({ grid, snap, overview, findings, beside, frame }))
  },
}))
