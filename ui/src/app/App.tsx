import { lazy, Suspense, useEffect } from 'react'

import { useRoute } from '../common/router'
import { Messages } from './Messages'
import { Projects } from './Projects'

export const loadWorkspace = () => import('./Workspace').then((m) => ({ default: m.Workspace }))
const Workspace = lazy(loadWorkspace)

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
      {route.project ? (
        <Suspense fallback={<main className="p-10">Opening the project …</main>}>
          <Workspace key={route.project} route={{ ...route, project: route.project }} />
        </Suspense>
      ) : (
        <Projects />
      )}
      <Messages />
    </>
  )
}
