import { type PointerEvent, type RefObject, useEffect, useRef, useState } from 'react'

import { type Change, type Group, type Id, newId, type Point, type Rect, type Slot } from '../core/api'
import { around, between, center, overlap, union } from './geometry'
import { catchGuides, type Guide } from './guides'
import { bendsAfter } from './bends'
import { slotAt } from './slots'
import { useStudio } from '../core/state'
import { type useView } from './useView'

// What the pointer does on the sheet, from pressing it to letting it go. While
// something is moved the page shifts what is there; what letting go means the core says.

export type Drag =
  | { what: 'pan'; from: Point }
  | { what: 'rect'; from: Point; to: Point; add: string[] }
  | {
      what: 'move'
      groups: Group[]
      lines: Group[]
      from: Point
      dx: number
      dy: number
      moved: boolean
      guides: Guide[]
      sent?: boolean
      click?: string
    }
  | { what: 'connect'; group: Group; to: Point; moved: boolean }
  | { what: 'resize'; group: Group; edge: string; from: Point; w: number; h: number; sent?: boolean }
  | { what: 'bend'; group: Group; handle: number; from: Point; points: Point[]; moved: boolean; sent?: boolean }
  | { what: 'side'; group: Group; side: 'from' | 'to'; from: Point; to: Point; moved: boolean }
  | { what: 'label'; group: Group; slot: Slot; from: Point; dx: number; dy: number; moved: boolean; again?: boolean; sent?: boolean }

type At = { clientX: number; clientY: number }

