import { memo } from 'react'

import { type Group } from './api'
import { SceneGroup } from './SceneGroup'

// All groups of the scene. It is drawn again only when the scene or the selection
// changes: panning, zooming and dragging leave it alone.
export const Drawing = memo(function Drawing({ groups, selection }: { groups: Group[]; selection: string[] }) {
  const chosen = new Set(selection)
  return <>{groups.map((g) => <SceneGroup key={g.id} group={g} selected={g.id !== 'frame' && g.id !== 'legend' && chosen.has(g.subject ?? '')} />)}</>
})
