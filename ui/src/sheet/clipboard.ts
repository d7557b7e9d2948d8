import { type RefObject, useEffect, useRef } from 'react'

import { type ChangesReply, newId, type Point, post } from '../core/api'
import { placed } from './commands'
import { type OpenMenu } from './SheetMenu'
import { projectPath, useStudio } from '../core/state'

// Copy and paste. What is copied is text for every other program, cards of the
// classes, and for another diagram the very elements.

type Clip = { project: string; from: string; placements: string[]; shapes: number; x: number; y: number; text: string }

const key = 'lexeon.clip'

function kept(): Clip | undefined {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? 'null') as Clip | null) ?? undefined
  } catch {
    return undefined
  }
}

// copy puts what is selected on the clipboard; it returns the text.
function copy(): string | undefined {
  const { scene, overview, say } = useStudio.getState()
  const { shapes, lines } = placed()
  if (!scene || !overview || shapes.length === 0) return undefined
  const groups = scene.groups.filter((g) => shapes.includes(g.id))
  const text = groups
    .map((g) => {
      const slot = (field: string) => g.slots?.find((s) => s.field === field)?.value ?? ''
      const kind = g.kind && g.kind !== 'class' && g.kind !== 'note' ? `«${g.kind}»\n` : ''
      return `${kind}${slot('name') || slot('note')}\n${slot('features')}`.trim()
    })
    .join('\n\n')
  const clip: Clip = {
    project: overview.id,
    from: scene.diagram,
    placements: [...shapes, ...lines],
    shapes: shapes.length,
    x: Math.min(...groups.map((g) => g.box?.x ?? 0)),
    y: Math.min(...groups.map((g) => g.box?.y ?? 0)),
    text,
  }
  localStorage.setItem(key, JSON.stringify(clip))
  say(`Copied ${shapes.length === 1 ? groups[0]?.title : `${shapes.length} shapes`}.`)
  return text
}

export function useClipboard(props: {
  svg: RefObject<SVGSVGElement | null>
  diagram?: string
  at: () => Point
  screen: () => Point
  onMenu: (menu: OpenMenu) => void
}) {
  const latest = useRef(props)
  useEffect(() => {
    latest.current = props
  })
  useEffect(() => {
    const mine = () => document.activeElement === latest.current.svg.current
    const onCopy = (e: ClipboardEvent) => {
      if (!mine()) return
      const text = copy()
      if (text === undefined) return
      e.clipboardData?.setData('text/plain', text)
      e.preventDefault()
    }
    const onPaste = (e: ClipboardEvent) => {
      if (!mine() || !latest.current.diagram) return
      e.preventDefault()
      const text = e.clipboardData?.getData('text/plain') ?? ''
      const clip = kept()
      const same = (a: string, b: string) => a.replaceAll('\r\n', '\n').trim() === b.replaceAll('\r\n', '\n').trim()
      if (clip && clip.project === useStudio.getState().overview?.id && (text === '' || same(text, clip.text)))
        pasteElements(clip, latest.current)
      else if (text.trim()) void pasteText(text, latest.current)
    }
    document.addEventListener('copy', onCopy)
    document.addEventListener('paste', onPaste)
    return () => {
      document.removeEventListener('copy', onCopy)
      document.removeEventListener('paste', onPaste)
    }
  }, [])
}

type Target = { diagram?: string; at: () => Point; screen: () => Point; onMenu: (menu: OpenMenu) => void }

// pasteElements asks once, in words, what is meant. On the diagram that it was
// copied from the same elements are there already.
function pasteElements(clip: Clip, target: Target) {
  const { submit, selectAll, say } = useStudio.getState()
  const at = target.at()
  const paste = async (asNew: boolean) => {
    const shift = clip.from === target.diagram ? { dx: 40, dy: 40 } : { dx: at.x - clip.x, dy: at.y - clip.y }
    try {
      const reply = await post<ChangesReply>(projectPath('previews/copy'), {
        from: clip.from,
        placements: clip.placements,
        to: target.diagram,
        asNew,
        ...shift,
        seed: newId(),
      })
      if (reply.changes.length === 0) return say('All of it is on this diagram already.')
      const left = reply.left ? ` ${reply.left === 1 ? 'One was' : `${reply.left} were`} here already.` : ''
      submit(reply.changes, { said: `${asNew ? 'Made new elements' : 'Shown here too'}.${left}`, done: () => selectAll(reply.elements) })
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be pasted just now.', 'error')
    }
  }
  if (clip.from === target.diagram) return void paste(true)
  const many = clip.shapes > 1
  target.onMenu({
    ...target.screen(),
    label: 'What is to be pasted?',
    items: [
      {
        key: 'same',
        title: many ? `Show the same ${clip.shapes} elements here` : 'Show the same element here',
        hint: 'A change to it is seen on both diagrams.',
        run: () => void paste(false),
      },
      {
        key: 'new',
        title: many ? 'Make new elements with the same features' : 'Make a new element with the same features',
        hint: 'With a name of its own; what was copied stays as it is.',
        run: () => void paste(true),
      },
    ],
  })
}

async function pasteText(text: string, target: Target) {
  const { submit, selectAll, say } = useStudio.getState()
  const at = target.at()
  try {
    const reply = await post<ChangesReply>(projectPath('previews/cards'), {
      diagram: target.diagram,
      text,
      x: at.x,
      y: at.y,
      seed: newId(),
    })
    if (reply.changes.length === 0) return say('All of it is here already.')
    submit(reply.changes, {
      said: `Pasted ${reply.elements.length === 1 ? 'one element' : `${reply.elements.length} elements`} from the text.`,
      done: () => selectAll(reply.elements),
    })
  } catch (error) {
    say(error instanceof Error ? error.message : 'The text cannot be read just now.', 'error')
  }
}
