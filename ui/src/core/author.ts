// The name under which others see what is done in this browser. Who that is, the server
// knows by a cookie.

const key = 'lexeon.author'

export function author(): { name: string } {
  try {
    const { name } = JSON.parse(localStorage.getItem(key) ?? '') as { name?: unknown }
    if (typeof name === 'string') return { name }
  } catch {
    // none yet
  }
  return { name: '' }
}

export function setAuthorName(name: string) {
  localStorage.setItem(key, JSON.stringify({ name }))
}
