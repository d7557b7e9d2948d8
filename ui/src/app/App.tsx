import { useEffect } from 'react'

import { part } from '../common/part'
import { useRoute } from '../common/router'
import { Messages } from '../common/Messages'
import { Projects } from './Projects'

const Workspace = part(() => import('./Workspace').then((m) => m.Workspace), <main className="p-10">Opening the project …</main>)
export const loadWorkspace = Workspace.bring

export function App() {
  const route = useRoute()
  // What an earlier window left of other projects is sent, whatever is opened now.
  useEffect(
    () =>
      void import('../core/session').then(
        (m) => m.sendLeftovers(route.project),
        () => undefined,
      ),
    [route.project],
  )
  return (
    <>
      {route.project ? <Workspace key={route.project} route={{ ...route, project: route.project }} /> : <Projects />}
      {!route.project && <Messages className="fixed bottom-4 left-4 z-50 max-w-2xl" />}
    </>
  )
}
