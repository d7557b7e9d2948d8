import { setNonce } from 'get-nonce'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'

import { cannotRun } from '../core/able'
import { routeOf } from '../common/router'
import { App, loadWorkspace } from './App'
import { loadStage, loadStages } from './stages'
import './styles.css'
import { applyTheme } from './theme'

// The policy of the page allows styles with its nonce only; menus put some in.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '')
applyTheme()

const why = cannotRun()

// What the address needs is asked for at once, and not one after the other. The other
// stages, and what is held for the next visit, come when this one has what it needs: they
// share the line.
const { project, stage } = routeOf(location.pathname)
const beginning = import('../core/begin')
if (project && !why) {
  void loadWorkspace().catch(() => undefined)
  loadStage(stage)
}
void beginning
  .then(async ({ begin, hold }) => {
    if (project && !why) await begin(loadWorkspace())
    await Promise.allSettled([loadWorkspace(), loadStages()])
    await hold()
  })
  .catch(() => undefined)

const root = document.getElementById('root')
const shown = why ? <p className="p-10" role="alert" children={why} /> : <App />
if (root) createRoot(root).render(<StrictMode>{shown}</StrictMode>)
