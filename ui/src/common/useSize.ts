import { type RefObject, useEffect, useState } from 'react'

// useSize tells how large an element is. It is told by the browser: to ask it while
// drawing would make it lay out everything at once.
export function useSize(box: RefObject<HTMLElement | null>): { w: number; h: number } {
  const [size, setSize] = useState({ w: 0, h: 0 })
  useEffect(() => {
    const el = box.current
    if (!el) return
    const watcher = new ResizeObserver(([entry]) => {
      if (entry) setSize({ w: entry.contentRect.width, h: entry.contentRect.height })
    })
    watcher.observe(el)
    return () => watcher.disconnect()
  }, [box])
  return size
}
