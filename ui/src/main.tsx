import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'

import { App } from './App'
import './styles.css'
import { cannotRun } from './core/able'
import { hold } from './core/hold'
import { useStudio } from './state'
import { applyTheme } from './theme'

// The policy of the page allows styles with its nonce only; menus put some in.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '')
applyTheme()

// What is held for the next visit comes when this one has what it needs: they share the line.
const served = new Promise<void>((resolve) => {
  if (!location.pathname.startsWith('/p/')) return resolve()
  const stop = useStudio.subscribe(({ ready, missing }) => {
    if (!ready && !missing) return
    stop()
    resolve()
  })
})
void served.then(hold)

const root = document.getElementById('root')
const why = cannotRun()
if (root) createRoot(root).render(<StrictMode>{why ? <p className="p-10" role="alert">{why}</p> : <App />}</StrictMode>)
