import { type Id, type Overview, type ScenePatch } from '../api'
import { author } from '../author'
import { request, requestRaw } from './ask'
import { Problem, Unreachable } from './problem'
import { type LogReply, type QueueReply, type Server, type Step } from './queue'

// The server, as a queue speaks with it.

const changeVersion = 1

export type Drawn = { overview: Overview; scene: ScenePatch }

export const server: Server & { drawing(project: Id, diagram: Id): Promise<Drawn> } = {
  send(project, since, steps) {
    return request<QueueReply>(`/api/projects/${project}/queue`, {
      method: 'POST', headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ author: author(), changeVersion, since, steps: steps.map(stepOf) }),
    })
  },
  log: (project, since) => request<LogReply>(`/api/projects/${project}/log?since=${since}`),
  async rows(project: Id) {
    const answer = await requestRaw(`/api/projects/${project}/rows`)
    const revision = Number(answer.headers.get('Lexeon-Revision'))
    if (!Number.isInteger(revision)) throw new Problem(500, 'internal', 'The rows came without their revision.', {})
    try {
      return { revision, rows: new Uint8Array(await answer.arrayBuffer()) }
    } catch (error) {
      throw new Unreachable(error instanceof Error ? error.message : 'no answer')
    }
  },
  async drawing(project: Id, diagram: Id) {
    const read = async <T>(path: string) => (await (await requestRaw(`/api/projects/${project}${path}`)).json()) as T
    const [overview, scene] = await Promise.all([read<Overview>(''), read<Omit<ScenePatch, 'order'>>(`/diagrams/${diagram}/scene`)])
    return { overview, scene: { ...scene, order: scene.groups.map((g) => g.id) } }
  },
}

const stepOf = ({ clientId, writer, base, changes, undoes, redo }: Step) => ({ clientId, writer, base, changes, undoes, redo })
