import { type Author, newId } from './api'

// The author of changes: a name, and a random id that stays in this browser.

const key = 'lexeon.author'

export function author(): Author {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '') as Author
    if (kept.id) return kept
  } catch {
    // none yet
  }
  const fresh = { id: newId(), name: '' }
  localStorage.setItem(key, JSON.stringify(fresh))
  return fresh
}

export function setAuthorName(name: string) {
  localStorage.setItem(key, JSON.stringify({ ...author(), name }))
}
