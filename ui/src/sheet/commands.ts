import { useSettings } from './settings'
import { type Change, type ChangesReply, newId, post } from '../core/api'
import { followsFromClasses, isDerived } from './derived'
import { isTraced, trace } from '../common/trace'
import { projectPath, useStudio } from '../core/state'

// Commands on what is selected, or on the whole diagram. Menus, keys and the
// statement line run the same ones.

export type Command = {
  id: string
  title: string
  group: 'arrange' | 'size' | 'line' | 'picture' | 'edit' | 'view'
  keys?: string
  run: () => void
}

const say = (text: string) => useStudio.getState().say(text, 'error')

// placed lists the placements of what is selected on the open diagram.
export function placed(): { shapes: string[]; lines: string[] } {
  const { scene, selection } = useStudio.getState()
  const groups = (scene?.groups ?? []).filter((g) => g.id !== 'frame' && g.id !== 'legend' && selection.includes(g.subject ?? ''))
  // In the order in which they were selected: the first one stays when others are aligned with it.
  groups.sort((a, b) => selection.indexOf(a.subject ?? '') - selection.indexOf(b.subject ?? ''))
  return { shapes: groups.filter((g) => g.box).map((g) => g.id), lines: groups.filter((g) => g.route).map((g) => g.id) }
}

// arranged tells the sheet that a whole diagram stands otherwise: it is fitted into the window.
export const arranged = new EventTarget()

export async function arrange(how: string, what: string, all = false) {
  const { openDiagram, submit } = useStudio.getState()
  const { shapes, lines } = placed()
  // One shape or one line stands in no layers: all of the diagram is meant.
  const placements = all || (how === 'layers' && shapes.length < 2) ? [] : [...shapes, ...lines]
  try {
    const reply = await post<ChangesReply>(projectPath('previews/arrangement'), { diagram: openDiagram, how, placements })
    if (reply.changes.length === 0) return useStudio.getState().say('Everything stands as it should already.')
    submit(reply.changes, { said: what })
    if (placements.length === 0) arranged.dispatchEvent(new Event('whole'))
  } catch (error) {
    say(error instanceof Error ? error.message : 'It cannot be arranged just now.')
  }
}

export function remove(fromModel: boolean) {
  const { scene, selection, submit, select } = useStudio.getState()
  const groups = (scene?.groups ?? []).filter((g) => g.id !== 'frame' && g.id !== 'legend' && selection.includes(g.subject ?? ''))
  const first = groups[0]
  if (!first) return
  if (isDerived()) return say(followsFromClasses)
  const name = groups.length === 1 ? first.title : `${groups.length} things`
  // Lines go with their shapes: asking for both would ask twice.
  const gone = new Set(groups.filter((g) => g.box).map((g) => g.subject))
  const list = groups.filter((g) => g.box || !g.between?.some((id) => gone.has(id)))
  const changes: Change[] = list.map((g) => (fromModel ? { type: 'delete', id: g.subject } : { type: 'unplace', id: g.id }))
  submit(changes, {
    said: fromModel
      ? `Deleted ${name} from the model.`
      : `Removed ${name} from this diagram. ${groups.length === 1 ? 'It stays' : 'They stay'} in the model.`,
  })
  select(undefined)
}

export function setLine(line: string) {
  const { scene, submit } = useStudio.getState()
  const { lines } = placed()
  const changes = lines.filter((id) => scene?.groups.find((g) => g.id === id)?.line !== line || line === '')
  submit(changes.map((id) => ({ type: 'setLine', id, line, bends: scene?.groups.find((g) => g.id === id)?.bends ?? [] })))
}

export async function duplicate() {
  const { openDiagram, submit, selectAll } = useStudio.getState()
  const { shapes, lines } = placed()
  if (shapes.length === 0) return
  if (isDerived()) return say(followsFromClasses)
  try {
    const reply = await post<ChangesReply>(projectPath('previews/copy'), {
      from: openDiagram,
      placements: [...shapes, ...lines],
      to: openDiagram,
      asNew: true,
      dx: 40,
      dy: 40,
      seed: newId(),
    })
    submit(reply.changes, { done: () => selectAll(reply.elements) })
  } catch (error) {
    say(error instanceof Error ? error.message : 'It cannot be copied just now.')
  }
}

// pictureOf is where a picture of a diagram is, with its frame or without.
function pictureOf(diagram: string | undefined, format: string): string {
  const frame = useSettings.getState().frame ? '' : `${format.includes('?') ? '&' : '?'}frame=no`
  return projectPath(`diagrams/${diagram}/${format}${frame}`)
}

