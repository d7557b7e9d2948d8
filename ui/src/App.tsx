import { Messages } from './Messages'
import { Projects } from './Projects'
import { useRoute } from './router'
import { Workspace } from './Workspace'

export function App() {
  const route = useRoute()
  return (
    <>
      {route.project ? <Workspace key={route.project} route={{ ...route, project: route.project }} /> : <Projects />}
      <Messages />
    </>
  )
}
