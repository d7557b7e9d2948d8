import { Messages } from './Messages'
import { Projects } from './Projects'
import { useEffect } from 'react'

import { sendLeftovers } from './core/session'
import { useRoute } from './router'
import { Workspace } from './Workspace'

export function App() {
  const route = useRoute()
  // What an earlier window left of other projects is sent, whatever is opened now.
  useEffect(() => void sendLeftovers(route.project), [route.project])
  return (
    <>
      {route.project ? <Workspace key={route.project} route={{ ...route, project: route.project }} /> : <Projects />}
      <Messages />
    </>
  )
}
