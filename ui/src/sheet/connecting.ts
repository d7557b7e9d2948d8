import { type Change, type Group, newId, type Point, post, type Reading } from '../core/api'
import { ask } from '../common/asking'
import { type OpenMenu } from './SheetMenu'
import { projectPath, useStudio } from '../core/state'

// Soon does something once a menu is closed, with what was typed until then.
export type Soon = (then: (typed: string) => void) => void

// connect asks, in sentences, how two shapes are related, or a shape and a new
// class where the line was dropped.
export async function connect(
  from: Group,
  to: Group | undefined,
  at: Point,
  screen: Point,
  open: (menu: OpenMenu) => void,
  soon: Soon = (then) => setTimeout(() => then('')),
) {
  const { openDiagram, submit, select, edit, say } = useStudio.getState()
  if (to && !to.box && !(to.route && isText(from))) to = undefined
  try {
    const options = await post<(Reading & { form: string })[]>(projectPath('previews/connection'), {
      from: from.subject,
      fromAt: from.at ?? '',
      to: to?.subject ?? '',
      toAt: to?.at ?? '',
      name: '',
      x: Math.round(at.x),
      y: Math.round(at.y),
      diagram: openDiagram,
      seed: newId(),
    })
    const last = localStorage.getItem('lexeon.connection')
    options.sort((a, b) => Number(b.form === last) - Number(a.form === last))
    if (options.length === 0) return say('Nothing can be connected here.')
    open({
      ...screen,
      label: 'How are they related?',
      items: options.map((o) => ({
        key: o.title ?? o.statement,
        title: o.title ?? o.statement,
        hint: o.new.length ? `New: ${o.new.map((n) => `${n.kind} ${n.name}`).join(', ')}` : undefined,
        run: () => {
          localStorage.setItem('lexeon.connection', o.form)
          const made = o.changes.find((c) => c.type === 'addElement')
          const named = ['assoc', 'flow', 'write', 'read'].includes(o.form)
          submit(o.changes)
          select(made ? String(made.id) : o.row)
          // Its name can be written before it is drawn. The menu closes first.
          const here = { x: at.x - 60, y: at.y - 12, w: 120, h: 24 }
          if (made)
            soon((typed) =>
              edit({
                slot: `${String(made.id)}|name`,
                value: typed || String(made.name ?? ''),
                before: String(made.name ?? ''),
                at: here,
                title: `Name of the ${o.new[0]?.kind ?? 'element'}`,
              }),
            )
          else if (named) soon((typed) => edit({ slot: `${o.row}|name`, value: typed, before: '', at: here, title: 'Name of the line' }))
        },
      })),
    })
  } catch (error) {
    say(error instanceof Error ? error.message : 'Nothing can be looked up just now: the server does not answer.', 'error')
  }
}

// proposeOffers asks what a component could provide and require by the classes that
// it holds now. When one is taken, the others are offered again.
export async function proposeOffers(component: string, screen: Point, open: (menu: OpenMenu) => void) {
  const { openDiagram, submit } = useStudio.getState()
  try {
    const options = await post<Reading[]>(projectPath('previews/offers'), { component, diagram: openDiagram, seed: newId() })
    if (options.length === 0) return
    open({
      ...screen,
      label: 'What follows from what it holds?',
      items: options.map((o) => ({
        key: o.title ?? o.statement,
        title: o.title ?? o.statement,
        run: () => submit(o.changes, { done: () => void proposeOffers(component, screen, open) }),
      })),
    })
  } catch {
    // They are offered again with the next class.
  }
}

// isText: notes and constraints can hold for a line too.
export const isText = (g: Group) => g.kind === 'note' || g.kind === 'constraint'

// constrain makes a constraint that holds for lines; one without a text is to be
// written right away.
export async function constrain(lines: Group[], text: string) {
  const { openDiagram, submit, select, edit, say } = useStudio.getState()
  try {
    const reply = await post<{ changes: Change[]; constraint: string }>(projectPath('previews/constraint'), {
      diagram: openDiagram,
      lines: lines.map((g) => g.subject),
      text,
      seed: newId(),
    })
    submit(reply.changes, {
      done: () => {
        select(reply.constraint)
        if (!text) edit({ slot: `${reply.constraint}|note`, value: '' })
      },
    })
  } catch (error) {
    say(error instanceof Error ? error.message : 'Nothing is made yet: the server does not answer.', 'error')
  }
}

// lead leads a side of a line to another shape, or a data flow across the frame;
// with no place given there, it finds one by itself.
export function lead(line: Group, side: 'from' | 'to', to: Group | undefined, at?: Point) {
  const { say } = useStudio.getState()
  if (to && !to.box) return say('A line can only lead to a shape.')
  void ask(
    'previews/side',
    { line: line.id, side, to: to?.id ?? '', x: Math.round(at?.x ?? 0), y: Math.round(at?.y ?? 0) },
    {
      none: 'It leads there already.',
      said: ({ off }) =>
        off
          ? `It is taken off ${Number(off)} other ${off === 1 ? 'diagram, which does' : 'diagrams, which do'} not show its new end.`
          : undefined,
    },
  )
}
