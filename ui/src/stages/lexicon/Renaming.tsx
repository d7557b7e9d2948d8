import { useEffect, useState } from 'react'
import { type Change, post, Problem, type Term, type Use } from '../../core/api'
import { projectPath, useStudio } from '../../core/state'

// Renaming shows what it would write, everywhere, before it does.
export function Renaming({ term }: { term: Term }) {
  const { submit } = useStudio.getState()
  const [name, setName] = useState('')
  const [preview, setPreview] = useState<{ uses: Use[]; changes: Change[] }>()
  const [problem, setProblem] = useState('')
  const [left, setLeft] = useState<Set<string>>(new Set())
  useEffect(() => {
    setPreview(undefined)
    setProblem('')
    if (!name.trim() || name.trim() === term.name) return
    let over = false
    const timer = setTimeout(() => {
      post<{ uses: Use[]; changes: Change[] }>(projectPath('previews/rename'), { term: term.id, name: name.trim() }).then(
        (p) => !over && setPreview(p),
        (e: unknown) => !over && setProblem(e instanceof Problem ? e.message : 'The server does not answer.'),
      )
    }, 200)
    return () => {
      over = true
      clearTimeout(timer)
    }
  }, [name, term.id, term.name])
  async function rename() {
    if (!preview) return
    const only = preview.uses.filter((u) => !left.has(u.row + u.what)).map((u) => u.row)
    const reply = left.size
      ? await post<{ changes: Change[] }>(projectPath('previews/rename'), {
          term: term.id,
          name: name.trim(),
          only: only.length ? only : ['none'],
        })
      : preview
    submit(reply.changes, { said: `Renamed ${term.name} to ${name.trim()}.`, done: () => setName('') })
  }
  return (
    <div className="flex flex-col gap-2">
      <label>
        <span className="heading">Rename it everywhere to</span>
        <input
          className="field"
          value={name}
          placeholder={term.name}
          maxLength={200}
          onChange={(e) => setName(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && void rename()}
        />
      </label>
      {problem && <p className="text-sm text-brick">{problem}</p>}
      {preview && (
        <>
          <ul className="text-sm" aria-label="What renaming would write">
            {preview.uses.map((u) => (
              <li key={u.row + u.what}>
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    className="accent-verdigris"
                    checked={!left.has(u.row + u.what)}
                    onChange={(e) => {
                      const next = new Set(left)
                      if (e.target.checked) next.delete(u.row + u.what)
                      else next.add(u.row + u.what)
                      setLeft(next)
                    }}
                  />
                  <span>
                    {u.title}: <del className="text-faint">{u.before}</del> {u.after}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          <button className="button self-start" onClick={() => void rename()}>
            Rename
          </button>
        </>
      )}
    </div>
  )
}
