import { useState } from 'react'

import { Problem, request, type Target } from '../../core/api'
import { readText } from '../../common/readText'
import { projectPath } from '../../core/state'

// From an earlier version of the project, exported as a file, to now.
export function MigrationFrom({ target, onScript }: { target: Target; onScript: (script: string | undefined) => void }) {
  const [error, setError] = useState('')
  async function take(file: File | undefined) {
    if (!file) return
    setError('')
    onScript(undefined)
    const text = await readText(file)
    if (text === undefined) return setError(`${file.name} is no model file.`)
    try {
      const { script } = await request<{ script: string }>(projectPath(`output/${target.name}/migration`), {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: text,
      })
      onScript(script)
    } catch (problem) {
      setError(problem instanceof Problem ? problem.message : 'It cannot be read just now: the server does not answer.')
    }
  }
  return (
    <section aria-label="From an earlier version" className="mb-3 border-b border-rule px-4 pb-3 text-sm">
      <label className="button inline-block cursor-pointer focus-within:outline-2 focus-within:outline-verdigris">
        From an earlier version …
        <input
          type="file"
          accept=".json,application/json"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0])
            e.target.value = ''
          }}
        />
      </label>
      <span className="block pt-1 text-faint">A model file that was exported before: how its tables become those of now.</span>
      {error && (
        <p role="alert" className="text-brick">
          {error}
        </p>
      )}
    </section>
  )
}