export async function copyAsPicture() {
  const { openDiagram } = useStudio.getState()
  try {
    const picture = fetch(pictureOf(openDiagram, 'png?scale=2')).then((answer) => {
      if (!answer.ok) throw new Error('The picture cannot be made.')
      return answer.blob()
    })
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': picture })])
    useStudio.getState().say('Copied the diagram as a picture.')
  } catch (error) {
    say(error instanceof Error && error.name !== 'NotAllowedError' ? error.message : 'The browser does not let the page copy a picture.')
  }
}

export function download(format: string) {
  const { openDiagram } = useStudio.getState()
  const link = document.createElement('a')
  link.href = pictureOf(openDiagram, format)
  link.download = ''
  link.click()
}

export const arrangements: [how: string, title: string, said: string, least: number][] = [
  ['layers', 'Arrange', 'Arranged.', 0],
  ['gently', 'Arrange gently', 'Only what was in the way moved.', 0],
  ['columns', 'In columns by category', 'Arranged in columns by category.', 0],
  ['tidy', 'Tidy the lines', 'The lines find their own way again.', 0],
  ['left', 'Left edges', 'Aligned at the left.', 2],
  ['center', 'One above the other', 'Aligned one above the other.', 2],
  ['right', 'Right edges', 'Aligned at the right.', 2],
  ['top', 'Upper edges', 'Aligned at the top.', 2],
  ['middle', 'Side by side', 'Aligned side by side.', 2],
  ['bottom', 'Lower edges', 'Aligned at the bottom.', 2],
  ['across', 'Equal gaps across', 'The gaps across are equal.', 3],
  ['down', 'Equal gaps down', 'The gaps down are equal.', 3],
  ['sameWidth', 'Same width', 'All have the same width.', 2],
  ['sameHeight', 'Same height', 'All have the same height.', 2],
  ['sameSize', 'Same size', 'All have the same size.', 2],
  ['fit', 'As large as the content', 'They fit their content again.', 1],
]

export const pictures: [format: string, title: string][] = [
  ['svg', 'SVG'],
  ['png?scale=1', 'PNG'],
  ['png?scale=2', 'PNG, twice as large'],
  ['png?scale=3', 'PNG, three times as large'],
  ['png?scale=4', 'PNG, four times as large'],
  ['pdf', 'PDF'],
]

// commands lists what can be done right now, for the statement line.
export function commands(): Command[] {
  const { openDiagram, overview } = useStudio.getState()
  if (!openDiagram) return []
  const classes = overview?.diagrams.find((d) => d.id === openDiagram)?.kind === 'classDiagram'
  const { shapes, lines } = placed()
  const out: Command[] = []
  for (const [how, title, said, least] of arrangements) {
    if (shapes.length < least || (how === 'columns' && !classes)) continue
    const what = shapes.length > (least ? 0 : 1) ? 'the selection' : 'all'
    out.push({
      id: how,
      group: 'arrange',
      title: how === 'layers' ? `Arrange ${what}` : how === 'gently' ? `Arrange ${what} gently` : `Arrange ${what}: ${title}`,
      run: () => void arrange(how, said, shapes.length < 2 && least === 0 && lines.length === 0),
    })
  }
  for (const [format, title] of pictures)
    out.push({ id: format, group: 'picture', title: `Export the drawing as ${title}`, run: () => download(format) })
  out.push({ id: 'copy-picture', group: 'picture', title: 'Copy the drawing as a picture', run: () => void copyAsPicture() })
  out.push({ id: 'print', group: 'picture', title: 'Print the drawing', run: () => print() })
  if (lines.length) {
    for (const [line, title] of [
      ['', 'right-angled'],
      ['straight', 'straight'],
      ['curved', 'curved'],
    ] as const)
      out.push({ id: `line-${title}`, group: 'line', title: `Draw the line ${title}`, run: () => setLine(line) })
  }
  const one = useStudio.getState().scene?.groups.find((g) => g.subject && g.subject === useStudio.getState().selection[0])
  if (useStudio.getState().selection.length === 1 && one?.subject && isTraced(one.kind))
    out.push({ id: 'trace', group: 'view', title: `Trace ${one.title} everywhere`, run: () => trace(one.subject ?? '') })
  if (shapes.length)
    out.push({ id: 'duplicate', group: 'edit', title: 'Duplicate the selection', keys: 'Ctrl+D', run: () => void duplicate() })
  return out
}
