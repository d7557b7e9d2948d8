import { type ChangeEvent, type FormEvent, useRef, useState } from 'react'

import { newId, post, type ProjectInfo, request } from '../core/api'
import { DeletedProjects } from './DeletedProjects'
import { go } from '../common/router'
import { ProjectList } from './ProjectList'
import { useSaid } from '../core/said'
import { useFetched } from '../common/useFetched'
import { type Way, Ways } from './Ways'

// The first screen: ways to begin, and what was begun.
export function Projects() {
  const [again, setAgain] = useState(0)
  const { value: projects, error } = useFetched<ProjectInfo[]>('/api/projects', again)
  const [name, setName] = useState('')
  const [problem, setProblem] = useState('')
  const file = useRef<HTMLInputElement>(null)
  const say = useSaid((s) => s.say)

  async function attempt(work: () => Promise<void>) {
    setProblem('')
    try {
      await work()
    } catch (e) {
      setProblem(e instanceof Error ? e.message : 'It did not work.')
    }
  }

  // A project that is begun in a way opens where that way leads on.
  function create(way?: Way) {
    void attempt(async () => {
      const id = newId()
      await post('/api/projects', { id, name: name.trim() || 'New project' })
      go(`/p/${id}${way === 'text' ? '/brief' : way ? `?begin=${way}` : ''}`)
    })
  }

  function bringIn(event: ChangeEvent<HTMLInputElement>) {
    const chosen = event.target.files?.[0]
    event.target.value = ''
    if (!chosen) return
    void attempt(async () => {
      const id = newId()
      await request(`/api/import?id=${id}`, { method: 'POST', body: chosen })
      go(`/p/${id}`)
    })
  }

  function remove(project: ProjectInfo) {
    void attempt(async () => {
      await request(`/api/projects/${project.id}`, { method: 'DELETE' })
      say(`Deleted the project ${project.name}.`, 'info', { label: 'Undo', run: () => bringBack(project) })
      setAgain((n) => n + 1)
    })
  }

  function bringBack(project: { id: string; name: string }) {
    void attempt(async () => {
      await request(`/api/deleted-projects/${encodeURIComponent(project.id)}/back`, { method: 'POST' })
      say(`${project.name} is back.`)
      setAgain((n) => n + 1)
    })
  }

  return (
    <main className="mx-auto flex min-h-full max-w-5xl flex-col gap-5 px-6 py-8">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-3xl font-semibold text-verdigris">Lexeon</h1>
        <p className="text-faint">Model an application, read it aloud, check it, and make code of it.</p>
      </header>
      {/* It stands above the list: what comes late does not move it away under a hand. */}
      <section aria-label="Begin" className="flex flex-col gap-3">
        <form
          className="flex items-end gap-3"
          onSubmit={(event: FormEvent) => {
            event.preventDefault()
            create()
          }}
        >
          <label className="flex-1">
            <span className="heading">Name of a new project</span>
            <input className="field" value={name} maxLength={200} onChange={(e) => setName(e.target.value)} />
          </label>
          <button className="button accent" disabled={!name.trim()}>
            Create project
          </button>
        </form>
        <Ways demo={projects?.find((p) => p.demo)} onBegin={create} onFile={() => file.current?.click()} />
        <input
          ref={file}
          type="file"
          aria-label="Import a model file"
          accept=".json,application/json"
          className="sr-only"
          tabIndex={-1}
          onChange={bringIn}
        />
      </section>
      {problem && (
        <pre role="alert" className="border border-brick bg-sheet p-3 font-sans whitespace-pre-wrap text-brick">
          {problem}
        </pre>
      )}
      <ProjectList projects={projects} error={error} onDelete={remove} />
      <DeletedProjects again={again} onBack={bringBack} />
    </main>
  )
}
