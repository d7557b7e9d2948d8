import { useState } from 'react'

import { post } from '../../core/api'
import { type TriedReply } from '../../core/types'
import { count } from '../../common/count'
import { projectPath } from '../../core/state'

// The script is tried in the server's own database, in a place that is taken away again.
export function TryTables() {
  const [state, setState] = useState<'idle' | 'trying'>('idle')
  const [reply, setReply] = useState<TriedReply>()
  const [error, setError] = useState('')
  async function tryIt() {
    setState('trying')
    setError('')
    try {
      setReply(await post<TriedReply>(projectPath('tables/try'), {}))
    } catch (problem) {
      setReply(undefined)
      setError(problem instanceof Error ? problem.message : 'It cannot be tried just now.')
    }
    setState('idle')
  }
  return (
    <section aria-label="Try it" className="mb-3 border-b border-rule px-4 pb-3 text-sm">
      <button className="button" disabled={state === 'trying'} onClick={() => void tryIt()}>
        {state === 'trying' ? 'Trying …' : 'Try it'}
      </button>
      <span className="block pt-1 text-faint">In PostgreSQL, in a place of its own. Nothing stays.</span>
      <div role="status">
        {error && <p className="text-brick">{error}</p>}
        {reply && reply.refused.length === 0 && (
          <p>
            {reply.tables === 0 ? 'There is nothing to try: no class becomes a table.' : `${made(reply)} The database took all of them.`}
          </p>
        )}
        {reply && reply.refused.length > 0 && (
          <>
            <p className="text-brick">
              The database refused {reply.refused.length} of {count(reply.statements, 'statement', 'statements')}.
            </p>
            <ul className="flex flex-col gap-2">
              {reply.refused.map((r, i) => (
                <li key={i}>
                  <code className="block max-h-24 overflow-auto font-mono text-xs break-words">{r.text}</code>
                  {r.error}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
    </section>
  )
}

const made = ({ tables, statements }: TriedReply) =>
  `${count(tables, 'table', 'tables')} made by ${count(statements, 'statement', 'statements')}.`
