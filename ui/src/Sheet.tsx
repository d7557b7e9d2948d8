import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react'

import { type Change, type Group, type KindInfo, newId, type Point, post, type Reading } from './api'
import { SceneGroup } from './SceneGroup'
import { type MenuItem, SheetMenu } from './SheetMenu'
import { type EditorPlace, SlotEditor } from './SlotEditor'
import { commitSlot, findSlot, slotAt, slotKey } from './slots'
import { projectPath, useStudio } from './state'
import { useView, type View } from './useView'

type Drag =
  | { what: 'pan'; from: Point }
  | { what: 'move'; group: Group; from: Point; dx: number; dy: number; moved: boolean; sent?: boolean }
  | { what: 'connect'; group: Group; to: Point; moved: boolean }

type Making = { kind: KindInfo; x: number; y: number; beside?: string; typed: string; again: boolean }

const nudge = 10
const fineNudge = 1

// The sheet: the drawing, and the ways to change it by pointer and keyboard.
export function Sheet({ diagram, reading, onRead }: { diagram?: string; reading: boolean; onRead: () => void }) {
  const scene = useStudio((s) => s.scene)
  const overview = useStudio((s) => s.overview)
  const selected = useStudio((s) => s.selected)
  const editing = useStudio((s) => s.editing)
  const { select, edit, submit, say } = useStudio.getState()
  const box = useRef<HTMLDivElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  const shown = scene?.diagram === diagram ? scene : undefined
  const { view, fit, zoom, pan, reveal } = useView(box, shown?.bounds, diagram)
  const [armed, setArmed] = useState<KindInfo>()
  const [drag, setDrag] = useState<Drag>()
  const [making, setMaking] = useState<Making>()
  const [menu, setMenu] = useState<{ x: number; y: number; label: string; items: MenuItem[] }>()
  const waiting = useRef<string>(undefined) // typed while the next place is looked for
  const byId = new Map(shown?.groups.map((g) => [g.id, g]))
  const current = shown?.groups.find((g) => g.subject === selected && g.id !== 'frame')
  const kinds = overview?.kinds ?? []
  const shapes = shown?.groups.filter((g) => g.box && g.id !== 'frame') ?? []

  useEffect(() => {
    setArmed(undefined)
    setMaking(undefined)
    setMenu(undefined)
    setDrag(undefined)
  }, [diagram])

  // What is selected is seen, wherever it was selected.
  const place = current?.box ?? (current?.route && around(current.route))
  const placeKey = place && current && `${current.id} ${place.x} ${place.y}`
  const revealed = useRef<string>(undefined)
  useEffect(() => {
    if (!place || !placeKey || revealed.current === placeKey || drag) return
    revealed.current = placeKey
    reveal(place)
  }, [place, placeKey, reveal, drag])

  const inBox = (e: { clientX: number; clientY: number }): Point => {
    const r = box.current?.getBoundingClientRect()
    return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) }
  }
  const inScene = (p: Point): Point => ({ x: Math.round((p.x - view.x) / view.k), y: Math.round((p.y - view.y) / view.k) })
  const focus = () => svg.current?.focus({ preventScroll: true })

  function groupAt(e: { clientX: number; clientY: number }): Group | undefined {
    const el = document.elementFromPoint(e.clientX, e.clientY)?.closest<SVGGElement>('[data-subject]')
    return el ? byId.get(el.dataset.group ?? '') : undefined
  }

  // make asks for the name of a new element in place; it is made with its name.
  function make(kind: KindInfo, at: Point, again: boolean, typed = '') {
    setArmed(undefined)
    edit(undefined)
    reveal({ x: at.x - 80, y: at.y - 20, w: 160, h: 60 })
    setMaking({ kind, x: at.x, y: at.y, typed, again })
  }

  // makeFree looks for a free place first, beside an element where there is one.
  async function makeFree(kind: KindInfo, beside?: string) {
    waiting.current = ''
    try {
      const reply = await post<{ changes: Change[] }>(projectPath('read/placement'), { kind: kind.kind, name: 'New name', diagram, beside: beside ?? '', seed: newId() })
      const place = reply.changes.find((c) => c.type === 'place')
      make(kind, { x: Number(place?.x ?? 0) + 48, y: Number(place?.y ?? 0) + 16 }, true, waiting.current)
      setMaking((m) => m && { ...m, beside })
    } catch {
      say('No place can be looked up just now: the server does not answer.', 'error')
    } finally {
      waiting.current = undefined
    }
  }

  async function made(m: Making, name: string, how: 'enter' | 'tab' | 'leave') {
    setMaking(undefined)
    focus()
    if (!name.trim()) return
    try {
      const reply = await post<{ changes: Change[]; element: string }>(projectPath('read/placement'), {
        kind: m.kind.kind, name, diagram, beside: m.beside ?? '', seed: newId(), ...(m.beside ? {} : { x: m.x, y: m.y }),
      })
      submit(reply.changes, {
        done: () => {
          if (how === 'enter' && m.again) void makeFree(m.kind, reply.element)
          else {
            select(reply.element)
            if (how === 'tab') edit({ slot: `${reply.element}|features`, value: '' })
          }
        },
        failed: (problem) => {
          setMaking({ ...m, typed: name })
          say(problem.message, 'error')
        },
      })
      if (how === 'enter' && m.again) waiting.current = ''
    } catch (error) {
      setMaking({ ...m, typed: name })
      say(error instanceof Error && error.name !== 'TypeError' ? error.message : 'It is not made yet: the server does not answer.', 'error')
    }
  }

  async function connect(from: Group, to: Group | undefined, at: Point, screen: Point) {
    if (to && !to.box) to = undefined
    try {
      const options = await post<(Reading & { form: string })[]>(projectPath('read/connection'), {
        from: from.subject, to: to?.subject ?? '', name: '', x: at.x, y: at.y, diagram, seed: newId(),
      })
      const last = localStorage.getItem('lexeon.connection')
      options.sort((a, b) => Number(b.form === last) - Number(a.form === last))
      setMenu({
        ...screen, label: 'How are they related?',
        items: options.map((o) => ({
          key: o.form, title: o.title ?? o.statement, hint: o.new.length ? `New: ${o.new.map((n) => `${n.kind} ${n.name}`).join(', ')}` : undefined,
          run: () => {
            localStorage.setItem('lexeon.connection', o.form)
            submit(o.changes, {
              said: `Added: ${o.statement}.`,
              done: () => {
                const fresh = o.changes.find((c) => c.type === 'addElement')
                select(fresh ? String(fresh.id) : o.row)
                if (fresh) edit({ slot: `${String(fresh.id)}|name`, value: String(fresh.name) })
                else if (o.form === 'assoc') edit({ slot: `${o.row}|name`, value: '' })
              },
            })
          },
        })),
      })
    } catch {
      say('The server does not answer; pull the line again in a moment.', 'error')
    }
  }

  function remove(fromModel: boolean) {
    if (!current || !selected) return
    const name = current.title
    if (fromModel) submit([{ type: 'delete', id: selected }], { said: `Deleted ${name} from the model.` })
    else submit([{ type: 'unplace', id: current.id }], { said: `Removed ${name} from this diagram. It stays in the model.` })
    select(undefined)
  }

  function down(e: PointerEvent) {
    if (e.button !== 0 && e.button !== 1) return
    focus()
    const at = inBox(e)
    const target = e.target instanceof Element ? e.target : undefined
    if (e.button === 0 && armed) {
      make(armed, inScene(at), true)
      return
    }
    if (e.button === 0 && target?.closest('[data-handle]') && current) {
      svg.current?.setPointerCapture(e.pointerId)
      setDrag({ what: 'connect', group: current, to: inScene(at), moved: false })
      return
    }
    const group = e.button === 0 ? byId.get(target?.closest<SVGGElement>('[data-subject]')?.dataset.group ?? '') : undefined
    svg.current?.setPointerCapture(e.pointerId)
    if (group) {
      select(group.subject)
      if (group.box) setDrag({ what: 'move', group, from: at, dx: 0, dy: 0, moved: false })
    } else {
      select(undefined)
      setDrag({ what: 'pan', from: at })
    }
  }

  function move(e: PointerEvent) {
    if (!drag) return
    const at = inBox(e)
    if (drag.what === 'pan') {
      pan(at.x - drag.from.x, at.y - drag.from.y)
      setDrag({ ...drag, from: at })
    } else if (drag.what === 'move' && !drag.sent) {
      const far = Math.hypot(at.x - drag.from.x, at.y - drag.from.y) > 3
      setDrag({ ...drag, dx: Math.round((at.x - drag.from.x) / view.k), dy: Math.round((at.y - drag.from.y) / view.k), moved: drag.moved || far })
    } else if (drag.what === 'connect') {
      setDrag({ ...drag, to: inScene(at), moved: true })
    }
  }

  function up(e: PointerEvent) {
    if (!drag) return
    if (drag.what === 'move' && drag.moved && drag.group.box) {
      const { group } = drag
      // The shape stays where it was dropped until the answer is there.
      setDrag({ ...drag, sent: true })
      moveTo(group, drag.dx, drag.dy, () => setDrag(undefined))
      return
    }
    if (drag.what === 'connect' && drag.moved) {
      svg.current?.releasePointerCapture(e.pointerId)
      void connect(drag.group, groupAt(e), inScene(inBox(e)), inBox(e))
    }
    setDrag(undefined)
  }

  function moveTo(group: Group, dx: number, dy: number, over?: () => void) {
    if (!group.box) return
    submit([{ type: 'move', id: group.id, x: group.box.x + dx, y: group.box.y + dy }], { done: over, failed: over })
  }

  function doubleClick(e: { clientX: number; clientY: number }) {
    const at = inScene(inBox(e))
    const target = groupAt(e) ?? byId.get('frame')
    const slot = slotAt(target, at.x, at.y)
    if (slot) {
      edit({ slot: slotKey(slot), value: slot.value })
      return
    }
    if (groupAt(e)) return
    setMenu({ ...inBox(e), label: 'What is it?', items: kinds.map((k) => ({ key: k.kind, title: `New ${k.title}`, run: () => setTimeout(() => make(k, at, false)) })) })
  }

  function selectNear(dx: number, dy: number) {
    const from = current?.box ? center(current) : { x: -(view.x / view.k), y: -(view.y / view.k) }
    let best: Group | undefined
    let least = Infinity
    for (const g of shapes) {
      if (g === current) continue
      const c = center(g)
      const along = (c.x - from.x) * dx + (c.y - from.y) * dy
      const across = Math.abs((c.x - from.x) * dy) + Math.abs((c.y - from.y) * dx)
      if (along > 0 && along + 2 * across < least) {
        least = along + 2 * across
        best = g
      }
    }
    best ??= current ? undefined : shapes[0]
    if (best) select(best.subject)
  }

  function keys(e: KeyboardEvent) {
    if (e.target !== svg.current) return
    const command = e.ctrlKey || e.metaKey
    const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
    const printable = e.key.length === 1 && !command && !e.altKey && e.key !== ' '
    if (waiting.current !== undefined && printable) {
      waiting.current += e.key
    } else if (arrow) {
      const [dx = 0, dy = 0] = arrow
      if (e.altKey || !current?.box) selectNear(dx, dy)
      else moveTo(current, dx * (e.shiftKey ? fineNudge : nudge), dy * (e.shiftKey ? fineNudge : nudge))
    } else if (e.key === 'Escape') {
      if (armed) setArmed(undefined)
      else select(undefined)
    } else if (e.key === 'Enter' && armed) {
      const last = shapes.at(-1)?.subject
      setArmed(undefined)
      void makeFree(armed, last)
    } else if ((e.key === 'Enter' || e.key === 'F2') && current) {
      const slot = current.slots?.find((s) => s.field === 'name')
      if (slot) edit({ slot: slotKey(slot), value: slot.value })
    } else if (e.key === 'Delete' || e.key === 'Backspace') {
      remove(e.shiftKey)
    } else if (command && (e.key === '+' || e.key === '=')) {
      zoom(1.25)
    } else if (command && e.key === '-') {
      zoom(0.8)
    } else if (command && e.key === '0') {
      fit()
    } else if (printable && current && e.key !== '/') {
      const slot = current.slots?.find((s) => s.field === 'name')
      if (slot) edit({ slot: slotKey(slot), value: e.key })
    } else if (printable && kinds.some((k) => k.letter === e.key.toLowerCase())) {
      setArmed(kinds.find((k) => k.letter === e.key.toLowerCase()))
    } else {
      return
    }
    e.preventDefault()
  }

  const dragged = drag?.what === 'move' ? drag : undefined
  const touches = (g: Group) => Boolean(dragged?.moved && dragged.group.subject && g.between?.includes(dragged.group.subject))
  const slot = editing && findSlot(shown, editing.slot)

  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex items-center gap-1.5 border-b border-rule bg-paper px-3 py-1 text-sm whitespace-nowrap" role="toolbar" aria-label="Elements of this diagram">
        {diagram && kinds.map((k) => (
          <button key={k.kind} className="button" aria-pressed={armed?.kind === k.kind} onClick={() => { setArmed(armed?.kind === k.kind ? undefined : k); select(undefined); focus() }}>
            {k.title} <kbd className="font-mono">{k.letter}</kbd>
          </button>
        ))}
        <span className="min-w-0 flex-1 truncate text-faint">{armed ? `Click where the ${armed.title} goes, or press Enter` : ''}</span>
        <button className="button" disabled={!current} title="Delete" onClick={() => remove(false)} aria-label="Remove from diagram">Remove</button>
        <button className="button" aria-pressed={reading} onClick={onRead}>Read aloud</button>
        <span className="flex items-center gap-1">
          <button className="button" aria-label="Zoom out" onClick={() => zoom(0.8)}>−</button>
          <span className="w-11 text-center" aria-label="Zoom">{Math.round(view.k * 100)} %</span>
          <button className="button" aria-label="Zoom in" onClick={() => zoom(1.25)}>+</button>
          <button className="button" onClick={() => fit()}>Fit</button>
        </span>
      </div>
      <div ref={box} className={`relative overflow-hidden bg-desk ${armed ? 'cursor-crosshair' : ''}`}>
        <svg
          ref={svg} id="drawing" className="drawing absolute inset-0 size-full touch-none -outline-offset-2" tabIndex={0} role="application"
          aria-label={shown ? shown.groups[0]?.title : 'No diagram'} onMouseDown={(e) => e.preventDefault()} // focus is set by hand: an editor that just opened keeps it
          onPointerDown={down} onPointerMove={move} onPointerUp={up} onDoubleClick={doubleClick} onKeyDown={keys}
        >
          <g transform={`translate(${view.x} ${view.y}) scale(${view.k})`}>
            {shown?.groups.map((g) => {
              const mine = dragged?.group.id === g.id
              return <SceneGroup key={g.id} group={g} selected={g === current} faded={touches(g)} dx={mine ? dragged.dx : 0} dy={mine ? dragged.dy : 0} />
            })}
            {dragged?.moved && shown?.groups.filter(touches).map((g) => <Preview key={g.id} line={g} dragged={dragged} shapes={shapes} />)}
            {current?.route && current.slots?.map((s) => <rect key={slotKey(s)} className="slot" x={s.rect.x} y={s.rect.y} width={s.rect.w} height={s.rect.h} onPointerDown={(e) => { e.stopPropagation(); edit({ slot: slotKey(s), value: s.value }) }} />)}
            {current?.box && !dragged?.moved && (
              <g data-handle aria-hidden="true" className="cursor-crosshair">
                <path className="line" d={`M${current.box.x + current.box.w} ${current.box.y + current.box.h}l${10 / view.k} ${10 / view.k}`} />
                <circle cx={current.box.x + current.box.w + 14 / view.k} cy={current.box.y + current.box.h + 14 / view.k} r={6 / view.k} className="handle" />
              </g>
            )}
            {drag?.what === 'connect' && drag.group.box && (
              <path className="dashed" d={`M${center(drag.group).x} ${center(drag.group).y}L${drag.to.x} ${drag.to.y}`} />
            )}
          </g>
        </svg>
        {shown && shapes.length === 0 && !making && (
          <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-faint">
            Nothing here yet. Press <kbd className="font-mono">c</kbd> and Enter to make the first class,<br />or write above: <span className="font-mono">Apiary is made of 1..* Hive</span>
          </p>
        )}
        {!diagram && <p className="absolute inset-x-0 top-1/3 text-center text-faint">No diagram yet. Choose “New class diagram” on the left.</p>}
        {slot && editing && (
          <SlotEditor
            key={editing.slot + (editing.error ?? '')} place={placeOf(slot.rect, slot.size, view)} title={slot.title} value={editing.value} error={editing.error}
            many={slot.field === 'features'} centred={slot.field === 'name' && slot.face.startsWith('semibold')} bold={slot.face.startsWith('semibold')}
            onSave={(value, how) => {
              edit(undefined)
              if (how !== 'leave') focus()
              void commitSlot(slot, value)
              const features = findSlot(shown, `${slot.row}|features`)
              if (how === 'tab' && slot.field === 'name' && features) edit({ slot: slotKey(features), value: features.value })
            }}
            onCancel={() => { edit(undefined); focus() }}
          />
        )}
        {making && (
          <SlotEditor
            key={`${making.x} ${making.y}`} place={placeOf({ x: making.x - 70, y: making.y - 16, w: 140, h: 32 }, 14, view)} title={`Name of the new ${making.kind.title}`}
            value={making.typed} centred bold onSave={(name, how) => void made(making, name, how)} onCancel={() => { setMaking(undefined); focus() }}
          />
        )}
        {menu && <SheetMenu {...menu} onClose={() => { setMenu(undefined); focus() }} />}
      </div>
    </div>
  )
}

