import { create } from 'zustand'

// What the page tells in words. Errors stay until they are dismissed, the last of them. A
// question stays for longer than what only tells, and the next one takes its place.

export type Message = { id: number; tone: 'info' | 'question' | 'error'; text: string; action?: { label: string; run: () => void } }

type Said = {
  messages: Message[]
  say: (text: string, tone?: Message['tone'], action?: Message['action']) => void
  dismiss: (id: number) => void
}

const shownFor = { info: 8000, question: 40000 } // milliseconds
let count = 0

export const useSaid = create<Said>()((set, get) => ({
  messages: [],
  say(text, tone = 'info', action) {
    const id = ++count
    const { messages } = get()
    const errors = messages.filter((m) => m.tone === 'error').slice(-2)
    const questions = tone === 'question' ? [] : messages.filter((m) => m.tone === 'question')
    set({ messages: [...errors, ...questions, { id, tone, text, action }] })
    if (tone !== 'error') setTimeout(() => get().dismiss(id), shownFor[tone])
  },
  dismiss: (id) => set({ messages: get().messages.filter((m) => m.id !== id) }),
}))
