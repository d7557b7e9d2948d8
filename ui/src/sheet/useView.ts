import { type RefObject, useCallback, useEffect, useRef, useState } from 'react'

import { type Point, type Rect } from '../core/api'
import { useSize } from '../common/useSize'
import { fitted, maxZoom, minZoom, type View, whole } from './fitting'

export { type View } from './fitting'

// The part of the drawing that is seen: pan in pixels of the window, and zoom.

const sizeOf = (el: HTMLElement) => ({ w: el.clientWidth, h: el.clientHeight })

export function useView(box: RefObject<HTMLElement | null>, bounds: Rect | undefined, diagram: string | undefined) {
  const [view, setView] = useState<View>({ x: 0, y: 0, k: 1 })
  const opened = useRef<string>(undefined)
  const room = useSize(box)

  // What fit showed last, where that was a part: pressed again, it shows the whole.
  const part = useRef<View>(undefined)
  const untouched = useRef<{ view: View; again: () => View }>(undefined)
  const now = useRef(view)
  useEffect(() => void (now.current = view), [view])
  const fit = useCallback(
    (selected?: Rect, limit = maxZoom) => {
      const el = box.current
      if (!el || !bounds) return
      const size = sizeOf(el)
      const again = part.current !== undefined && part.current === now.current
      const { view: next, partly } = again ? { view: whole(bounds, size, limit), partly: false } : fitted(bounds, size, limit, selected)
      part.current = partly ? next : undefined
      untouched.current = {
        view: next,
        again: () => (again ? whole(bounds, sizeOf(el), limit) : fitted(bounds, sizeOf(el), limit, selected).view),
      }
      setView(next)
    },
    [box, bounds],
  )

  // What was fitted, and not moved since, is fitted again when a side of the frame is folded.
  useEffect(() => {
    const last = untouched.current
    if (!room.w || last?.view !== now.current) return
    const next = last.again()
    if (part.current === last.view) part.current = next
    last.view = next
    setView(next)
  }, [room])

  // A diagram that is opened is never shown larger than it is.
  useEffect(() => {
    if (!bounds || !diagram || opened.current === diagram) return
    opened.current = diagram
    part.current = undefined
    fit(undefined, 1)
  }, [bounds, diagram, fit])

  // What the next drawing shows is fitted too.
  const fitNext = useCallback(() => {
    opened.current = undefined
  }, [])

  const zoomAt = useCallback((at: Point, factor: number) => {
    setView((v) => {
      const k = Math.min(maxZoom, Math.max(minZoom, v.k * factor))
      return { k, x: at.x - ((at.x - v.x) * k) / v.k, y: at.y - ((at.y - v.y) * k) / v.k }
    })
  }, [])

  useEffect(() => {
    const el = box.current
    if (!el) return
    const wheel = (e: WheelEvent) => {
      e.preventDefault()
      const r = el.getBoundingClientRect()
      if (e.ctrlKey || e.metaKey) zoomAt({ x: e.clientX - r.left, y: e.clientY - r.top }, Math.exp(-e.deltaY * 0.002))
      else setView((v) => ({ ...v, x: v.x - (e.shiftKey ? e.deltaY : e.deltaX), y: v.y - (e.shiftKey ? 0 : e.deltaY) }))
    }
    el.addEventListener('wheel', wheel, { passive: false })
    return () => el.removeEventListener('wheel', wheel)
  }, [box, zoomAt])

  const zoom = useCallback(
    (factor: number) => {
      const el = box.current
      if (el) zoomAt({ x: el.clientWidth / 2, y: el.clientHeight / 2 }, factor)
    },
    [box, zoomAt],
  )
  // reveal pans just as far as it takes to see a place of the drawing.
  const reveal = useCallback(
    (r: Rect) => {
      setView((v) => {
        const shift = (from: number, length: number, offset: number, room: number) => {
          const margin = 30
          const start = from * v.k + offset
          const end = start + length * v.k
          if (start >= 0 && end <= room) return 0
          // What is larger than the window and fills it is seen: it does not jump under the hand.
          if (end - start + 2 * margin > room && start < room / 2 && end > room / 2) return 0
          if (end - start + 2 * margin > room || start < 0) return margin - start
          return room - margin - end
        }
        const dx = shift(r.x, r.w, v.x, room.w)
        const dy = shift(r.y, r.h, v.y, room.h)
        return dx || dy ? { ...v, x: v.x + dx, y: v.y + dy } : v
      })
    },
    [room],
  )
  // look moves the middle of the window to a point of the drawing.
  const look = useCallback(
    (x: number, y: number) => {
      const el = box.current
      if (el) setView((v) => ({ ...v, x: el.clientWidth / 2 - x * v.k, y: el.clientHeight / 2 - y * v.k }))
    },
    [box],
  )
  const zoomTo = useCallback(
    (k: number) =>
      setView((v) => {
        const el = box.current
        const at = { x: (el?.clientWidth ?? 0) / 2, y: (el?.clientHeight ?? 0) / 2 }
        return { k, x: at.x - ((at.x - v.x) * k) / v.k, y: at.y - ((at.y - v.y) * k) / v.k }
      }),
    [box],
  )
  const pan = useCallback((dx: number, dy: number) => setView((v) => ({ ...v, x: v.x + dx, y: v.y + dy })), [])
  return { view, room, fit, fitNext, zoom, zoomAt, zoomTo, pan, look, reveal }
}