function placeOf(rect: { x: number; y: number; w: number; h: number }, size: number, view: View): EditorPlace {
  return { left: rect.x * view.k + view.x, top: rect.y * view.k + view.y, width: rect.w * view.k, height: rect.h * view.k, size: Math.max(11, size * view.k) }
}

function around(points: Point[]) {
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  const x = Math.min(...xs)
  const y = Math.min(...ys)
  return { x, y, w: Math.max(...xs) - x, h: Math.max(...ys) - y }
}

function center(g: Group): Point {
  const b = g.box ?? { x: 0, y: 0, w: 0, h: 0 }
  return { x: b.x + b.w / 2, y: b.y + b.h / 2 }
}

// While a shape is dragged its lines are sketched; they are routed when it is dropped.
function Preview({ line, dragged, shapes }: { line: Group; dragged: { group: Group; dx: number; dy: number }; shapes: Group[] }) {
  const ends = (line.between ?? []).map((id) => {
    const shape = shapes.find((s) => s.subject === id)
    if (!shape) return { x: 0, y: 0 }
    const c = center(shape)
    return shape.subject === dragged.group.subject ? { x: c.x + dragged.dx, y: c.y + dragged.dy } : c
  })
  return ends.length === 2 ? <path className="dashed" d={`M${ends[0]?.x} ${ends[0]?.y}L${ends[1]?.x} ${ends[1]?.y}`} /> : null
}
