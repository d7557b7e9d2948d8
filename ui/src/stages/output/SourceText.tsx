import { useState } from 'react'

import { type Output } from '../../core/types'
import { Leads } from '../../common/Leads'
import { type Part, partAt, runs } from '../../common/source/parts'
import { save } from '../../common/save'
import { SourceLines } from '../../common/source/SourceLines'

export type SourceFile = { path: string; content: string } & Partial<Pick<Output['files'][number], 'from' | 'parts'>>

const nameOf = (path: string) => path.slice(path.lastIndexOf('/') + 1)

// One generated file, with the elements that it and its lines were made from.
export function SourceText({ file, wrapped, shown }: { file: SourceFile | undefined; wrapped: boolean; shown?: Part }) {
  const [copied, setCopied] = useState<string>()
  const [chosen, setChosen] = useState<{ path: string; part?: Part }>()
  if (!file) return <p className="p-6 text-faint">No file.</p>
  const parts = file.parts ?? []
  const part = chosen?.path === file.path ? chosen.part : shown
  const choose = (to: Part | undefined) => setChosen({ path: file.path, part: to })
  return (
    <div className="flex min-h-0 min-w-0 flex-col">
      <div className="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-4 py-1 text-sm">
        <span className="font-mono">{file.path}</span>
        {file.from && (
          <span>
            from <Leads origin={file.from} />
          </span>
        )}
        {parts.length > 0 && (
          <select
            className="field max-w-40 py-0"
            aria-label="Lines of"
            value={part?.from.id ?? ''}
            onChange={(e) => choose(parts.find((p) => p.from.id === e.target.value))}
          >
            <option value="">all lines</option>
            {parts.map((p) => (
              <option key={p.from.id} value={p.from.id}>
                {p.from.title}
              </option>
            ))}
          </select>
        )}
        {part && (
          <span role="status">
            {part.lines.length === 1 && part.lines[0]?.first === part.lines[0]?.last ? 'line' : 'lines'} {runs(part)} from{' '}
            <Leads origin={part.from} />
          </span>
        )}
        <span className="flex-1" />
        <span role="status">{copied === file.path ? 'Copied.' : ''}</span>
        <button
          className="text-verdigris underline"
          onClick={() => void navigator.clipboard.writeText(file.content).then(() => setCopied(file.path))}
        >
          Copy the file
        </button>
        <button className="text-verdigris underline" onClick={() => save(nameOf(file.path), file.content)}>
          Save the file
        </button>
      </div>
      {file.path.endsWith('.svg') ? (
        <div className="min-h-0 flex-1 overflow-auto p-4" tabIndex={0} role="region" aria-label={file.path}>
          <img className="bg-white" src={`data:image/svg+xml,${encodeURIComponent(file.content)}`} alt={file.path} />
        </div>
      ) : (
        <SourceLines
          key={file.path}
          path={file.path}
          content={file.content}
          wrapped={wrapped}
          part={part}
          onLine={(line) => choose(partAt(parts, line))}
        />
      )}
    </div>
  )
}
