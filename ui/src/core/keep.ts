import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

import { type Id } from './types'
import { type Kept } from './queue'

// What outlives the window: changes that wait, texts that are being written, models
// with their revision, and what was drawn last.

// OpenText is what stands in an editor that was not closed yet.
export type OpenText = { project: Id; key: string; value: string; base: number; at: number }
export type KeptModel = { project: Id; revision: number; rows: Uint8Array }
export type KeptDrawing = { project: Id; diagram: Id; revision: number; scene: unknown; overview: unknown }

interface Schema extends DBSchema {
  queues: { key: [Id, Id]; value: Kept; indexes: { project: Id } }
  texts: { key: [Id, string]; value: OpenText }
  models: { key: Id; value: KeptModel }
  drawings: { key: [Id, Id]; value: KeptDrawing }
}

const mostModels = 12
const mostDrawings = 40

let opened: Promise<IDBPDatabase<Schema>> | undefined
function database() {
  opened ??= openDB<Schema>('lexeon', 1, {
    upgrade(db) {
      db.createObjectStore('queues', { keyPath: ['project', 'writer'] }).createIndex('project', 'project')
      db.createObjectStore('texts', { keyPath: ['project', 'key'] })
      db.createObjectStore('models', { keyPath: 'project' })
      db.createObjectStore('drawings', { keyPath: ['project', 'diagram'] })
    },
    terminated() {
      opened = undefined
    },
  })
  opened.catch(() => {
    opened = undefined
  })
  return opened
}

// attempt gives nothing where the browser keeps nothing: private windows of some,
// a full disk. The page goes on without.
async function attempt<T>(what: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T | undefined> {
  try {
    return await what(await database())
  } catch {
    return undefined
  }
}

export async function keepQueue(kept: Kept): Promise<void> {
  const db = await database()
  const empty = kept.pending.length + kept.refused.length + kept.undo.length + kept.redo.length === 0
  if (empty) await db.delete('queues', [kept.project, kept.writer])
  else await db.put('queues', kept)
}

export const keptQueues = async (project?: Id): Promise<Kept[]> =>
  (await attempt((db) => (project ? db.getAllFromIndex('queues', 'project', project) : db.getAll('queues')))) ?? []
export const forgetQueue = (project: Id, writer: Id) => attempt((db) => db.delete('queues', [project, writer]))

export const keepText = (text: OpenText) => attempt((db) => db.put('texts', text))
export const forgetText = (project: Id, key: string) => attempt((db) => db.delete('texts', [project, key]))
export const keptTexts = async (project: Id): Promise<OpenText[]> =>
  (await attempt((db) => db.getAll('texts', IDBKeyRange.bound([project, ''], [project, '\uffff'])))) ?? []

export const keptModel = (project: Id) => attempt((db) => db.get('models', project))
export async function keepModel(model: KeptModel) {
  await attempt(async (db) => {
    await db.put('models', model)
    const all = await db.getAllKeys('models')
    for (const old of all.filter((p) => p !== model.project).slice(0, Math.max(0, all.length - mostModels))) await db.delete('models', old)
  })
}

export const keptDrawing = (project: Id, diagram: Id) => attempt((db) => db.get('drawings', [project, diagram]))
export async function keepDrawing(drawing: KeptDrawing) {
  await attempt(async (db) => {
    await db.put('drawings', drawing)
    const all = await db.getAllKeys('drawings')
    for (const old of all
      .filter(([p, d]) => p !== drawing.project || d !== drawing.diagram)
      .slice(0, Math.max(0, all.length - mostDrawings)))
      await db.delete('drawings', old)
  })
}

export async function forgetProject(project: Id) {
  await attempt(async (db) => {
    await db.delete('models', project)
    await db.delete('drawings', IDBKeyRange.bound([project, ''], [project, '\uffff']))
    await db.delete('texts', IDBKeyRange.bound([project, ''], [project, '\uffff']))
    for (const q of await db.getAllFromIndex('queues', 'project', project)) await db.delete('queues', [q.project, q.writer])
  })
}
