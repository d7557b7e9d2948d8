import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'

import { App } from './App'
import './styles.css'
import { applyTheme } from './theme'

// The policy of the page allows styles with its nonce only; menus put some in.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '')
applyTheme()

const root = document.getElementById('root')
if (root) createRoot(root).render(<StrictMode><App /></StrictMode>)
