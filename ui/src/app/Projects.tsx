import { type ChangeEvent, type FormEvent, useState } from 'react'

import { newId, post, type ProjectInfo, request } from '../core/api'
import { count } from '../common/count'
import { go } from '../common/router'
import { useSaid } from '../core/said'
import { useFetched } from '../common/useFetched'

// The list of projects: open one, make one, bring one in from a model file.
export function Projects() {
  const [again, setAgain] = useState(0)
  const { value: projects, error } = useFetched<ProjectInfo[]>('/api/projects', again)
  const [name, setName] = useState('')
  const [problem, setProblem] = useState('')
  const say = useSaid((s) => s.say)

  async function attempt(work: () => Promise<void>) {
    setProblem('')
    try {
      await work()
    } catch (e) {
      setProblem(e instanceof Error ? e.message : 'It did not work.')
    }
  }

  function create(event: FormEvent) {
    event.preventDefault()
    void attempt(async () => {
      const id = newId()
      await post('/api/projects', { id, name })
      go(`/p/${id}`)
    })
  }

  function bringIn(event: ChangeEvent<HTMLInputElement>) {
    const file = event.target.files?.[0]
    event.target.value = ''
    if (!file) return
    void attempt(async () => {
      const id = newId()
      await request(`/api/import?id=${id}`, { method: 'POST', body: file })
      go(`/p/${id}`)
    })
  }

  function remove(project: ProjectInfo) {
    if (!confirm(`Delete the project ${project.name} with its whole history? This cannot be undone.`)) return
    void attempt(async () => {
      await request(`/api/projects/${project.id}`, { method: 'DELETE' })
      say(`Deleted the project ${project.name}.`)
      setAgain(again + 1)
    })
  }

  return (
    <main className="mx-auto flex min-h-full max-w-3xl flex-col gap-6 px-6 py-10">
      <header>
        <h1 className="text-3xl font-semibold text-verdigris">Lexeon</h1>
        <p className="text-faint">Model an application, read it aloud, check it, and make code of it.</p>
      </header>
      {/* It stands above the list: what comes late does not move it away under a hand. */}
      <form onSubmit={create} className="flex items-end gap-3">
        <label className="flex-1">
          <span className="heading">Name of a new project</span>
          <input className="field" value={name} maxLength={200} onChange={(e) => setName(e.target.value)} />
        </label>
        <button className="button accent" disabled={!name.trim()}>
          Create project
        </button>
        <label className="button focus-within:outline-2 focus-within:outline-verdigris">
          Import a model file
          <input type="file" accept=".json,application/json" className="sr-only" onChange={bringIn} />
        </label>
      </form>
      {problem && (
        <pre role="alert" className="border border-brick bg-sheet p-3 font-sans whitespace-pre-wrap text-brick">
          {problem}
        </pre>
      )}
      <section aria-labelledby="projects" className="border border-rule bg-sheet">
        <h2 id="projects" className="border-b border-rule px-4 py-2 font-semibold">
          Projects
        </h2>
        {error && <p className="px-4 py-3 text-brick">{error}</p>}
        {projects?.length === 0 && <p className="px-4 py-3 text-faint">No project yet. Give the first one a name above.</p>}
        <ul>
          {projects?.map((p) => (
            <li key={p.id} className="flex items-baseline gap-3 border-b border-rule px-4 py-2 last:border-0">
              <a
                className="min-w-0 flex-1 truncate text-lg text-verdigris hover:underline"
                href={`/p/${p.id}`}
                onClick={(e) => {
                  e.preventDefault()
                  go(`/p/${p.id}`)
                }}
              >
                {p.name}
              </a>
              <span className="text-sm text-faint">
                {count(p.classifiers, 'class', 'classes')}, {count(p.diagrams, 'diagram', 'diagrams')}
              </span>
              <time className="text-sm text-faint" dateTime={p.changedAt}>
                {new Date(p.changedAt).toLocaleString()}
              </time>
              <button className="button" aria-label={`Delete ${p.name}`} onClick={() => remove(p)}>
                Delete
              </button>
            </li>
          ))}
        </ul>
      </section>
    </main>
  )
}
