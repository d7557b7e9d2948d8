import { create } from 'zustand'

import { here, watch } from './live'
import {
  type Change, type ChangeReply, type Group, type Id, type Overview, type Presence, Problem, type Rect, request, type ScenePatch, Unreachable, newId, post,
} from './api'
import { author } from './author'

// The state of one open project: what the server last said, what is selected,
// and the changes that wait to be sent. Changes go in order, one at a time, and
// each bears an id, so that a retry after a lost reply is not applied twice.

export type Scene = { diagram: Id; revision: number; bounds: Rect; groups: Group[]; detail: string; inherited: boolean }

export type Message = { id: number; tone: 'info' | 'error'; text: string; action?: { label: string; run: () => void } }

type Waiting = {
  path: 'changes' | 'undo' | 'redo'
  clientId: Id
  base: number
  changes: Change[]
  skip: number[]
  said?: string
  done?: (reply: ChangeReply) => void
  failed?: (problem: Problem) => void
}

// before is the text that the editor was opened on; without one, what is drawn.
export type Editing = { slot: string; value: string; before?: string; error?: string; making?: string }

type State = {
  overview?: Overview
  revision: number
  scene?: Scene
  openDiagram?: Id
  selection: Id[] // elements and relationships, the one selected last at the end
  selected?: Id // that one
  editing?: Editing
  queue: Waiting[]
  asking: number // questions to the server whose changes are not made yet
  opened: number // grows with every project that is opened
  reachable: boolean
  heard: number // the newest revision that the events told of
  others: Presence[] // windows of others, and other windows of one's own
  missing?: string // the project or diagram cannot be shown, and why
  messages: Message[]
  lastAppeared: string[] // ids of findings that the last change brought
  tick: number // grows with every change of the model: views fetch again
  openProject: (id: Id) => Promise<void>
  openSheet: (id: Id | undefined) => Promise<void>
  refresh: () => Promise<void>
  lookAgain: () => Promise<void> // at what the overview tells, such as the stereotypes in use
  select: (id: Id | undefined) => void
  selectAll: (ids: Id[]) => void
  toggle: (id: Id) => void
  show: () => void // tells others where this window is
  edit: (editing: Editing | undefined) => void
  submit: (changes: Change[], options?: Pick<Waiting, 'said' | 'done' | 'failed'>) => void
  takeBack: (path: 'undo' | 'redo', skip?: number[]) => void
  say: (text: string, tone?: Message['tone'], action?: Message['action']) => void
  dismiss: (id: number) => void
}

let messages = 0
let sending = false
let retry: ReturnType<typeof setTimeout> | undefined

