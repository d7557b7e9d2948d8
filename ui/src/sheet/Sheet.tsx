import { type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'

import { type Group, type KindInfo, newId, type Point, type Problem, type Rect, type Slot } from '../core/api'
import { useClipboard } from './clipboard'
import { Colours } from './Colours'
import { Starters } from './Starters'
import { connect, lead, proposeOffers } from './connecting'
import { Drawing } from './Drawing'
import { Edge } from './Edge'
import { DragMarks, useDrag } from './dragging'
import { around } from './geometry'
import { FindingCard } from './FindingCard'
import { FindingMarks } from './FindingMarks'
import { type Mark, marksOf, nextMark } from './findingMarks'
import { Handles } from './Handles'
import { useDiagramFindings } from '../common/useFindings'
import { Outline } from './Outline'
import { Overview } from './Overview'
import { PresenceMarks } from './PresenceMarks'
import { useSettings } from './settings'
import { type OpenMenu, SheetMenu } from './SheetMenu'
import { useSheetKeys } from './sheetKeys'
import { Shortcuts } from './Shortcuts'
import { type EditorPlace, SlotEditor } from './SlotEditor'
import { arranged } from './commands'
import { closeOpen, keepOpen, openText } from '../core/openTexts'
import { commitSlot, findSlot, nextSlot, slotAt, slotKey, textOf } from './slots'
import { program } from '../core/program'
import { useFolded } from '../common/folds'
import { useStudio } from '../core/state'
import { Toolbar } from './Toolbar'
import { showElement } from './placing'
import { useView, type View } from './useView'
import { Grid } from './Grid'
import { EmptySheet } from './EmptySheet'
import { SheetFoot } from './SheetFoot'

// Making is a new thing whose name is being written. It stands at a point, or beside
// something: then its place is looked up while the writing has begun.
type Making = { key: string; kind: KindInfo; at: Point; beside?: string; typed: string; again: boolean; base: number }

// The sheet: the drawing, and the ways to change it by pointer and keyboard.
export function Sheet({
  diagram,
  reading,
  onRead,
  empty,
}: {
  diagram?: string
  reading: boolean
  onRead: () => void
  empty: ReactNode // what stands there without a diagram
}) {
  const scene = useStudio((s) => s.scene)
  const overview = useStudio((s) => s.overview)
  const selection = useStudio((s) => s.selection)
  const editing = useStudio((s) => s.editing)
  const ready = useStudio((s) => s.ready)
  const { select, edit, submit, propose, say } = useStudio.getState()
  const settings = useSettings()
  const box = useRef<HTMLDivElement>(null)
  const svg = useRef<SVGSVGElement>(null)
  const shown = scene?.diagram === diagram ? scene : undefined
  const view = useView(box, shown?.bounds, diagram)
  const [armed, setArmed] = useState<KindInfo>()
  const [pinned, setPinned] = useState(false)
  const [making, setMaking] = useState<Making>()
  const [menu, setMenu] = useState<OpenMenu>()
  const [asking, setAsking] = useState<'colours' | 'shortcuts' | 'starters'>()
  // Whoever began with a typical model is asked which.
  useEffect(() => {
    if (!diagram || new URLSearchParams(location.search).get('starters') === null) return
    history.replaceState(null, '', location.pathname)
    setAsking('starters')
  }, [diagram])
  const [outlined, setOutlined] = useState(false)
  const [printing, setPrinting] = useState(false)
  const [told, setTold] = useState<string>() // the group whose findings are told
  const waiting = useRef<string>(undefined) // typed while a menu closes
  const sheetKind = overview?.diagrams.find((d) => d.id === diagram)?.kind ?? 'classDiagram'
  const flows = sheetKind === 'contextDiagram' || sheetKind === 'levelDiagram'
  const kinds = (overview?.kinds ?? [])
    .filter((k) => k.on.includes(sheetKind) && !(sheetKind === 'contextDiagram' && k.kind === 'store' && !overview?.settings.contextStores))
    .sort((a, b) => last(a, sheetKind) - last(b, sheetKind))
  const groups = shown?.groups ?? []
  const placedGroups = groups.filter((g) => g.id !== 'frame' && g.id !== 'legend')
  const shapes = placedGroups.filter((g) => g.box)
  const chosen = placedGroups.filter((g) => selection.includes(g.subject ?? ''))
  const current = chosen.length === 1 ? chosen[0] : undefined
  const focus = () => svg.current?.focus({ preventScroll: true })
  const arm = (kind: KindInfo | undefined, keep = false) => {
    setArmed(kind)
    setPinned(Boolean(kind) && keep)
  }

  // Whoever opens a diagram goes on with it: the sheet has the keyboard from the click on,
  // before the next key, whatever is drawn already.
  useLayoutEffect(() => {
    if (diagram) svg.current?.focus({ preventScroll: true })
  }, [diagram])

  useLayoutEffect(() => {
    setArmed(undefined)
    setMaking(undefined)
    setMenu(undefined)
    setTold(undefined)
  }, [diagram])

  // What is selected is seen, wherever it was selected.
  const place = current?.box ?? (current?.route && around(current.route))
  const placeKey = place && current && `${current.id} ${place.x} ${place.y}`
  const revealed = useRef<string>(undefined)
  const { reveal, room, fitNext } = view
  useEffect(() => {
    arranged.addEventListener('whole', fitNext)
    return () => arranged.removeEventListener('whole', fitNext)
  }, [fitNext])
  // Tables that come to be stand where nobody put them.
  const bare = sheetKind === 'tables' && shapes.length === 0
  useEffect(() => {
    if (bare) fitNext()
  }, [bare, fitNext])
  const held = (component: string) => void proposeOffers(component, { x: 60, y: 60 }, setMenu)
  const drag = useDrag({
    svg,
    box,
    view,
    groups: placedGroups,
    diagram,
    settings,
    armed: Boolean(armed),
    focus,
    onPlace: (at) => armed && make(armed, at, true, '', pinned),
    onConnect: (from, to, at, screen) => void connect(from, to, at, screen, setMenu, soon),
    onHeld: held,
    onSide: lead,
    onEdit: (slot) => edit({ slot: slotKey(slot), value: textOf(slot), before: textOf(slot) }),
  })
  const dragging = Boolean(drag.state)
  useEffect(() => {
    if (!place || !placeKey || revealed.current === placeKey || dragging || !room.w) return
    revealed.current = placeKey
    reveal(place)
  }, [place, placeKey, reveal, dragging, room])

  // What was made last of several is seen too, though the next one was begun and given up.
  const fresh = useRef<string>(undefined)
  useEffect(() => {
    const made = making || !fresh.current ? undefined : shown?.groups.find((g) => g.subject === fresh.current)
    if (!made?.box) return
    fresh.current = undefined
    reveal(made.box)
  }, [shown, making, reveal])

  // What was being written when the window was reloaded opens again, unless it is written on already.
  const sceneReady = Boolean(shown) && ready
  useEffect(() => {
    if (!sceneReady || !diagram) return
    const kept = openText(`sheet ${diagram}`)
    if (!kept || useStudio.getState().editing) return
    const { slot, before, value } = JSON.parse(kept.value) as { slot: string; before?: string; value: string }
    if (findSlot(useStudio.getState().scene, slot)) return edit({ slot, before, value, base: kept.base })
    say(`What you were writing on is gone. Your text: ${value}`, 'error')
    closeOpen(`sheet ${diagram}`)
  }, [sceneReady, diagram, edit, say])

  // So does what was being made.
  const kindsNow = useRef(kinds)
  useEffect(() => void (kindsNow.current = kinds))
  useEffect(() => {
    const kept = sceneReady && diagram ? openText(`making ${diagram}`) : undefined
    if (!kept) return
    const { kind, at, value, again } = JSON.parse(kept.value) as { kind: string; at: Point; value: string; again: boolean }
    const info = kindsNow.current.find((k) => k.kind === kind)
    if (info && value) setMaking((now) => now ?? { key: newId(), kind: info, at, typed: value, again, base: kept.base })
  }, [sceneReady, diagram])

  // Somebody else may remove what is being written: the text is not lost silently.
  const lost = shown && editing && !editing.at && !findSlot(shown, editing.slot) ? editing.slot : undefined
  useEffect(() => {
    const kept = diagram && lost ? openText(`sheet ${diagram}`) : undefined
    if (!diagram || !kept) return
    const { slot, value } = JSON.parse(kept.value) as { slot: string; value: string }
    if (slot !== lost) return
    closeOpen(`sheet ${diagram}`)
    edit(undefined)
    say(`What you were writing on was removed meanwhile. Your text: ${value}`, 'error')
  }, [diagram, lost, edit, say])

  useEffect(() => {
    const before = () => flushSync(() => setPrinting(true))
    const after = () => setPrinting(false)
    window.addEventListener('beforeprint', before)
    window.addEventListener('afterprint', after)
    return () => {
      window.removeEventListener('beforeprint', before)
      window.removeEventListener('afterprint', after)
    }
  }, [])

  // make asks for the name of a new element in place; it is made with its name.
  function make(kind: KindInfo, at: Point, again: boolean, typed = '', keep = false, beside?: string) {
    if (!keep) setArmed(undefined)
    edit(undefined)
    if (!beside) reveal({ x: at.x - 80, y: at.y - 20, w: 160, h: 60 })
    const key = newId()
    setMaking({ key, kind, at, beside, typed, again: again && !keep, base: useStudio.getState().revision })
    return key
  }

  // makeSoon makes once a menu is closed; what is typed until then is its name.
  function makeSoon(kind: KindInfo, at: Point) {
    soon((typed) => make(kind, at, false, typed))
  }

  function soon(then: (typed: string) => void) {
    waiting.current = ''
    setTimeout(() => {
      const typed = waiting.current ?? ''
      flushSync(() => then(typed))
      waiting.current = undefined
    })
  }

  // makeFree makes at a free place, beside an element where there is one. The name can
  // be written at once; the editor moves to the place when it is found.
  function makeFree(kind: KindInfo, beside?: string, near?: Point) {
    const from = near ?? (beside ? groups.find((g) => g.subject === beside)?.box : undefined)
    const key = make(kind, from ? { x: from.x + 60, y: from.y + 20 } : drag.middle(), true, '', false, beside ?? 'anywhere')
    const request = { kind: kind.kind, name: 'New name', diagram, beside: beside ?? '', seed: newId() }
    program.propose<{ changes: { type: string; x?: number; y?: number }[] }>('/previews/placement', request).then(
      ({ changes }) => {
        const free = changes.find((c) => c.type === 'place')
        const at = { x: Number(free?.x ?? 0) + 48, y: Number(free?.y ?? 0) + 16 }
        setMaking((m) => (m?.key === key ? { ...m, at } : m))
        reveal({ x: at.x - 80, y: at.y - 20, w: 160, h: 60 })
      },
      () => undefined,
    ) // it is placed when it is made
  }

  function made(m: Making, name: string, how: 'enter' | 'tab' | 'back' | 'leave') {
    const named = name.trim() !== ''
    const next = how === 'enter' && m.again && !m.kind.note && named
    const id = newId()
    // First of all: the core works while the page is drawn.
    if (named)
      void propose(
        'previews/placement',
        {
          id,
          kind: m.kind.kind,
          name,
          diagram,
          beside: m.beside === 'anywhere' ? '' : (m.beside ?? ''),
          seed: newId(),
          ...(m.beside ? {} : { x: m.at.x, y: m.at.y }),
        },
        {
          base: m.base,
          place: { row: id, field: 'name', text: name, diagram },
          proposed: ({ existing }) => {
            if (typeof existing !== 'string' || !diagram) return
            say(`There is a ${m.kind.title} ${name.trim()} already, and this is another one.`, 'info', {
              label: 'Show that one instead',
              run: () => {
                submit([{ type: 'delete', id }], { done: () => void showElement(existing, diagram, m.at) })
              },
            })
          },
          failed: (problem: Problem) => {
            if (problem.body.clientId) return // the server's word comes later: it is listed
            // The editor comes back, unless the person writes the next one already.
            setMaking((now) => (now && now.typed !== '' ? now : { ...m, key: newId(), typed: name }))
          },
        },
      )
    if (diagram) closeOpen(`making ${diagram}`)
    if (!next) {
      setMaking((now) => (now?.key === m.key ? undefined : now))
      if (how !== 'leave') focus()
    }
    if (!named) return
    if (next) {
      fresh.current = id
      return makeFree(m.kind, id, m.at)
    }
    select(id)
    if (how === 'tab' && m.kind.features)
      edit({ slot: `${id}|features`, value: '', at: { x: m.at.x - 70, y: m.at.y + 20, w: 180, h: 60 }, title: 'Features' })
  }

  // The text that was clicked on last: Enter edits it, and not the name beside it.
  const pointedAt = useRef<string>(undefined)

  function startEditing(group: Group | undefined, typed?: string) {
    const pointed = typed === undefined ? group?.slots?.find((s) => slotKey(s) === pointedAt.current) : undefined
    const slot = pointed ?? group?.slots?.find((s) => ['name', 'note', 'object', 'condition'].includes(s.field))
    if (!slot) return
    const before = textOf(slot)
    edit({ slot: slotKey(slot), before, value: typed === undefined ? before : slot.field !== 'name' ? before + typed : typed })
  }

  function doubleClick(e: { clientX: number; clientY: number; target: EventTarget }) {
    if (useStudio.getState().editing) return // the second click on a label opened it
    const at = drag.inScene(e)
    const target = drag.groupAt(e) ?? drag.heldAt(e)
    const slot = slotAt(target ?? groups.find((g) => g.id === 'frame'), at.x, at.y)
    if (slot) return edit({ slot: slotKey(slot), value: textOf(slot), before: textOf(slot) })
    if (target) return startEditing(target) // beside its texts: its name
    if (kinds.length === 0) return
    setMenu({
      ...drag.inBox(e),
      label: 'What is it?',
      items: kinds.map((k) => ({ key: k.kind, title: `New ${k.title}`, run: () => makeSoon(k, at) })),
    })
  }

  const keys = useSheetKeys({
    svg,
    view,
    kinds,
    shapes,
    placed: placedGroups,
    chosen,
    current,
    armed,
    pinned,
    waiting,
    soon,
    arm,
    startEditing,
    onMakeFree: () => armed && makeFree(armed, shapes.at(-1)?.subject),
    onMenu: setMenu,
    onShortcuts: () => setAsking('shortcuts'),
  })
  const openMenu = useRef(keys.openMenu)
  useLayoutEffect(() => void (openMenu.current = keys.openMenu))
  useClipboard({
    svg,
    diagram,
    at: () => drag.pointer.current ?? drag.middle(),
    onMenu: setMenu,
    screen: () => ({ x: (box.current?.clientWidth ?? 0) / 2 - 160, y: 80 }),
  })

  function saved(slot: Slot, group: Group | undefined, value: string, how: 'enter' | 'tab' | 'back' | 'leave') {
    commitSlot(slot, value, editing?.before, editing?.conflict || editing?.error ? undefined : editing?.base, editing?.refused)
    edit(undefined)
    if (diagram) closeOpen(`sheet ${diagram}`)
    if (how !== 'leave') focus()
    const next = how === 'tab' || how === 'back' ? nextSlot(group, slot, how === 'tab' ? 1 : -1) : undefined
    if (next) edit({ slot: slotKey(next), value: textOf(next), before: textOf(next) })
  }

  const slot = editing && (findSlot(shown, editing.slot) ?? provisional(editing))
  const slotGroup = slot && groups.find((g) => g.slots?.includes(slot))
  const v = view.view
  const bounds = shown?.bounds
  // The findings of the diagram stand where they are, and F8 goes from one to the next.
  const { findings } = useDiagramFindings(ready ? diagram : undefined)
  const marks = useMemo(
    () => (settings.findings && shown && findings ? marksOf(findings, shown.groups) : []),
    [settings.findings, shown, findings],
  )
  const folded = useFolded('entry') // else the entry says what is found
  const mark = told && marks.find((m) => m.group.id === told)
  const tell = (to: Mark | undefined) => {
    if (!to) return
    setTold(to.group.id)
    select(to.group.subject)
    reveal(to.group.box ?? around(to.group.route ?? []))
  }
  const stepTo = useRef<(step: 1 | -1) => void>(undefined)
  useEffect(() => {
    stepTo.current = (step) => {
      if (marks.length === 0) say('No finding concerns what this diagram shows.')
      else tell(nextMark(marks, told ?? current?.id, step))
    }
  })
  useEffect(() => {
    const keys = (e: globalThis.KeyboardEvent) => {
      if (e.key !== 'F8' || e.ctrlKey || e.altKey || e.metaKey) return
      e.preventDefault()
      stepTo.current?.(e.shiftKey ? -1 : 1)
    }
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  }, [])
  const large = bounds && room.h > 320 && (bounds.w * v.k > room.w || bounds.h * v.k > room.h)
  const many = slot && ['features', 'note', 'object'].includes(slot.field)

  return (
    <div className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto_auto]">
      <Toolbar
        diagram={diagram}
        flows={flows}
        kinds={kinds}
        armed={armed}
        pinned={pinned}
        reading={reading}
        onRead={onRead}
        outlined={outlined}
        onOutline={() => setOutlined(!outlined)}
        onArm={(k) => {
          arm(armed?.kind === k.kind && pinned ? undefined : k, armed?.kind === k.kind)
          select(undefined)
          focus()
        }}
        onColours={() => setAsking('colours')}
        onStarters={() => setAsking('starters')}
        onShortcuts={() => setAsking('shortcuts')}
      />
      <div>{sheetKind === 'levelDiagram' && diagram && <Edge diagram={diagram} />}</div>
      <div ref={box} className={`relative overflow-hidden bg-desk ${armed ? 'cursor-crosshair' : ''}`}>
        <svg
          ref={svg}
          id="drawing"
          className={`drawing absolute inset-0 size-full touch-none ${v.k < farZoom && !printing ? 'far' : ''}`}
          tabIndex={0}
          role="application"
          viewBox={printing && bounds ? `${bounds.x - 8} ${bounds.y - 8} ${bounds.w + 16} ${bounds.h + 16}` : undefined}
          aria-label={shown ? shown.groups[0]?.title : 'No diagram'}
          aria-description={shown ? `${shapes.length} shapes. ${howToGo}` : undefined}
          onMouseDown={(e) => e.preventDefault()} // focus is set by hand: an editor that just opened keeps it
          onPointerDown={(e) => {
            setTold(undefined)
            drag.down(e)
            const at = drag.inScene(e)
            const slot = slotAt(drag.groupAt(e) ?? drag.heldAt(e), at.x, at.y)
            pointedAt.current = slot && slotKey(slot)
          }}
          onPointerMove={drag.move}
          onPointerUp={drag.up}
          onPointerCancel={drag.cancel}
          onDoubleClick={doubleClick}
          onKeyDown={keys.down}
          onKeyUp={keys.up}
          onContextMenu={(e) => {
            e.preventDefault()
            const group = drag.groupAt(e)
            if (group && !selection.includes(group.subject ?? '')) flushSync(() => select(group.subject))
            openMenu.current(drag.inBox(e)) // it is the menu of what is selected now
          }}
          onDragOver={(e) => e.dataTransfer.types.includes('application/x-element') && e.preventDefault()}
          onDrop={(e) => {
            const id = e.dataTransfer.getData('application/x-element')
            if (!id || !diagram) return
            e.preventDefault()
            focus()
            void showElement(id, diagram, drag.inScene(e), false, held)
          }}
        >
          <g transform={printing ? undefined : `translate(${v.x} ${v.y}) scale(${v.k})`}>
            {shown && <Drawing groups={shown.groups} selection={selection} />}
            {!printing && settings.grid && bounds && <Grid bounds={bounds} />}
            {!printing && <DragMarks drag={drag.state} shapes={shapes} lines={groups} zoom={v.k} />}
            {!printing && !drag.state && <Handles current={current} zoom={v.k} derived={sheetKind === 'tableDiagram'} />}
            {!printing && !drag.state && v.k >= farZoom && <FindingMarks marks={marks} zoom={v.k} onOpen={tell} />}
            {!printing && diagram && <PresenceMarks diagram={diagram} groups={placedGroups} zoom={v.k} />}
          </g>
        </svg>
        {shown && shapes.length === 0 && !making && <EmptySheet kind={sheetKind} onStarters={() => setAsking('starters')} />}
        {!diagram && empty}
        {slot && editing && (
          <SlotEditor
            key={editing.slot + (editing.error ?? '')}
            place={placeOf(slot.rect, slot.size, v)}
            title={slot.title}
            value={editing.value}
            error={editing.error}
            conflict={editing.conflict}
            onTheirs={() => {
              if (editing.refused) useStudio.getState().giveUp(editing.refused)
              edit(undefined)
              if (diagram) closeOpen(`sheet ${diagram}`)
              focus()
            }}
            many={Boolean(many)}
            mono={slot.field === 'features'}
            centred={slot.field === 'name' && slot.face.startsWith('semibold')}
            bold={slot.face.startsWith('semibold')}
            onType={(value) =>
              diagram
              && keepOpen(`sheet ${diagram}`, JSON.stringify({ slot: editing.slot, before: editing.before, value }), editing.base ?? 0)
            }
            onShift={
              slot.label && slotGroup
                ? (dx, dy) =>
                    submit([
                      {
                        type: 'moveLabel',
                        id: slotGroup.id,
                        label: slot.label,
                        dx: slot.rect.x + 3 + dx - (slot.anchor?.x ?? 0),
                        dy: slot.rect.y + 1 + dy - (slot.anchor?.y ?? 0),
                      },
                    ])
                : undefined
            }
            onSave={(value, how) => saved(slot, slotGroup, value, how)}
            onCancel={() => {
              if (editing.refused) useStudio.getState().giveUp(editing.refused)
              edit(undefined)
              if (diagram) closeOpen(`sheet ${diagram}`)
              focus()
            }}
          />
        )}
        {making && (
          <SlotEditor
            key={making.key}
            place={placeOf({ x: making.at.x - 70, y: making.at.y - 16, w: 140, h: 32 }, 14, v)}
            title={making.kind.note ? `Text of the new ${making.kind.title}` : `Name of the new ${making.kind.title}`}
            value={making.typed}
            centred={!making.kind.note}
            bold={!making.kind.note}
            many={making.kind.note}
            onType={(value) =>
              diagram
              && keepOpen(
                `making ${diagram}`,
                JSON.stringify({ kind: making.kind.kind, at: making.at, value, again: making.again }),
                making.base,
              )
            }
            onSave={(name, how) => made(making, name, how)}
            onCancel={() => {
              setMaking(undefined)
              if (diagram) closeOpen(`making ${diagram}`)
              focus()
            }}
          />
        )}
        {shown && bounds && settings.overview && large && !printing && (
          <Overview groups={shown.groups} bounds={bounds} view={v} room={room} onLook={(x, y) => view.look(x, y)} />
        )}
        {mark && folded && !slot && !making && (
          <FindingCard
            mark={mark}
            x={mark.at.x * v.k + v.x}
            y={mark.at.y * v.k + v.y}
            room={room}
            of={[marks.indexOf(mark) + 1, marks.length]}
            onClose={() => {
              setTold(undefined)
              focus()
            }}
          />
        )}
        {menu && (
          <SheetMenu
            {...menu}
            onClose={() => {
              setMenu(undefined)
              focus()
            }}
          />
        )}
      </div>
      <SheetFoot view={view} armed={armed} pinned={pinned} selected={place} />
      {outlined && diagram && (
        <Outline
          diagram={diagram}
          onClose={() => {
            setOutlined(false)
            focus()
          }}
        />
      )}
      {asking === 'colours' && <Colours onClose={() => setAsking(undefined)} />}
      {asking === 'starters' && diagram && <Starters diagram={diagram} onInsert={view.fitNext} onClose={() => setAsking(undefined)} />}
      {asking === 'shortcuts' && <Shortcuts onClose={() => setAsking(undefined)} />}
    </div>
  )
}

