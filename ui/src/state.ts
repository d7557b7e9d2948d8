import { create } from 'zustand'

import {
  type Change, type ChangeReply, type Group, type Id, type Overview, Problem, type Rect, request, type ScenePatch, Unreachable, newId, post,
} from './api'
import { author } from './author'

// The state of one open project: what the server last said, what is selected,
// and the changes that wait to be sent. Changes go in order, one at a time, and
// each bears an id, so that a retry after a lost reply is not applied twice.

export type Scene = { diagram: Id; revision: number; bounds: Rect; groups: Group[] }

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

export type Editing = { slot: string; value: string; error?: string; making?: string }

type State = {
  overview?: Overview
  revision: number
  scene?: Scene
  openDiagram?: Id
  selected?: Id // an element or relationship
  editing?: Editing
  queue: Waiting[]
  reachable: boolean
  missing?: string // the project or diagram cannot be shown, and why
  messages: Message[]
  lastAppeared: string[] // ids of findings that the last change brought
  tick: number // grows with every change of the model: views fetch again
  openProject: (id: Id) => Promise<void>
  openSheet: (id: Id | undefined) => Promise<void>
  refresh: () => Promise<void>
  select: (id: Id | undefined) => void
  edit: (editing: Editing | undefined) => void
  submit: (changes: Change[], options?: Pick<Waiting, 'said' | 'done' | 'failed'>) => void
  takeBack: (path: 'undo' | 'redo', skip?: number[]) => void
  say: (text: string, tone?: Message['tone'], action?: Message['action']) => void
  dismiss: (id: number) => void
}

let messages = 0
let sending = false

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
    set({ scene: { diagram: patch.diagram, revision: patch.revision, bounds: patch.bounds, groups } })
    return true
  }

  async function loadOverview() {
    const id = get().overview?.id
    if (id) set({ overview: await request<Overview>(`/api/projects/${id}?author=${author().id}`) })
  }

  async function loadScene() {
    const diagram = get().openDiagram
    if (!diagram) return
    const patch = await request<ScenePatch>(api(`diagrams/${diagram}/scene`))
    if (get().openDiagram === diagram) {
      takeScene(patch)
      set({ revision: Math.max(get().revision, patch.revision) })
    }
  }

  function taken(waiting: Waiting, reply: ChangeReply) {
    const state = get()
    if (!state.overview) return
    set({
      revision: reply.revision,
      overview: { ...state.overview, revision: reply.revision, findings: reply.findings, undo: reply.undo, redo: reply.redo },
      lastAppeared: reply.appeared.map((f) => f.id),
      tick: state.tick + 1,
    })
    if (reply.scene && !takeScene(reply.scene)) void loadScene()
    if (reply.changed.some((row) => row.table === 'diagrams' || row.table === 'project') || reply.again) void loadOverview()
    const selected = get().selected
    if (selected && reply.changed.some((row) => row.id === selected && row.removed)) set({ selected: undefined })
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
          taken(next, reply)
        } catch (error) {
          if (error instanceof Problem) {
            set({ reachable: true, queue: get().queue.slice(1) })
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
  }

  return {
    revision: 0,
    queue: [],
    reachable: true,
    messages: [],
    lastAppeared: [],
    tick: 0,

    async openProject(id) {
      set({ overview: undefined, scene: undefined, openDiagram: undefined, selected: undefined, editing: undefined, missing: undefined, queue: [] })
      try {
        const overview = await request<Overview>(`/api/projects/${id}?author=${author().id}`)
        set({ overview, revision: overview.revision, reachable: true, tick: get().tick + 1 })
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
      set({ openDiagram: id, scene: undefined, selected: undefined, editing: undefined, missing: undefined })
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
        if (error instanceof Unreachable) set({ reachable: false })
      }
    },

    select: (id) => set({ selected: id }),
    edit: (editing) => set({ editing }),

    submit(changes, options = {}) {
      if (changes.length === 0) return
      set({
        queue: [...get().queue, { path: 'changes', clientId: newId(), base: get().revision, changes, skip: [], ...options }],
      })
      void send()
    },

    takeBack(path, skip = []) {
      set({ queue: [...get().queue, { path, clientId: newId(), base: get().revision, changes: [], skip }] })
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
