import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'

import { App } from './App'
import './styles.css'
import { cannotRun } from './core/able'
import { applyTheme } from './theme'

// The policy of the page allows styles with its nonce only; menus put some in.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '')
applyTheme()

// The service worker holds page and program. Where there is none (an address that is
// not secure) a reload needs the line, and the page says so.
if ('serviceWorker' in navigator) {
  const held = navigator.serviceWorker.controller !== null
  void navigator.serviceWorker.register('/sw.js').then(async () => {
    if (held) return
    // What this page was made of is held from the first visit on.
    await navigator.serviceWorker.ready
    const files = performance.getEntriesByType('resource').map((e) => new URL(e.name).pathname).filter((p) => /^\/(assets|core|fonts)\//.test(p))
    await Promise.all([...new Set(files)].map((f) => fetch(f).catch(() => undefined)))
  }, () => undefined)
}

const root = document.getElementById('root')
const why = cannotRun()
if (root) createRoot(root).render(<StrictMode>{why ? <p className="p-10" role="alert">{why}</p> : <App />}</StrictMode>)
