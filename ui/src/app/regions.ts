// The regions of a page, in the order in which F6 goes round them: the path, the statement
// line, what the stage shows, and what stands beside it.

const regions = 'nav[aria-label="Path"], header, main, aside, [role="region"][data-stop]'

// What can have the keyboard within a region.
const stops = 'svg[role="application"], a[href], button:not([disabled]), input:not([disabled]), select, textarea, [tabindex="0"], summary'

const seen = (element: Element) => element.getClientRects().length > 0

// all lists the regions that are shown; one within another is left to that.
function all(): HTMLElement[] {
  const found = [...document.querySelectorAll<HTMLElement>(regions)].filter(seen)
  return found.filter((r) => !found.some((other) => other !== r && other.contains(r)))
}

// goRound gives the keyboard to the next region, or to the one before.
export function goRound(back: boolean) {
  const list = all()
  if (list.length === 0) return
  const at = list.findIndex((r) => r.contains(document.activeElement))
  for (let n = 1; n <= list.length; n++) {
    const from = at < 0 ? (back ? list.length : -1) : at
    const region = list[(from + (back ? -n : n) + 2 * list.length) % list.length]
    const sheet = region?.querySelector<SVGSVGElement>('svg[role="application"]')
    const stop = sheet ?? [...(region?.querySelectorAll<HTMLElement>(stops) ?? [])].find(seen)
    if (!stop) continue
    stop.focus({ preventScroll: true })
    return
  }
}
