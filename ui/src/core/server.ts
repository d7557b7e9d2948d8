import { type Id, type Overview, type ScenePatch } from './types'
import { author } from './author'
import { request, requestRaw } from './ask'
import { Problem, Unreachable } from './problem'
import { type LogReply, type QueueReply, type Server, type Step } from './queue'

// The server, as a queue speaks with it.

const changeVersion = 1

// Drawn is a drawing and the revision that it shows.
export type Drawn = { overview: Overview; scene: ScenePatch; revision: number }

export const server: Server & { drawing(project: Id, diagram: Id): Promise<Drawn> } = {
  send(project, since, steps) {
    return request<QueueReply>(`/api/projects/${project}/queue`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ author: author(), changeVersion, since, steps: steps.map(stepOf) }),
    })
  },
  log: (project, since) => request<LogReply>(`/api/projects/${project}/log?since=${since}`),
  async rows(project: Id) {
    const answer = await requestRaw(`/api/projects/${project}/rows`)
    const revision = revisionOf(answer)
    try {
      return { revision, rows: new Uint8Array(await answer.arrayBuffer()) }
    } catch (error) {
      throw new Unreachable(error instanceof Error ? error.message : 'no answer')
    }
  },
  async drawing(project: Id, diagram: Id) {
    const [about, drawn] = (await Promise.all(
      ['', `/diagrams/${diagram}/scene`].map((path) => requestRaw(`/api/projects/${project}${path}`)),
    )) as [Response, Response]
    const overview = (await about.json()) as Overview
    const scene = (await drawn.json()) as Omit<ScenePatch, 'order'>
    return { overview, scene: { ...scene, order: scene.groups.map((g) => g.id) }, revision: revisionOf(drawn) }
  },
}

function revisionOf(answer: Response): number {
  const revision = Number(answer.headers.get('Lexeon-Revision') ?? 'none')
  if (!Number.isInteger(revision)) throw new Problem(500, 'internal', 'The answer came without its revision.', {})
  return revision
}

const stepOf = ({ clientId, writer, base, changes, undoes, redo }: Step) => ({ clientId, writer, base, changes, undoes, redo })
