import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'

import { App } from './App'
import './styles.css'
import { cannotRun } from './core/able'
import { hold } from './core/hold'
import { applyTheme } from './theme'

// The policy of the page allows styles with its nonce only; menus put some in.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '')
applyTheme()

void hold()

const root = document.getElementById('root')
const why = cannotRun()
if (root) createRoot(root).render(<StrictMode>{why ? <p className="p-10" role="alert">{why}</p> : <App />}</StrictMode>)