export const useStudio = create<State>()((set, get) => {
  const api = (path: string) => `/api/projects/${get().overview?.id ?? ''}/${path}`

  function takeScene(patch: ScenePatch) {
    const had = get().scene
    if (patch.diagram !== get().openDiagram) return true // another one was opened meanwhile
    if (had?.diagram === patch.diagram && had.revision > patch.revision) return true // an answer that was overtaken
    const known = new Map<Id, Group>()
    if (had?.diagram === patch.diagram) for (const g of had.groups) known.set(g.id, g)
    for (const g of patch.groups) {
      const same = known.get(g.id)
      if (same?.hash !== g.hash) known.set(g.id, g)
    }
    const groups: Group[] = []
    for (const id of patch.order) {
      const g = known.get(id)
      if (!g) return false
      groups.push(g)
    }
    set({ scene: { diagram: patch.diagram, revision: patch.revision, bounds: patch.bounds, groups, detail: patch.detail, inherited: patch.inherited } })
    return true
  }

  async function loadOverview() {
    const id = get().overview?.id
    if (id) set({ overview: await request<Overview>(`/api/projects/${id}?author=${author().id}`) })
  }

  async function loadScene() {
    const diagram = get().openDiagram
    if (!diagram) return
    const had = get().scene
    const since = had?.diagram === diagram ? `?since=${had.revision}` : ''
    let patch = await request<ScenePatch>(api(`diagrams/${diagram}/scene${since}`))
    if (get().openDiagram === diagram) {
      if (!takeScene(patch)) {
        patch = await request<ScenePatch>(api(`diagrams/${diagram}/scene`))
        takeScene(patch)
      }
      set({ revision: Math.max(get().revision, patch.revision) })
    }
  }

  function taken(waiting: Waiting, reply: ChangeReply) {
    const state = get()
    if (!state.overview) return
    set({
      revision: reply.revision,
      overview: { ...state.overview, revision: reply.revision, findings: reply.findings, classifiers: state.overview.classifiers + reply.classifiers, undo: reply.undo, redo: reply.redo },
      lastAppeared: reply.appeared.map((f) => f.id),
      tick: state.tick + 1,
    })
    if (reply.scene && !takeScene(reply.scene)) void loadScene()
    if (reply.changed.some((row) => ['diagrams', 'project', 'elements', 'relationships'].includes(row.table)) && (!location.pathname.includes('/d/') || state.overview.coverage.sentences > 0 || state.overview.diagrams.some((d) => d.kind !== 'classDiagram')) || reply.changed.some((row) => row.table === 'diagrams' || row.table === 'project') || reply.again) void loadOverview()
    const removed = reply.changed.filter((row) => row.removed).map((row) => row.id)
    if (get().selection.some((id) => removed.includes(id))) get().selectAll(get().selection.filter((id) => !removed.includes(id)))
    if (waiting.path !== 'changes') state.say(`${reply.summary}.`)
    else if (waiting.said) state.say(waiting.said, 'info', { label: 'Undo', run: () => get().takeBack('undo') })
    waiting.done?.(reply)
  }

  function refused(waiting: Waiting, problem: Problem) {
    const undoing = Number(problem.body.undoing ?? 0)
    if (problem.code === 'undoBlocked' && undoing) {
      get().say(problem.message, 'error', { label: 'Skip it', run: () => get().takeBack('undo', [...waiting.skip, undoing]) })
    } else {
      get().say(problem.message, 'error')
    }
    waiting.failed?.(problem)
    void get().refresh()
  }

  async function send() {
    if (sending) return
    sending = true
    let pause = 250
    try {
      for (let next = get().queue[0]; next; next = get().queue[0]) {
        try {
          const reply = await post<ChangeReply>(api(next.path), {
            clientId: next.clientId, author: author(), base: next.base, changes: next.changes, skip: next.skip, diagram: get().openDiagram ?? '',
            scene: get().scene?.revision ?? -1,
          })
          pause = 250
          set({ reachable: true, queue: get().queue.slice(1) })
          keepQueue()
          taken(next, reply)
        } catch (error) {
          if (error instanceof Problem) {
            set({ reachable: true, queue: get().queue.slice(1) })
            keepQueue()
            refused(next, error)
            continue
          }
          if (!(error instanceof Unreachable)) throw error
          set({ reachable: false })
          await new Promise((resolve) => setTimeout(resolve, pause))
          pause = Math.min(pause * 1.6, 3000)
        }
      }
    } finally {
      sending = false
    }
    if (get().heard > get().revision) void get().refresh() // others were faster meanwhile
  }

  // The queue outlives a reload of the window: what was done is not lost.
  const queueKey = () => `lexeon.queue.${get().overview?.id ?? ''}`
  function keepQueue() {
    const { queue } = get()
    if (queue.length === 0) return sessionStorage.removeItem(queueKey())
    sessionStorage.setItem(queueKey(), JSON.stringify(queue.map(({ path, clientId, base, changes, skip, said }) => ({ path, clientId, base, changes, skip, said }))))
  }
  function keptQueue(): Waiting[] {
    try {
      return JSON.parse(sessionStorage.getItem(queueKey()) ?? '[]') as Waiting[]
    } catch {
      return []
    }
  }

  return {
    revision: 0,
    queue: [],
    asking: 0,
    opened: 0,
    reachable: true,
    heard: 0,
    others: [],
    selection: [],
    messages: [],
    lastAppeared: [],
    tick: 0,

    async openProject(id) {
      watch(undefined)
      set({ overview: undefined, scene: undefined, openDiagram: undefined, selection: [], selected: undefined, editing: undefined, missing: undefined, queue: [], asking: 0, opened: get().opened + 1, heard: 0, others: [] })
      try {
        const overview = await request<Overview>(`/api/projects/${id}?author=${author().id}`)
        set({ overview, revision: overview.revision, reachable: true, tick: get().tick + 1 })
        set({ queue: keptQueue() })
        if (get().queue.length) void send()
        watch(id, {
          revision(revision) {
            set({ heard: Math.max(get().heard, revision) })
            if (revision > get().revision) void get().refresh()
          },
          presence: (others) => set({ others }),
          connection(up) {
            if (up && !get().reachable) void get().refresh()
            if (!up) set({ reachable: false })
          },
          gone: () => set({ overview: undefined, missing: 'This project was deleted.' }),
        })
        get().show()
      } catch (error) {
        if (error instanceof Unreachable) {
          set({ reachable: false, missing: 'The server does not answer. It is tried again.' })
          setTimeout(() => {
            if (!get().overview) void get().openProject(id)
          }, 1500)
          return
        }
        set({ missing: error instanceof Error ? error.message : 'The project cannot be shown.' })
      }
    },

    async openSheet(id) {
      if (get().openDiagram === id && get().scene?.diagram === id) return
      set({ openDiagram: id, scene: undefined, selection: [], selected: undefined, editing: undefined, missing: undefined })
      get().show()
      try {
        await loadScene()
      } catch (error) {
        if (error instanceof Unreachable) {
          set({ reachable: false })
          setTimeout(() => {
            if (get().openDiagram === id && !get().scene) {
              set({ openDiagram: undefined })
              void get().openSheet(id)
            }
          }, 1500)
          return
        }
        set({ missing: error instanceof Error ? error.message : 'The diagram cannot be shown.' })
      }
    },

    // refresh asks what others did since.
    async refresh() {
      if (!get().overview || get().queue.length > 0) return
      try {
        const before = get().revision
        await loadOverview()
        const now = get().overview?.revision ?? before
        set({ reachable: true })
        if (now !== before) {
          set({ revision: now, tick: get().tick + 1 })
          await loadScene()
        }
      } catch (error) {
        if (!(error instanceof Unreachable)) return
        set({ reachable: false })
        clearTimeout(retry)
        retry = setTimeout(() => void get().refresh(), 1500)
      }
    },

    lookAgain: () => loadOverview().catch(() => undefined),

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
    edit: (editing) => set({ editing }),

    submit(changes, options = {}) {
      if (changes.length === 0) return
      set({
        queue: [...get().queue, { path: 'changes', clientId: newId(), base: get().revision, changes, skip: [], ...options }],
      })
      keepQueue()
      void send()
    },

    takeBack(path, skip = []) {
      set({ queue: [...get().queue, { path, clientId: newId(), base: get().revision, changes: [], skip }] })
      keepQueue()
      void send()
    },

    say(text, tone = 'info', action) {
      const id = ++messages
      set({ messages: [...get().messages.filter((m) => m.tone === 'error').slice(-2), { id, tone, text, action }] })
      if (tone === 'info') setTimeout(() => get().dismiss(id), 8000)
    },
    dismiss: (id) => set({ messages: get().messages.filter((m) => m.id !== id) }),
  }
})

// project is the path of the open project's interface.
export function projectPath(path: string): string {
  return `/api/projects/${useStudio.getState().overview?.id ?? ''}/${path}`
}
