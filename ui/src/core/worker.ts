// The worker in which the core runs: it fetches the program, compiles it while it
// streams, and hands calls over in the order in which they come.
import './generated/wasm_exec.js'

import { programURL } from './generated/program'
import { type CallMessage, type WorkerMessage } from './messages'

declare class Go {
  importObject: WebAssembly.Imports
  run(instance: WebAssembly.Instance): Promise<void>
}

type Scope = {
  lexeonReady: () => void
  lexeonCall: (name: string, request: string, data: Uint8Array | null) => [string, Uint8Array<ArrayBuffer> | null]
  postMessage: (message: WorkerMessage, transfer?: Transferable[]) => void
  onmessage: ((e: MessageEvent<CallMessage>) => void) | null
}
const scope = globalThis as unknown as Scope

// When the hands rest garbage is collected. In the first rest gestures are rehearsed, so
// that the browser has compiled them well when they are needed.
const rest = 1200
const breath = 12 // between two turns: hands that come meanwhile wait for one turn at most
let resting: ReturnType<typeof setTimeout> | undefined
let rehearsed = false

function idle() {
  if (rehearsed) return void scope.lexeonCall('tidy', '{}', null)
  const { value } = JSON.parse(scope.lexeonCall('rehearse', '{}', null)[0]) as { value?: boolean }
  rehearsed = value !== true
  resting = setTimeout(idle, breath)
}

const waiting: CallMessage[] = []
let ready = false

function answer({ id, name, request, data }: CallMessage) {
  const [text, bytes] = scope.lexeonCall(name, request, data ?? null)
  scope.postMessage({ id, text, data: bytes ?? undefined }, bytes ? [bytes.buffer] : [])
  clearTimeout(resting)
  resting = setTimeout(idle, rest)
}

scope.onmessage = (e) => {
  if (ready) answer(e.data)
  else waiting.push(e.data)
}

scope.lexeonReady = () => {
  ready = true
  scope.postMessage({ ready: true })
  for (const call of waiting.splice(0)) answer(call)
}

async function start() {
  const go = new Go()
  const { instance } = await WebAssembly.instantiateStreaming(fetch(programURL), go.importObject)
  await go.run(instance) // it ends only when something is badly wrong
  throw new Error('the program ended')
}

start().catch((error: unknown) => scope.postMessage({ failed: error instanceof Error ? error.message : String(error) }))
