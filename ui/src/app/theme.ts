// Light or dark: as the system has it, until somebody chooses.

const key = 'lexeon.theme'
const dark = matchMedia('(prefers-color-scheme: dark)')

export function theme(): 'light' | 'dark' {
  const kept = localStorage.getItem(key)
  if (kept === 'light' || kept === 'dark') return kept
  return dark.matches ? 'dark' : 'light'
}

export function applyTheme() {
  document.documentElement.dataset.theme = theme()
}

export function switchTheme() {
  localStorage.setItem(key, theme() === 'dark' ? 'light' : 'dark')
  applyTheme()
}

dark.addEventListener('change', applyTheme)