// last: packages and notes stand behind the other kinds, here as on every sheet.
// last puts notes behind everything else, and components before what they hold.
const last = (k: KindInfo, sheet: string) =>
  k.note ? 3 : k.kind === 'package' ? 2 : sheet === 'componentDiagram' && k.on.includes('classDiagram') ? 1 : 0

// howToGo tells those who hear the sheet how to get about on it.
const howToGo = 'Arrow keys go from one to the next; question mark lists the keys; the outline in the menu View tells it as text.'

// farZoom: below it no text can be read, and leaving it out keeps large diagrams smooth.
const farZoom = 0.3

function placeOf(rect: Rect, size: number, view: View): EditorPlace {
  return {
    left: rect.x * view.k + view.x,
    top: rect.y * view.k + view.y,
    width: rect.w * view.k,
    height: rect.h * view.k,
    size: Math.max(11, size * view.k),
  }
}

// provisional is a slot of what is not drawn yet: it can be written in already.
function provisional({ slot, at, title }: { slot: string; at?: Rect; title?: string }): Slot | undefined {
  if (!at) return undefined
  const [row = '', field = ''] = slot.split('|')
  return { row, field, title: title ?? 'Name', rect: at, value: '', face: field === 'name' ? 'semibold' : 'regular', size: 14 }
}