export function useDrag(props: {
  svg: RefObject<SVGSVGElement | null>
  box: RefObject<HTMLDivElement | null>
  view: ReturnType<typeof useView>
  groups: Group[]
  diagram?: Id
  settings: { grid: boolean; snap: boolean }
  armed: boolean
  focus: () => void
  onPlace: (at: Point) => void
  onConnect: (from: Group, to: Group | undefined, at: Point, screen: Point) => void
  onSide: (line: Group, side: 'from' | 'to', to: Group | undefined, at: Point) => void
  onEdit: (slot: Slot) => void
  onHeld: (component: string) => void
}) {
  const { svg, box, groups, settings } = props
  const { view, pan, zoomAt } = props.view
  const [state, setState] = useState<Drag>()
  const pointer = useRef<Point>(undefined) // where it was last, in the scene
  const touches = useRef(new Map<number, Point>())
  const { select, selectAll, toggle, submit, propose } = useStudio.getState()

  const inBox = (e: At): Point => {
    const r = box.current?.getBoundingClientRect()
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) }
  }
  const toScene = (p: Point): Point => ({ x: Math.round((p.x - view.x) / view.k), y: Math.round((p.y - view.y) / view.k) })
  const inScene = (e: At) => toScene(inBox(e))
  const middle = () => toScene({ x: (box.current?.clientWidth ?? 0) / 2, y: (box.current?.clientHeight ?? 0) / 2 })

  // within: on the sheet, not dropped on what lies beside it.
  function within(e: At): boolean {
    const r = box.current?.getBoundingClientRect()
    return Boolean(r && e.clientX > r.left && e.clientX < r.right && e.clientY > r.top && e.clientY < r.bottom)
  }

  function groupAt(e: At): Group | undefined {
    const el = document.elementFromPoint(e.clientX, e.clientY)?.closest<SVGGElement>('[data-subject]')
    return el ? groups.find((g) => g.id === el.dataset.group) : undefined
  }

  // heldAt is what the handle under the pointer belongs to.
  function heldAt(e: At): Group | undefined {
    const { selection } = useStudio.getState()
    const part = document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-part]')
    return part && selection.length === 1 ? groups.find((g) => g.subject === selection[0]) : undefined
  }

  // While shapes are moved the drawing itself is shifted, not drawn again.
  const shifted = state?.what === 'move' && state.moved ? state : undefined
  const ids = shifted?.groups.map((g) => g.id).join(' ')
  const faded = shifted?.lines.map((g) => g.id).join(' ')
  useEffect(() => {
    const root = svg.current
    if (!root || ids === undefined) return
    const found = (list: string) =>
      list
        .split(' ')
        .filter(Boolean)
        .flatMap((id) => root.querySelector<SVGGElement>(`[data-group="${CSS.escape(id)}"]`) ?? [])
    const moved = found(ids)
    const away = found(faded ?? '')
    away.forEach((el) => el.classList.add('faded'))
    return () => {
      moved.forEach((el) => el.removeAttribute('transform'))
      away.forEach((el) => el.classList.remove('faded'))
    }
  }, [svg, ids, faded])
  useEffect(() => {
    const root = svg.current
    if (!root || !shifted) return
    for (const g of shifted.groups)
      root.querySelector(`[data-group="${CSS.escape(g.id)}"]`)?.setAttribute('transform', `translate(${shifted.dx} ${shifted.dy})`)
  })

  const over = () => setState(undefined)

  function down(e: PointerEvent<SVGSVGElement>) {
    touches.current.set(e.pointerId, inBox(e))
    if (touches.current.size === 2) return over() // two fingers: zoom
    if (e.button === 2) return
    props.focus()
    const at = inScene(e)
    const target = e.target instanceof Element ? e.target : undefined
    svg.current?.setPointerCapture(e.pointerId)
    if (e.button === 1 || svg.current?.dataset.space === 'true') return setState({ what: 'pan', from: inBox(e) })
    if (props.armed) {
      svg.current?.releasePointerCapture(e.pointerId)
      return props.onPlace(at)
    }
    const { selection } = useStudio.getState()
    const current = groups.find((g) => g.subject === selection[0] && selection.length === 1)
    const part = target?.closest<SVGElement>('[data-part]')?.dataset.part
    if (current && part === 'connect') return setState({ what: 'connect', group: current, to: at, moved: false })
    if (current?.box && part?.startsWith('resize'))
      return setState({ what: 'resize', group: current, edge: part.slice(7), from: at, w: current.box.w, h: current.box.h })
    if (current?.route && part?.startsWith('bend'))
      return setState({ what: 'bend', group: current, handle: Number(part.slice(5)), from: at, points: current.route, moved: false })
    if (current?.route && part?.startsWith('side'))
      return setState({ what: 'side', group: current, side: part === 'side-from' ? 'from' : 'to', from: at, to: at, moved: false })
    const group =
      groups.find((g) => g.id === target?.closest<SVGGElement>('[data-subject]')?.dataset.group) ?? (part === 'label' ? current : undefined)
    if (!group) {
      if (!e.shiftKey) select(undefined)
      return setState({ what: 'rect', from: at, to: at, add: e.shiftKey ? selection : [] })
    }
    const subject = group.subject ?? ''
    if (e.shiftKey) return toggle(subject)
    const label = group.route && slotAt(group, at.x, at.y)
    if (label?.label) {
      const again = selection.includes(subject)
      if (!again) select(subject)
      return setState({ what: 'label', group, slot: label, from: at, dx: 0, dy: 0, moved: false, again })
    }
    const already = selection.includes(subject)
    if (!already) select(subject)
    if (group.kind === 'port' && group.box)
      return setState({ what: 'move', groups: [group], lines: [], from: at, dx: 0, dy: 0, moved: false, guides: [] })
    const pulled = groups.filter((g) => (already ? selection : [subject]).includes(g.subject ?? '') && g.box && g.kind !== 'port')
    const along = new Set<Group>(pulled) // a boundary takes along what stands in it, at any depth
    for (const g of along) for (const o of groups) if (g.holds?.includes(o.id) || (o.at && o.at === g.subject)) along.add(o)
    const chosen = [...along]
    const subjects = new Set(chosen.map((g) => g.subject))
    const lines = groups.filter((g) => g.between?.some((id) => subjects.has(id)))
    // A click on one of several that are selected selects it alone, once it is clear that nothing is moved.
    setState({
      what: 'move',
      groups: chosen,
      lines,
      from: at,
      dx: 0,
      dy: 0,
      moved: false,
      guides: [],
      click: already && selection.length > 1 ? subject : undefined,
    })
  }

  function move(e: PointerEvent<SVGSVGElement>) {
    const inside = inBox(e)
    pointer.current = toScene(inside)
    if (touches.current.has(e.pointerId)) {
      const old = touches.current.get(e.pointerId) ?? inside
      touches.current.set(e.pointerId, inside)
      if (touches.current.size === 2) {
        const other = [...touches.current].find(([id]) => id !== e.pointerId)?.[1] ?? inside
        const was = Math.hypot(old.x - other.x, old.y - other.y)
        const is = Math.hypot(inside.x - other.x, inside.y - other.y)
        if (was > 0) zoomAt({ x: (inside.x + other.x) / 2, y: (inside.y + other.y) / 2 }, is / was)
        pan((inside.x - old.x) / 2, (inside.y - old.y) / 2)
        return
      }
    }
    if (!state || ('sent' in state && state.sent)) return
    const at = toScene(inside)
    const far = (from: Point) => Math.hypot(at.x - from.x, at.y - from.y) * view.k > 3
    switch (state.what) {
      case 'pan':
        pan(inside.x - state.from.x, inside.y - state.from.y)
        return setState({ ...state, from: inside })
      case 'rect':
        return setState({ ...state, to: at })
      case 'connect':
        return setState({ ...state, to: at, moved: true })
      case 'side':
        return setState({ ...state, to: at, moved: state.moved || far(state.from) })
      case 'resize': {
        const b = state.group.box
        if (!b) return
        return setState({
          ...state,
          w: state.edge.includes('e') ? Math.max(20, b.w + at.x - state.from.x) : b.w,
          h: state.edge.includes('s') ? Math.max(20, b.h + at.y - state.from.y) : b.h,
        })
      }
      case 'bend':
        return setState({
          ...state,
          points: bendsAfter(state.group, state.handle, at.x - state.from.x, at.y - state.from.y),
          moved: state.moved || far(state.from),
        })
      case 'label':
        return setState({ ...state, dx: at.x - state.from.x, dy: at.y - state.from.y, moved: state.moved || far(state.from) })
      case 'move': {
        if (state.groups.length === 0) return
        let dx = at.x - state.from.x
        let dy = at.y - state.from.y
        let guides: Guide[] = []
        const start = union(state.groups.flatMap((g) => g.box ?? []))
        if (start && !e.altKey && (settings.snap || settings.grid)) {
          const mine = new Set(state.groups.map((g) => g.id))
          const seen: Rect = {
            x: -view.x / view.k,
            y: -view.y / view.k,
            w: (box.current?.clientWidth ?? 0) / view.k,
            h: (box.current?.clientHeight ?? 0) / view.k,
          }
          const others = settings.snap ? groups.flatMap((g) => (g.box && !mine.has(g.id) && overlap(g.box, seen) ? [g.box] : [])) : []
          const caught = catchGuides({ ...start, x: start.x + dx, y: start.y + dy }, others, view.k, settings.grid)
          dx += caught.dx
          dy += caught.dy
          guides = caught.guides
        }
        return setState({ ...state, dx, dy, guides, moved: state.moved || far(state.from) })
      }
    }
  }

  function up(e: PointerEvent<SVGSVGElement>) {
    touches.current.delete(e.pointerId)
    if (!state || ('sent' in state && state.sent)) return
    // It stays where it was dropped until it is drawn there; something else may be dragged by then.
    const dropping = () => {
      const dropped = { ...state, sent: true } as Drag
      setState(dropped)
      return () => setState((now) => (now === dropped ? undefined : now))
    }
    const finish = (changes: Change[]) => {
      const drawn = dropping()
      submit(changes, { done: drawn, failed: drawn })
    }
    switch (state.what) {
      case 'rect': {
        const area = between(state.from, state.to)
        if (area.w > 3 || area.h > 3) {
          const hit = groups
            .filter((g) => (g.box ? overlap(g.box, area) : g.route ? inside(around(g.route), area) : false))
            .map((g) => g.subject ?? '')
          selectAll([...new Set([...state.add, ...hit])])
        }
        return over()
      }
      case 'move':
        if (state.moved && (state.dx || state.dy)) {
          const at = inScene(e)
          let home: string | undefined
          let drawn: () => void = () => undefined
          void propose(
            'previews/drop',
            {
              diagram: props.diagram,
              placements: state.groups.map((g) => g.id),
              dx: state.dx,
              dy: state.dy,
              x: at.x,
              y: at.y,
              seed: newId(),
            },
            {
              proposed: (reply) => {
                home = reply.home as string | undefined
              },
              done: () => {
                drawn()
                if (home) props.onHeld(home)
              },
              failed: () => drawn(),
            },
          )
          drawn = dropping()
          return
        }
        if (state.click) select(state.click)
        return over()
      case 'connect':
        svg.current?.releasePointerCapture(e.pointerId)
        over()
        if (state.moved && within(e)) props.onConnect(state.group, groupAt(e), inScene(e), inBox(e))
        return
      case 'side':
        svg.current?.releasePointerCapture(e.pointerId)
        over()
        if (state.moved && within(e)) props.onSide(state.group, state.side, groupAt(e), inScene(e))
        return
      case 'resize':
        if (state.w === state.group.box?.w && state.h === state.group.box.h) return over()
        // A boundary stands where what it holds stands, until it is made larger.
        return finish([
          ...(state.group.kind === 'subject' || state.group.kind === 'package' || state.group.holds?.length
            ? [{ type: 'move', id: state.group.id, x: state.group.box?.x, y: state.group.box?.y } as const]
            : []),
          { type: 'resize', id: state.group.id, w: state.w, h: state.h },
        ])
      case 'bend':
        if (!state.moved) return over()
        return finish([
          {
            type: 'setLine',
            id: state.group.id,
            line: state.group.line ?? '',
            bends: state.points.slice(1, -1).flatMap((p) => [p.x, p.y]),
          },
        ])
      case 'label': {
        const { slot } = state
        if (!state.moved) {
          over()
          // The second click on a text, be it fast or slow, edits it. The handle that was under
          // it is drawn anew meanwhile, so that no double click comes.
          if (state.again) props.onEdit(slot)
          return
        }
        const anchor = slot.anchor ?? { x: 0, y: 0 }
        // A slot begins three pixels left of its text and one above its label.
        return finish([
          {
            type: 'moveLabel',
            id: state.group.id,
            label: slot.label,
            dx: slot.rect.x + 3 + state.dx - anchor.x,
            dy: slot.rect.y + 1 + state.dy - anchor.y,
          },
        ])
      }
      default:
        return over()
    }
  }

  const cancel = (e: PointerEvent<SVGSVGElement>) => {
    touches.current.delete(e.pointerId)
    if (!(state && 'sent' in state && state.sent)) over()
  }
  return { state, down, move, up, cancel, inBox, inScene, groupAt, heldAt, pointer, middle }
}

