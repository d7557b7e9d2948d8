import { create } from 'zustand'

// What the page tells in words. Errors stay until they are dismissed, the last of them.

export type Message = { id: number; tone: 'info' | 'error'; text: string; action?: { label: string; run: () => void } }

type Said = {
  messages: Message[]
  say: (text: string, tone?: Message['tone'], action?: Message['action']) => void
  dismiss: (id: number) => void
}

const shownFor = 8000 // milliseconds
let count = 0

export const useSaid = create<Said>()((set, get) => ({
  messages: [],
  say(text, tone = 'info', action) {
    const id = ++count
    const errors = get()
      .messages.filter((m) => m.tone === 'error')
      .slice(-2)
    set({ messages: [...errors, { id, tone, text, action }] })
    if (tone === 'info') setTimeout(() => get().dismiss(id), shownFor)
  },
  dismiss: (id) => set({ messages: get().messages.filter((m) => m.id !== id) }),
}))
