import { request } from './ask'
import { newId } from './ids'
import { type Presence } from './types'
import { author } from './author'
import { agree, type Agreement, type Vote } from './reader'

// Live events. All windows of a browser share one event stream, since a browser
// opens few connections to one server: one of them reads the stream for all, and
// passes on what it hears over a channel. When it is closed another one does. A window
// that hears of no stream asks the server now and then.

export const windowId = newId()

type Said =
  | { say: 'watch'; window: string; project: string } // a window tells what it is about
  | { say: 'bye'; window: string }
  | { say: 'who' } // a new reader asks all windows
  | { say: 'connection'; up: boolean }
  | { say: 'alive' } // the stream is
  | { say: 'revision'; project: string; revision: number }
  | { say: 'presence'; project: string; present: Presence[] }
  | { say: 'gone'; project: string }
  | { say: 'vote'; vote: Vote }

type Listener = {
  ask: () => void
  revision: (revision: number) => void
  presence: (present: Presence[]) => void
  connection: (up: boolean) => void
  gone: () => void
}

const announceEvery = 20_000
const forgetAfter = 150_000 // background windows run their timers once a minute

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('lexeon.live')
let project: string | undefined
let listener: Listener | undefined

// The reader's side.
const windows = new Map<string, { project: string; heard: number }>()
let reading = false
let source: EventSource | undefined
let sourceFor = ''
let again: ReturnType<typeof setTimeout> | undefined

function tell(said: Said) {
  channel?.postMessage(said)
  hear(said) // a channel does not reach its own window
}

function hear(said: Said) {
  switch (said.say) {
    case 'watch':
      if (!reading) return
      windows.set(said.window, { project: said.project, heard: Date.now() })
      return open()
    case 'bye':
      if (reading && windows.delete(said.window)) open()
      return
    case 'who':
      return announce()
    case 'connection':
      up = said.up
      heard = Date.now()
      return listener?.connection(said.up)
    case 'vote':
      return agreement?.hear(said.vote)
    case 'alive':
      heard = Date.now()
      return
    case 'revision':
      if (said.project === project) listener?.revision(said.revision)
      return
    case 'presence':
      if (said.project !== project) return
      there = said.present
      return tellPresence()
    case 'gone':
      if (said.project === project) listener?.gone()
  }
}

// mark is what the server tells this window by; until that is known nobody is shown.
let mark: string | undefined
let there: Presence[] = []
const tellPresence = () => mark && listener?.presence(there.filter((p) => p.mark !== mark))

function announce() {
  if (project) tell({ say: 'watch', window: windowId, project })
}

// open reads the stream for all projects that windows are about.
function open(force = false) {
  for (const [id, w] of windows) if (Date.now() - w.heard > forgetAfter) windows.delete(id)
  const wanted = [...new Set([...windows.values()].map((w) => w.project))].sort()
  if (!force && wanted.join(' ') === sourceFor && source) return
  clearTimeout(again)
  source?.close()
  source = undefined
  sourceFor = wanted.join(' ')
  if (wanted.length === 0) return
  const stream = new EventSource(`/api/events?${wanted.map((p) => `project=${encodeURIComponent(p)}`).join('&')}`)
  source = stream
  stream.onopen = () => tell({ say: 'connection', up: true })
  stream.onerror = () => {
    tell({ say: 'connection', up: false })
    stream.close()
    if (source === stream) again = setTimeout(() => open(true), 1000)
  }
  stream.addEventListener('revision', (e) =>
    tell({ say: 'revision', ...(JSON.parse(e.data as string) as { project: string; revision: number }) }),
  )
  stream.addEventListener('presence', (e) =>
    tell({ say: 'presence', ...(JSON.parse(e.data as string) as { project: string; present: Presence[] }) }),
  )
  stream.addEventListener('alive', () => tell({ say: 'alive' }))
  stream.addEventListener('gone', (e) => tell({ say: 'gone', ...(JSON.parse(e.data as string) as { project: string }) }))
}

function read(now: boolean) {
  reading = now
  if (now) return tell({ say: 'who' })
  windows.clear()
  open()
}

function readUntilClosed(): Promise<never> {
  read(true)
  return new Promise<never>(() => undefined) // the lock is held until the window is closed
}

// A window asks the server itself where the stream is silent: beats come every ten seconds.
const silence = 30_000
const askEvery = 10_000
let up = false
let heard = 0
let agreement: Agreement | undefined

function askNowAndThen() {
  if (!project || (up && Date.now() - heard < silence)) return
  if (reading && up) open(true) // the line is dead, and nobody said so
  listener?.ask()
}

let started = false
function start() {
  if (started) return
  started = true
  if (channel) channel.onmessage = (e: MessageEvent<Said>) => hear(e.data)
  setInterval(announce, announceEvery)
  setInterval(askNowAndThen, askEvery)
  if (!channel) return read(true)
  if (navigator.locks) return void navigator.locks.request('lexeon.live', readUntilClosed)
  agreement = agree(windowId, (vote) => channel.postMessage({ say: 'vote', vote } satisfies Said), read)
  addEventListener('pagehide', () => agreement?.leave())
}

// watch hears of a project until it is called again.
export function watch(id: string | undefined, l?: Listener) {
  project = id
  listener = l
  if (id) {
    start()
    announce()
  } else {
    tell({ say: 'bye', window: windowId })
  }
}

let telling: ReturnType<typeof setTimeout> | undefined
let told = 0
const tellEvery = 1000 // a person who goes through shapes by arrow keys is told of once a second

// here tells the server where this window is; others see it.
export function here(where: { diagram: string; subject: string }, leaving = false) {
  clearTimeout(telling)
  const pause = told + tellEvery - Date.now()
  if (leaving || pause <= 0) return tellNow(where, leaving)
  telling = setTimeout(() => tellNow(where, false), pause)
}

function tellNow(where: { diagram: string; subject: string }, leaving: boolean) {
  if (!project) return
  told = Date.now()
  request(`/api/projects/${project}/presence`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    keepalive: leaving,
    body: JSON.stringify({ window: windowId, author: author(), ...where, leaving }),
  })
    .then((reply) => {
      mark = (reply as { mark: string }).mark
      tellPresence()
    })
    .catch(() => undefined) // it is told again in a moment
}