function inside(r: Rect, area: Rect): boolean {
  return r.x >= area.x && r.y >= area.y && r.x + r.w <= area.x + area.w && r.y + r.h <= area.y + area.h
}

// DragMarks draws what is being done: guides, the rectangle, sketches of lines.
export function DragMarks(props: { drag: Drag | undefined; shapes: Group[]; lines: Group[]; zoom: number }) {
  // Sketches are looked at: what is under them is what a click means.
  return (
    <g className="pointer-events-none" aria-hidden="true">
      <Marks {...props} />
    </g>
  )
}

function Marks({ drag, shapes, lines, zoom }: { drag: Drag | undefined; shapes: Group[]; lines: Group[]; zoom: number }) {
  if (!drag) return null
  switch (drag.what) {
    case 'rect': {
      const r = between(drag.from, drag.to)
      return <rect className="rubber" x={r.x} y={r.y} width={r.w} height={r.h} vectorEffect="non-scaling-stroke" />
    }
    case 'connect':
      return (
        <path className="dashed pointer-events-none" d={`M${center(drag.group).x} ${center(drag.group).y}L${drag.to.x} ${drag.to.y}`} />
      )
    case 'side': {
      const stays = drag.group.route?.at(drag.side === 'from' ? -1 : 0)
      return stays ? <path className="dashed pointer-events-none" d={`M${stays.x} ${stays.y}L${drag.to.x} ${drag.to.y}`} /> : null
    }
    case 'resize':
      return drag.group.box ? (
        <rect
          className="rubber"
          x={drag.group.box.x}
          y={drag.group.box.y}
          width={drag.w}
          height={drag.h}
          vectorEffect="non-scaling-stroke"
        />
      ) : null
    case 'bend':
      return <path className="sketch" d={drag.points.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('')} />
    case 'label': {
      const { rect } = drag.slot
      const a = drag.slot.anchor
      return (
        <g>
          <rect
            className="rubber"
            x={rect.x + drag.dx}
            y={rect.y + drag.dy}
            width={rect.w}
            height={rect.h}
            vectorEffect="non-scaling-stroke"
          />
          {a && <path className="guide" d={`M${a.x} ${a.y}L${rect.x + drag.dx + rect.w / 2} ${rect.y + drag.dy + rect.h / 2}`} />}
        </g>
      )
    }
    case 'move': {
      if (!drag.moved) return null
      const moving = new Set(drag.groups.map((g) => g.subject))
      const at = (id: string): Point => {
        const shape = shapes.find((s) => s.subject === id)
        const c = shape ? center(shape) : { x: 0, y: 0 }
        return moving.has(id) ? { x: c.x + drag.dx, y: c.y + drag.dy } : c
      }
      return (
        <g>
          {drag.guides.map((g, i) => (
            <path key={i} className={g.gap ? 'guide gap' : 'guide'} d={`M${g.x1} ${g.y1}L${g.x2} ${g.y2}`} strokeWidth={1 / zoom} />
          ))}
          {drag.lines.slice(0, 60).map((line) => {
            const [a, b] = (line.between ?? []).map(at)
            return a && b && lines.includes(line) ? <path key={line.id} className="sketch" d={`M${a.x} ${a.y}L${b.x} ${b.y}`} /> : null
          })}
        </g>
      )
    }
    default:
      return null
  }
}
