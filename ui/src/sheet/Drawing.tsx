import { memo, useEffect, useReducer, useRef } from 'react'

import { type Group } from '../core/api'
import { advance } from './gradually'
import { SceneGroup } from './SceneGroup'

// All groups of the scene. It is drawn again only when the scene or the selection
// changes: panning, zooming and dragging leave it alone.
export const Drawing = memo(function Drawing({ groups, selection }: { groups: Group[]; selection: string[] }) {
  const drawn = useRef<readonly Group[]>([])
  const [, again] = useReducer((n: number) => n + 1, 0)
  const now = advance(drawn.current, groups)
  useEffect(() => {
    drawn.current = now
    if (now === groups) return
    const frame = requestAnimationFrame(again)
    return () => cancelAnimationFrame(frame)
  })
  const chosen = new Set(selection)
  return (
    <>
      {now.map((g) => (
        <SceneGroup key={g.id} group={g} selected={g.id !== 'frame' && g.id !== 'legend' && chosen.has(g.subject ?? '')} />
      ))}
    </>
  )
})
