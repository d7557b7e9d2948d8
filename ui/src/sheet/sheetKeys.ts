import { type KeyboardEvent, type RefObject, useRef } from 'react'

import { type Change, type Entry, type Group, type KindInfo, newId, type Point, request } from '../core/api'
import { bendsAfter } from './bends'
import { arrange, duplicate, remove, setLine } from './commands'
import { connect, constrain, isText, lead, type Soon } from './connecting'
import { openInside } from './openInside'
import { isDerived } from './derived'
import { isTraced, trace } from '../common/trace'
import { around, center } from './geometry'
import { type MenuItem, type OpenMenu } from './SheetMenu'
import { projectPath, useStudio } from '../core/state'
import { type useView } from './useView'

const coarse = 10
const fine = 1

// The keys of the sheet. Everything the pointer can do has a key, a menu or a
// command in the statement line.
export function useSheetKeys(props: {
  svg: RefObject<SVGSVGElement | null>
  view: ReturnType<typeof useView>
  kinds: KindInfo[]
  shapes: Group[]
  placed: Group[]
  chosen: Group[]
  current?: Group
  armed?: KindInfo
  pinned: boolean
  waiting: RefObject<string | undefined>
  soon: Soon
  arm: (kind: KindInfo | undefined, keep?: boolean) => void
  startEditing: (group: Group | undefined, typed?: string) => void
  onMakeFree: () => void
  onMenu: (menu: OpenMenu) => void
  onShortcuts: () => void
}) {
  const { svg, view, shapes, placed, chosen, current, armed } = props
  const { select, selectAll, submit, propose } = useStudio.getState()
  // Keys come faster than answers: what was asked for and is not drawn yet.
  const ahead = useRef({ w: 0, h: 0 })

  function selectNear(dx: number, dy: number) {
    const from = current ? center(current) : { x: -view.view.x / view.view.k, y: -view.view.y / view.view.k }
    let best: Group | undefined
    let least = Infinity
    for (const g of current?.route ? placed : shapes) {
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

  // selectLine goes through the lines of what is selected.
  function selectLine(step: number) {
    const anchor = current?.box ? current.subject : current?.between?.[0]
    const lines = placed.filter((g) => g.route && anchor && g.between?.includes(anchor))
    if (lines.length === 0) return
    const at = current?.route ? lines.indexOf(current) : step > 0 ? -1 : 0
    select(lines[(at + step + lines.length) % lines.length]?.subject)
  }

  function nudge(dx: number, dy: number) {
    const placements = chosen.flatMap((g) => (g.box && g.kind !== 'port' ? [g.id] : []))
    if (placements.length > 0)
      void propose('previews/drop', {
        diagram: useStudio.getState().openDiagram,
        placements,
        dx,
        dy,
        x: 0,
        y: 0,
        nudged: true,
        seed: newId(),
      })
  }

  function grow(dw: number, dh: number) {
    const a = ahead.current
    a.w += dw
    a.h += dh
    const changes: Change[] = chosen.flatMap((g) =>
      g.box ? [{ type: 'resize', id: g.id, w: Math.max(0, g.box.w + a.w), h: Math.max(0, g.box.h + a.h) }] : [],
    )
    const over = () => {
      a.w -= dw
      a.h -= dh
    }
    submit(changes, { done: over, failed: over })
  }

  // bend moves the longest piece of a line that can be moved that way.
  function bend(line: Group, dx: number, dy: number) {
    let best = -1
    let longest = 0
    const route = line.route ?? []
    for (let i = 0; i + 1 < route.length; i++) {
      const a = route[i]
      const b = route[i + 1]
      if (!a || !b) continue
      const length = Math.hypot(a.x - b.x, a.y - b.y)
      const fits = line.line === 'straight' || (dx ? a.x === b.x : a.y === b.y)
      if (fits && length > longest) {
        longest = length
        best = i
      }
    }
    if (best < 0) return
    submit([
      {
        type: 'setLine',
        id: line.id,
        line: line.line ?? '',
        bends: bendsAfter(line, 2 * best, dx, dy)
          .slice(1, -1)
          .flatMap((p) => [p.x, p.y]),
      },
    ])
  }

  // chooseOther lists the shapes that one can be connected with, the nearest first.
  function chooseOther(from: Group, at: Point) {
    const c = center(from)
    const far = (g: Group) => Math.hypot(center(g).x - c.x, center(g).y - c.y)
    props.onMenu({
      ...at,
      label: 'Connect with what?',
      items: (isText(from) ? placed.filter((g) => g.box || g.kind !== 'anchor') : [...shapes])
        .sort((a, b) => far(a) - far(b))
        .slice(0, 60)
        .map((g) => ({
          key: g.id,
          title: g === from ? `${g.title} itself` : g.title,
          run: () => setTimeout(() => void connect(from, g, center(g), at, props.onMenu, props.soon)),
        })),
    })
  }

  // chooseSide lists where a side of a line can lead, the nearest shapes first.
  function chooseSide(line: Group, side: 'from' | 'to', at: Point) {
    const end = line.route?.at(side === 'from' ? 0 : -1) ?? center(line)
    const far = (g: Group) => Math.hypot(center(g).x - end.x, center(g).y - end.y)
    const items = [...shapes]
      .sort((a, b) => far(a) - far(b))
      .slice(0, 60)
      .map((g) => ({ key: g.id, title: g.title, run: () => lead(line, side, g) }))
    if (line.kind === 'dataFlow') items.unshift({ key: 'frame', title: 'To the parent diagram', run: () => lead(line, side, undefined) })
    props.onMenu({ ...at, label: side === 'from' ? 'Where does it come from?' : 'Where does it lead?', items })
  }

  // chooseKind lists what a relationship could be between the same two.
  async function chooseKind(line: Group, at: Point) {
    const { say } = useStudio.getState()
    try {
      const entry = await request<Entry>(projectPath(`entries/${line.subject}`))
      const kinds = entry.parts.flatMap((p) => p.fields ?? []).find((f) => f.choices?.some((c) => c.changes))
      const items = (kinds?.choices ?? []).flatMap((c) => {
        const changes = c.changes
        return changes ? [{ key: c.value, title: c.title, run: () => submit(changes, { said: `Now: ${c.title}.` }) }] : []
      })
      if (items.length === 0) say('It can be nothing else between these two.')
      else props.onMenu({ ...at, label: 'What is it?', items })
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be looked up just now.', 'error')
    }
  }

  function openMenu(at: Point) {
    const items: MenuItem[] = []
    const add = (key: string, title: string, run: () => void, hint?: string) => items.push({ key, title, hint, run })
    if (isDerived()) {
      if (chosen.filter((g) => g.box).length > 1)
        add('layers', 'Arrange these in layers', () => void arrange('layers', 'Arranged in layers.'))
      if (current?.route) add('tidy', 'Tidy this line', () => void arrange('tidy', 'The line finds its own way again.'))
      add('arrange', 'Arrange the whole diagram in layers', () => void arrange('layers', 'Arranged in layers.', true))
      return props.onMenu({ ...at, label: 'What to do here', items })
    }
    if (current?.slots?.some((s) => ['name', 'note', 'object'].includes(s.field)))
      add('edit', current.slots.some((s) => s.field === 'name') ? 'Rename' : 'Write', () => setTimeout(() => props.startEditing(current)))
    const features = current?.slots?.find((s) => s.field === 'features')
    if (features)
      add('features', 'Edit the features', () =>
        setTimeout(() => useStudio.getState().edit({ slot: `${features.row}|features`, value: features.value })),
      )
    if (current?.kind === 'component') add('inside', 'Open its inside', () => void openInside(current.subject ?? ''))
    if (current?.subject && isTraced(current.kind))
      add('trace', 'Trace it everywhere', () => trace(current.subject ?? ''), 'What it touches in all kinds of diagrams.')
    if (current?.box && (shapes.length > 1 || isText(current)))
      add('connect', 'Connect with …', () => setTimeout(() => chooseOther(current, at)))
    if (current?.route) {
      for (const [line, title] of [
        ['', 'Right-angled'],
        ['straight', 'Straight'],
        ['curved', 'Curved'],
      ] as const)
        if ((current.line ?? '') !== line) add(`line-${line}`, title, () => setLine(line))
      if (current.kind !== 'anchor' && current.kind !== 'dataFlow')
        add('kind', 'Make it something else …', () => setTimeout(() => void chooseKind(current, at)))
      add('tidy', 'Tidy this line', () => void arrange('tidy', 'The line finds its own way again.'))
      add('from', 'Begin elsewhere …', () => setTimeout(() => chooseSide(current, 'from', at)))
      add('to', 'Lead elsewhere …', () => setTimeout(() => chooseSide(current, 'to', at)))
      if (current.between?.length === 2) add('reverse', 'Reverse', () => submit([{ type: 'reverse', id: current.subject }]))
    }
    const lines = chosen.filter((g) => g.route && g.kind !== 'anchor')
    if (lines.length > 1 && lines.length === chosen.length && lines.every((g) => g.kind === 'association'))
      add('xor', 'Either one or the other {xor}', () => void constrain(lines, 'xor'), 'No object has links of both.')
    if (lines.length && lines.length === chosen.length)
      add('constraint', 'Constraint …', () => setTimeout(() => void constrain(lines, '')), 'A condition in braces.')
    if (chosen.some((g) => g.larger)) add('fit', 'As large as the content', () => void arrange('fit', 'It fits its content again.'))
    if (chosen.some((g) => g.box)) add('duplicate', 'Duplicate', () => void duplicate())
    if (chosen.filter((g) => g.box).length > 1) {
      add('layers', 'Arrange these in layers', () => void arrange('layers', 'Arranged in layers.'))
      add('left', 'Align the left edges', () => void arrange('left', 'Aligned at the left.'))
      add('top', 'Align the upper edges', () => void arrange('top', 'Aligned at the top.'))
    }
    if (chosen.length) {
      add('remove', 'Remove from this diagram', () => remove(false), 'It stays in the model.')
      add('delete', 'Delete from the model', () => remove(true), 'It goes from every diagram.')
    } else {
      for (const k of props.kinds) add(k.kind, `New ${k.title}`, () => setTimeout(() => props.arm(k)))
      add('arrange', 'Arrange the whole diagram in layers', () => void arrange('layers', 'Arranged in layers.', true))
      add('all', 'Select all', () => selectAll(placed.map((g) => g.subject ?? '')))
    }
    props.onMenu({ ...at, label: chosen.length ? 'What to do with it' : 'What to do here', items })
  }

  function down(e: KeyboardEvent<SVGSVGElement>) {
    if (e.target !== svg.current) return
    const command = e.ctrlKey || e.metaKey
    const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
    const key = e.key.toLowerCase()
    const printable = e.key.length === 1 && !command && !e.altKey && e.key !== ' '
    const waiting = props.waiting
    const kind = props.kinds.find((k) => k.letter === key)
    if (waiting.current !== undefined && printable) {
      waiting.current += e.key
    } else if (e.key === ' ') {
      if (svg.current) svg.current.dataset.space = 'true'
    } else if (arrow) {
      const [dx = 0, dy = 0] = arrow
      const step = e.shiftKey ? fine : coarse
      if (command && current?.free) submit([{ type: 'move', id: current.id, x: current.free.x + dx * step, y: current.free.y + dy * step }])
      else if (command && current?.route) bend(current, dx * step, dy * step)
      else if (command && chosen.some((g) => g.box) && !isDerived()) grow(dx * step, dy * step)
      else if (e.altKey || !chosen.some((g) => g.box)) selectNear(dx, dy)
      else nudge(dx * step, dy * step)
    } else if (e.key === 'Escape') {
      if (armed) props.arm(undefined)
      else select(undefined)
    } else if (e.key === 'Enter' && armed) {
      props.arm(undefined)
      props.onMakeFree()
    } else if ((e.key === 'Enter' || e.key === 'F2') && current) {
      props.startEditing(current)
    } else if (e.key === 'Delete' || e.key === 'Backspace') {
      remove(e.shiftKey)
    } else if (e.key === 'ContextMenu' || (e.key === 'F10' && e.shiftKey)) {
      const c = current ? center(current) : { x: 0, y: 0 }
      openMenu(current ? { x: c.x * view.view.k + view.view.x, y: c.y * view.view.k + view.view.y } : { x: 60, y: 60 })
    } else if (command && key === 'a') {
      selectAll(placed.map((g) => g.subject ?? ''))
    } else if (command && key === 'd') {
      void duplicate()
    } else if (command && (e.key === '+' || e.key === '=')) {
      view.zoom(1.25)
    } else if (command && e.key === '-') {
      view.zoom(0.8)
    } else if (command && e.key === '0') {
      view.fit(current?.box ?? (current?.route && around(current.route)))
    } else if (e.altKey && e.key === '1') {
      view.zoomTo(1)
    } else if (e.altKey && key === 'l') {
      selectLine(e.shiftKey ? -1 : 1)
    } else if (e.key === '?') {
      props.onShortcuts()
    } else if (printable && current && e.key !== '/') {
      props.startEditing(current, e.key)
    } else if (printable && chosen.length === 0 && kind) {
      props.arm(armed?.kind === kind.kind && props.pinned ? undefined : kind, armed?.kind === kind.kind)
    } else {
      return
    }
    e.preventDefault()
  }

  function up(e: KeyboardEvent<SVGSVGElement>) {
    if (e.key === ' ' && svg.current) delete svg.current.dataset.space
  }

  return { down, up, openMenu }
}
