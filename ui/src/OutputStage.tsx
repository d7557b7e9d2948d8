import { useState } from 'react'

import { type Output } from './api'
import { projectPath, useStudio } from './state'
import { useFetched } from './useFetched'

// What is made of the model: the Go skeletons to read and to take away, the
// model file, and the drawings.
export function OutputStage() {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { value: output, error } = useFetched<Output>(projectPath('output/go'), tick)
  const [path, setPath] = useState<string>()
  const file = output?.files.find((f) => f.path === path) ?? output?.files[0]
  return (
    <main className="col-span-2 grid min-h-0 grid-cols-[260px_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] bg-sheet" aria-label="Output">
      <div className="col-span-2 flex flex-wrap items-center gap-3 border-b border-rule px-6 py-3">
        <h2 className="flex-1 text-2xl font-semibold">Output</h2>
        <a className="button accent" href={projectPath('output/go/zip')} download>Download Go skeletons</a>
        <a className="button" href={projectPath('file')} download>Export model file</a>
        {overview?.diagrams.map((d) => <a key={d.id} className="button" href={projectPath(`diagrams/${d.id}/svg`)} download>SVG of {d.name || '(no name)'}</a>)}
      </div>
      {error && <p className="p-6 text-brick">{error}</p>}
      <nav aria-label="Generated files" className="overflow-y-auto border-r border-rule py-2">
        <p className="heading px-4 pb-1">Go, {output?.files.length ?? 0} files</p>
        <ul>
          {output?.files.map((f) => (
            <li key={f.path}>
              <button
                className={`w-full truncate px-4 py-0.5 text-left font-mono text-sm hover:bg-tint ${f.path === file?.path ? 'bg-tint' : ''}`}
                aria-current={f.path === file?.path ? 'true' : undefined} onClick={() => setPath(f.path)}
              >{f.path}</button>
            </li>
          ))}
        </ul>
        {output && output.notes.length > 0 && (
          <div className="mt-4 border-t border-rule px-4 pt-2">
            <p className="heading">Settled, and not held by Go</p>
            <ul className="list-disc pl-4 text-sm">{output.notes.map((n, i) => <li key={i}>{n.message}</li>)}</ul>
          </div>
        )}
      </nav>
      <pre className="overflow-auto p-4 font-mono text-sm" tabIndex={0} aria-label={file?.path ?? 'No file'}>{file?.content}</pre>
    </main>
  )
}
