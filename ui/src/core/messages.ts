// What page and worker say to each other.

export type CallMessage = { id: number; name: string; request: string; data?: Uint8Array }
export type WorkerMessage = { ready: true } | { failed: string } | { id: number; text: string; data?: Uint8Array }
