import { create } from 'zustand'

import { here, watch } from './live'
import { newId } from './ids'
import { Problem, Unreachable } from './problem'
import {
  type Change,
  type Counts,
  type DiagramInfo,
  type Group,
  type Id,
  type Overview,
  type Presence,
  type Rect,
  type ScenePatch,
} from './types'
import { catchingUp, onWhatIsShown, post, proposedHere, request } from './ask'
import { type ChangedRow, type Effect, program, type State as CoreState } from './program'
import { type Conflict, type Item, type Place, type Refused, type Step } from './queue'
import { useSaid } from './said'
import { begin, forget, keepDrawn, firstDrawn, leave, open, type Session, show } from './session'
import { programVersion, reloadWhenQuiet } from './version'

// The state of one open project: what the core shows, what is selected, and what waits
// to be saved.

export type Scene = { diagram: Id; bounds: Rect; groups: Group[]; detail: string; inherited: boolean; accessors: boolean }

// before is the text that the editor was opened on, base the revision that was seen
// then; without them, what is drawn.
// at is where it stands while the drawing does not show it yet.
export type Editing = {
  slot: string
  value: string
  before?: string
  base?: number
  error?: string
  conflict?: Conflict
  refused?: Id
  at?: Rect
  title?: string
}

// Reply is what came of a change: at once, from the core.
export type Reply = { version: number; changed: ChangedRow[] }

export type SubmitOptions = {
  said?: string
  done?: (reply: Reply) => void
  failed?: (problem: Problem) => void // by the core at once, or by the server later
  base?: number // the revision that the person saw when it began; none: now
  place?: Place // where it was typed
}
type ProposeReply = { changes: Change[] } & Record<string, unknown>
export type ProposeOptions = Omit<SubmitOptions, 'said'> & {
  said?: string | ((reply: ProposeReply) => string | undefined)
  none?: string
  proposed?: (reply: ProposeReply) => void
}

type State = {
  overview?: Overview
  revision: number // the newest one that the server confirmed
  figures?: Counts // of findings
  scene?: Scene
  openDiagram?: Id
  selection: Id[] // elements and relationships, the one selected last at the end
  selected?: Id // that one
  editing?: Editing
  pending: number // changes that are not confirmed yet
  working: number // gestures and texts that the core has not taken yet
  keeping: boolean // something that waits is not stored in the browser yet
  unkept: boolean // the browser stores nothing
  refused: Refused[] // changes that could not be done
  undo: string // what would be taken back next; empty: nothing
  redo: string
  reachable: boolean
  outdated: boolean // the server serves a newer program than this page
  loaded: boolean // the core is there
  ready: boolean // it has the model and answers
  others: Presence[] // windows of others, and other windows of one's own
  missing?: string // the project or diagram cannot be shown, and why
  lastAppeared: string[] // ids of findings that came since the last look
  tick: number // grows with every change of what is shown: views ask again
  openProject: (id: Id, diagram?: Id) => Promise<void>
  openSheet: (id: Id | undefined) => Promise<void>
  refresh: () => void
  select: (id: Id | undefined) => void
  selectAll: (ids: Id[]) => void
  toggle: (id: Id) => void
  show: () => void // tells others where this window is
  edit: (editing: Editing | undefined) => void
  addDiagram: (kind: string, name: string) => Id
  submit: (changes: Change[], options?: SubmitOptions) => void
  propose: (path: string, body: Record<string, unknown> | string, options?: ProposeOptions) => Promise<boolean>
  takeBack: (path: 'undo' | 'redo') => void
  sendAgain: (refused: Refused) => void
  giveUp: (clientId: Id) => void
  work: <T>(what: Promise<T>) => Promise<T> // counts it as work that is not done yet
  say: ReturnType<typeof useSaid.getState>['say']
}

// goneDiagram is said where a diagram is shown that is not there: somebody deleted it, or its making
// was undone.
export const goneDiagram = 'There is no such diagram any more.'

