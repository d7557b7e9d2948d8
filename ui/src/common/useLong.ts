import { useVirtualizer } from '@tanstack/react-virtual'
import { type RefObject, useLayoutEffect, useRef, useState } from 'react'

// Lists and tables of thousands show what is in sight. Short ones are there as a whole.

const short = 200 // items

// Place is what the element of an item bears, so that it is measured and told where it
// stands.
export type Place = { ref?: (element: Element | null) => void; 'data-index'?: number; 'aria-setsize'?: number; 'aria-posinset'?: number }

// useLong tells which items of a list are drawn, and how many pixels are left free before
// and behind them. height is that of one item, where it is not measured yet.
export function useLong<T>(
  items: readonly T[],
  { height, gap = 0, scroller }: { height: number; gap?: number; scroller: RefObject<HTMLElement | null> },
) {
  const list = useRef<HTMLElement>(null)
  const [margin, setMargin] = useState(0)
  const whole = items.length <= short
  useLayoutEffect(() => {
    const [outer, inner] = [scroller.current, list.current]
    if (outer && inner && !whole) setMargin(inner.getBoundingClientRect().top - outer.getBoundingClientRect().top + outer.scrollTop)
  }, [scroller, whole])
  const virtual = useVirtualizer({
    count: whole ? 0 : items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    gap,
    overscan: 20,
    scrollMargin: margin,
  })
  const seen = virtual.getVirtualItems()
  const first = seen[0]
  const last = seen.at(-1)
  return {
    list,
    before: first ? first.start - margin : 0,
    behind: last ? virtual.getTotalSize() - (last.end - margin) : 0,
    drawn: whole
      ? items.map((item) => ({ item, place: {} as Place }))
      : seen.flatMap(({ index }) => {
          const item = items[index]
          const place: Place = {
            ref: virtual.measureElement,
            'data-index': index,
            'aria-setsize': items.length,
            'aria-posinset': index + 1,
          }
          return item === undefined ? [] : [{ item, place }]
        }),
  }
}
