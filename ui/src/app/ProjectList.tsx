import { useState } from 'react'

import { type ProjectInfo } from '../core/api'
import { count } from '../common/count'
import { go } from '../common/router'

const searchedFrom = 7 // projects from which on a search is of use

// The projects, the last changed first, each with a small picture of it.
export function ProjectList(props: { projects?: ProjectInfo[]; error?: string; onDelete: (project: ProjectInfo) => void }) {
  const { projects, error } = props
  const [search, setSearch] = useState('')
  const wanted = search.trim().toLowerCase()
  const shown = projects?.filter((p) => p.name.toLowerCase().includes(wanted))
  return (
    <section aria-labelledby="projects" className="flex flex-col gap-2">
      <div className="flex items-baseline gap-4">
        <h2 id="projects" className="text-lg font-semibold">
          Projects
        </h2>
        {(projects?.length ?? 0) >= searchedFrom && (
          <input
            className="field max-w-60"
            type="search"
            aria-label="Search the projects"
            placeholder="Search"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
        )}
      </div>
      {error && <p className="text-brick">{error}</p>}
      {projects?.length === 0 && <p className="text-faint">None yet. Choose a way to begin above.</p>}
      {wanted && shown?.length === 0 && <p className="text-faint">No project is called “{search.trim()}”.</p>}
      <ul className="grid grid-cols-1 gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {shown?.map((p) => (
          <li key={p.id} className="relative flex flex-col border border-rule bg-sheet">
            <a
              className="flex min-w-0 flex-1 flex-col text-verdigris"
              href={`/p/${p.id}`}
              onClick={(e) => {
                e.preventDefault()
                go(`/p/${p.id}`)
              }}
            >
              <Thumbnail project={p} />
              <span className="px-3 pt-2 pb-1 pr-16">
                <span className="block font-semibold break-words hover:underline">{p.name}</span>
                <span className="block text-sm text-faint">
                  {count(p.classifiers, 'class', 'classes')}, {count(p.diagrams, 'diagram', 'diagrams')},{' '}
                  <time dateTime={p.changedAt}>
                    {new Date(p.changedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
                  </time>
                </span>
              </span>
            </a>
            <button
              className="absolute right-3 bottom-2 text-sm text-faint hover:text-brick hover:underline"
              aria-label={`Delete ${p.name}`}
              onClick={() => props.onDelete(p)}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

// Thumbnail is drawn by the server, behind the list; a project without a drawing has an empty sheet.
function Thumbnail({ project }: { project: ProjectInfo }) {
  const [absent, setAbsent] = useState(project.diagrams === 0)
  return (
    <span className="block h-40 border-b border-rule bg-white p-2">
      {!absent && (
        <img
          src={`/api/projects/${project.id}/thumbnail?revision=${project.revision}`}
          alt=""
          loading="lazy"
          className="size-full object-contain"
          onError={() => setAbsent(true)}
        />
      )}
    </span>
  )
}