let session: Session | undefined
let opening: Promise<unknown> = Promise.resolve() // the hands wait for the core to be there
let opened = 0
let early = false // what is shown was not drawn by the core: it may be newer than its model
let passed = false // something that the core drew was not taken
let foreseen: DiagramInfo[] = [] // diagrams that were made and are not in the core yet
let caughtUp = false // what is confirmed is as new as the server, as far as it can be reached
const placing = new Set(['move', 'resize', 'setLine', 'moveLabel', 'unplace'])
const failures = new Map<Id, (problem: Problem) => void>() // whom to tell of a refusal

export const useStudio = create<State>()((set, get) => {
  // takeScene puts what looks different into what is shown; false where pieces are
  // missing.
  function takeScene(patch: ScenePatch): boolean {
    const had = get().scene
    if (patch.diagram !== get().openDiagram) return true // another one was opened meanwhile
    const known = new Map<Id, Group>()
    if (had?.diagram === patch.diagram) for (const g of had.groups) known.set(g.id, g)
    for (const g of patch.groups) if (known.get(g.id)?.hash !== g.hash) known.set(g.id, g)
    const groups: Group[] = []
    for (const id of patch.order) {
      const g = known.get(id)
      if (!g) return false
      groups.push(g)
    }
    set({
      scene: {
        diagram: patch.diagram,
        bounds: patch.bounds,
        groups,
        detail: patch.detail,
        inherited: patch.inherited,
        accessors: patch.accessors,
      },
    })
    return true
  }

  program.onState = (state: CoreState) => {
    // What is shown stays where the core's model is older, until that has caught up.
    const older = early && !caughtUp && state.revision < get().revision
    const scene = older ? undefined : state.scene
    if (scene && (passed || !takeScene(scene))) void program.openDiagram(scene.diagram, true)
    passed = older && (passed || Boolean(state.scene))
    // A model that was kept may be older than the diagram.
    if (state.gone && get().openDiagram && caughtUp) set({ scene: undefined, missing: goneDiagram })
    if (scene && get().missing) set({ missing: undefined })
    if (state.version !== get().tick) set({ tick: state.version })
    if (scene) early = false
    if (session && !early) set({ revision: state.revision })
    if (scene) keepSoon()
  }
  program.onLoaded = () => set({ loaded: true })
  program.onFailed = (why) =>
    set({ missing: `The program that draws and answers in this page has ended (${why}). Nothing is lost: load the page anew.` })

  let drawing: ReturnType<typeof setTimeout> | undefined
  function keepSoon() {
    clearTimeout(drawing)
    drawing = setTimeout(() => {
      const { overview, scene, revision } = get()
      if (overview && scene) void keepDrawn(overview.id, { overview, revision, scene: { ...scene, order: scene.groups.map((g) => g.id) } })
    }, 1500)
  }

  // The overview follows what is shown: at once where diagrams come or go, else soon.
  let asking: ReturnType<typeof setTimeout> | undefined
  async function loadOverview() {
    clearTimeout(asking)
    const of = session
    const overview = await program.read<Overview>('')
    if (of === session && of) set({ overview: withForeseen(overview) })
  }
  // What was made is in the overview from then on, whatever an older answer says.
  function withForeseen(overview: Overview): Overview {
    foreseen = foreseen.filter((f) => !overview.diagrams.some((d) => d.id === f.id))
    return foreseen.length === 0 ? overview : { ...overview, diagrams: [...overview.diagrams, ...foreseen] }
  }
  const overviewSoon = () => {
    clearTimeout(asking)
    asking = setTimeout(() => void loadOverview().catch(() => undefined), 120)
  }

  let counting: ReturnType<typeof setTimeout> | undefined
  function countSoon() {
    clearTimeout(counting)
    counting = setTimeout(() => {
      const id = session?.project
      if (!id) return
      request<{ findings: Counts }>(`/api/projects/${id}/findings/figures`).then(
        ({ findings }) => id === session?.project && set({ figures: findings }),
        () => undefined,
      )
    }, 250)
  }

  // tell shows what the queue holds.
  function tell(of: Session) {
    if (of !== session) return
    const { queue } = of
    set({
      pending: queue.pending.length,
      keeping: queue.keeping,
      unkept: queue.unkept,
      refused: queue.refused,
      reachable: queue.online,
      undo: queue.undo.at(-1)?.summary ?? '',
      redo: queue.redo.at(-1)?.summary ?? '',
    })
    if (queue.stopped === 'gone') {
      void forget(of.project)
      set({ overview: undefined, missing: 'This project was deleted.' })
    }
    if (queue.stopped === 'otherProgram') reloadWhenQuiet(() => get().editing === undefined)
  }

  // took takes note of what a change did.
  function took(changed: ChangedRow[]) {
    if (changed.some((row) => row.table === 'diagrams' || row.table === 'project')) void loadOverview().catch(() => undefined)
    else overviewSoon()
    const removed = changed.filter((row) => row.removed).map((row) => row.id)
    if (get().selection.some((id) => removed.includes(id))) get().selectAll(get().selection.filter((id) => !removed.includes(id)))
  }

  function enqueue(of: Session, step: Step, effect: Effect, target?: Item, failed?: SubmitOptions['failed']) {
    if (failed) failures.set(step.clientId, failed)
    of.queue.add(step, effect.inverse, target)
    took(effect.rows)
  }

  // askMeant asks about a name that was just written and is one letter off a known one.
  function askMeant({ near }: Effect) {
    for (const { name, known, changes } of near ?? [])
      get().say(
        `${name}: meant ${known}?`,
        'question',
        changes && { label: `Write ${known}`, run: () => get().submit(changes, { said: `It is written ${known} now.` }) },
      )
  }

  const locally = (error: unknown): Problem =>
    error instanceof Problem
      ? error
      : new Problem(0, 'internal', error instanceof Error ? error.message : 'It cannot be done just now.', {})

  function wasRefused({ step, problem }: Refused) {
    const failed = failures.get(step.clientId)
    failures.delete(step.clientId)
    const { say } = get()
    overviewSoon()
    if (step.undoes) {
      if (problem.code === 'missing') return
      return say(
        problem.detail,
        'error',
        problem.code === 'undoBlocked' ? { label: 'Skip it', run: () => get().takeBack('undo') } : undefined,
      )
    }
    say(
      problem.code === 'conflict' || problem.code === 'tooOld' ? problem.detail : `“${step.summary}” could not be done: ${problem.detail}`,
      'error',
    )
    failed?.(new Problem(409, problem.code, problem.detail, { ...problem, clientId: step.clientId }))
  }

  return {
    revision: 0,
    pending: 0,
    working: 0,
    keeping: false,
    unkept: false,
    refused: [],
    undo: '',
    redo: '',
    reachable: true,
    outdated: false,
    loaded: false,
    ready: false,
    others: [],
    selection: [],
    lastAppeared: [],
    tick: 0,

    async openProject(id, diagram) {
      watch(undefined)
      if (session) leave(session)
      session = undefined
      foreseen = []
      caughtUp = false
      early = false
      passed = false
      const mine = ++opened
      set({
        overview: undefined,
        figures: undefined,
        scene: undefined,
        openDiagram: undefined,
        selection: [],
        selected: undefined,
        editing: undefined,
        missing: undefined,
        pending: 0,
        refused: [],
        undo: '',
        redo: '',
        ready: false,
        others: [],
        revision: 0,
      })
      const begun = (async () => {
        // What was seen last is shown at once, or what the server draws: the core needs longer.
        if (diagram) {
          void firstDrawn(id, diagram).then((drawn) => {
            if (!drawn || mine !== opened || get().ready || get().scene) return
            early = true
            set({ overview: drawn.overview, openDiagram: diagram, revision: drawn.revision })
            takeScene(drawn.scene)
          })
        }
        const next = await open(id, {
          changed: () => session && tell(session),
          refused: wasRefused,
          rows: (rows) => {
            if (rows.length > 0) took(rows)
          },
          settled(revision, version) {
            set({ revision })
            overviewSoon()
            countSoon()
            if (programVersion() && version && version !== programVersion()) {
              set({ outdated: true })
              reloadWhenQuiet(() => get().editing === undefined)
            }
          },
          waiting: (missing) => mine === opened && set({ reachable: false, missing }),
        })
        if (mine !== opened) return leave(next)
        session = next
        show(next)
        if (get().openDiagram) void program.openDiagram(get().openDiagram, true)
        const overview = await program.read<Overview>('')
        set({
          overview: withForeseen(overview),
          revision: early ? get().revision : next.queue.revision,
          missing: undefined,
          ready: true,
          reachable: true,
        })
        tell(next)
        catchingUp(
          begin(next).finally(() => {
            if (session !== next) return
            caughtUp = true
            if (get().openDiagram && (early || !get().scene)) void program.openDiagram(get().openDiagram, true)
          }),
        )
        countSoon()
        watch(id, {
          ask: () => void next.queue.catchUp(),
          revision: (revision) => void next.queue.hear(revision),
          presence: (others) => set({ others }),
          connection(up) {
            if (up) void next.queue.catchUp()
            else set({ reachable: false })
          },
          gone: () => {
            void forget(id)
            set({ overview: undefined, missing: 'This project was deleted.' })
          },
        })
        get().show()
      })()
      opening = begun
      try {
        await begun
      } catch (error) {
        if (mine === opened) set({ overview: undefined, missing: error instanceof Error ? error.message : 'The project cannot be shown.' })
      }
    },

    async openSheet(id) {
      if (get().openDiagram === id && get().scene?.diagram === id) return
      early = false
      set({ openDiagram: id, scene: undefined, selection: [], selected: undefined, editing: undefined, missing: undefined })
      get().show()
      await opening.catch(() => undefined)
      if (get().openDiagram === id && session) await program.openDiagram(id, true)
    },

    refresh: () => void session?.queue.catchUp(),

    select: (id) => get().selectAll(id ? [id] : []),
    selectAll(ids) {
      set({ selection: ids, selected: ids.at(-1) })
      get().show()
    },
    toggle(id) {
      const { selection, selectAll } = get()
      selectAll(selection.includes(id) ? selection.filter((s) => s !== id) : [...selection, id])
    },
    show: () => here({ diagram: get().openDiagram ?? '', subject: get().selected ?? '' }),
    edit: (editing) => set({ editing: editing && { base: get().revision, ...editing } }),

    // addDiagram makes a diagram, which is there for the hands before the core has it.
    addDiagram(kind, name) {
      const id = newId()
      foreseen = [...foreseen, { id, kind, name, elements: 0, title: name }]
      const { overview } = get()
      if (overview) set({ overview: withForeseen(overview) })
      get().submit([{ type: 'addDiagram', id, kind, name }], {
        failed: () => {
          foreseen = foreseen.filter((d) => d.id !== id)
          overviewSoon()
        },
      })
      return id
    },

    submit(changes, options = {}) {
      if (changes.length === 0) return
      // What is drawn of tables is nobody's row: their places are kept with the diagram.
      const { overview, openDiagram } = get()
      if (overview?.diagrams.find((d) => d.id === openDiagram)?.kind === 'tableDiagram' && changes.every((c) => placing.has(c.type)))
        return void get().propose('previews/tables', { diagram: openDiagram, changes }, options)
      const clientId = newId()
      const base = options.base ?? get().revision
      void get().work(
        opening.then(
          async () => {
            const of = session
            if (!of) return
            try {
              const effect = await onWhatIsShown(() => program.push({ clientId, changes }))
              if (effect.rows.length === 0)
                await program.settle([], [clientId]) // it changes nothing
              else
                enqueue(
                  of,
                  {
                    clientId,
                    writer: of.queue.writer,
                    base,
                    summary: effect.summary,
                    changes: [...changes, ...(effect.added ?? [])],
                    place: options.place,
                  },
                  effect,
                  undefined,
                  options.failed,
                )
              if (of !== session) return
              if (options.said) get().say(options.said, 'info', { label: 'Undo', run: () => get().takeBack('undo') })
              askMeant(effect)
              options.done?.({ version: get().tick, changed: effect.rows })
            } catch (error) {
              const problem = locally(error)
              get().say(problem.message, 'error')
              options.failed?.(problem)
            }
          },
          () => undefined,
        ),
      )
    },

    // propose asks what something would change, and does it: in one step where the core
    // answers, else by way of the server. It tells whether it was done.
    propose: (path, body, options = {}) =>
      get().work(
        (async () => {
          const clientId = newId()
          const base = options.base ?? get().revision
          const { say, submit } = get()
          try {
            await opening
            const of = session
            if (!of) return false
            const local = proposedHere(`/api/projects/${of.project}/${path}`)
            if (local === undefined) {
              const reply = await post<ProposeReply>(projectPath(path), body)
              options.proposed?.(reply)
              if (reply.changes.length === 0) {
                if (options.none) say(options.none)
                options.done?.({ version: get().tick, changed: [] })
                return true
              }
              return await new Promise((resolve) =>
                submit(reply.changes, {
                  base,
                  place: options.place,
                  said: typeof options.said === 'function' ? options.said(reply) : options.said,
                  done: (r) => {
                    options.done?.(r)
                    resolve(true)
                  },
                  failed: (p) => {
                    options.failed?.(p)
                    resolve(false)
                  },
                }),
              )
            }
            const { reply, changes, effect } = await onWhatIsShown(() => program.carryOut(clientId, local, body))
            const answered = reply as ProposeReply
            options.proposed?.(answered)
            if (!effect || effect.rows.length === 0) {
              if (effect) await program.settle([], [clientId])
              if (options.none) say(options.none)
              options.done?.({ version: get().tick, changed: [] })
              return true
            }
            enqueue(
              of,
              { clientId, writer: of.queue.writer, base, summary: effect.summary, changes, place: options.place },
              effect,
              undefined,
              options.failed,
            )
            if (of !== session) return true
            const said = typeof options.said === 'function' ? options.said(answered) : options.said
            if (said) say(said, 'info', { label: 'Undo', run: () => get().takeBack('undo') })
            askMeant(effect)
            options.done?.({ version: get().tick, changed: effect.rows })
            return true
          } catch (error) {
            const problem =
              error instanceof Unreachable
                ? new Problem(0, 'unreachable', 'The server does not answer just now, and this needs it.', {})
                : locally(error)
            say(problem.message, 'error')
            options.failed?.(problem)
            return false
          }
        })(),
      ),

    takeBack(path) {
      void get().work(
        opening.then(
          async () => {
            const of = session
            if (!of) return
            const { queue } = of
            const item = queue[path].at(-1)
            if (!item) return get().say(path === 'undo' ? 'There is nothing of yours to undo.' : 'There is nothing to do again.')
            queue[path] = queue[path].slice(0, -1)
            const step: Step = {
              clientId: newId(),
              writer: queue.writer,
              base: queue.revision,
              summary: item.summary,
              undoes: item.clientId,
              redo: path === 'redo',
              restore: item.inverse,
            }
            try {
              const effect = await onWhatIsShown(() => program.push({ clientId: step.clientId, restore: item.inverse }))
              enqueue(of, step, effect, item)
              if (of === session) get().say(`${path === 'undo' ? 'Undo' : 'Redo'}: ${item.summary}.`)
            } catch (error) {
              const problem = locally(error)
              tell(of)
              get().say(`“${item.summary}” cannot be ${path === 'undo' ? 'undone' : 'done again'}: ${problem.message}`, 'error', {
                label: 'Skip it',
                run: () => get().takeBack(path),
              })
            }
          },
          () => undefined,
        ),
      )
    },

    // sendAgain does what was refused on what is there now: whoever asks for it has seen
    // what stands in its way.
    sendAgain({ step }) {
      if (!step.changes) return get().giveUp(step.clientId)
      get().submit(step.changes, { place: step.place, done: () => get().giveUp(step.clientId) })
    },
    giveUp: (clientId) => session?.queue.drop(clientId),

    async work(what) {
      set((s) => ({ working: s.working + 1 }))
      try {
        return await what
      } finally {
        set((s) => ({ working: s.working - 1 }))
      }
    },

    say: useSaid.getState().say,
  }
})

// project is the path of the open project's interface.
export function projectPath(path: string): string {
  return `/api/projects/${useStudio.getState().overview?.id ?? ''}/${path}`
}
