import { useState } from 'react'

import { type Output } from '../../core/types'
import { Leads } from '../../common/Leads'

type SourceFile = { path: string; content: string; from?: Output['files'][number]['from'] }

// One generated file, with the element that it was made from.
export function SourceText({ file, wrapped }: { file: SourceFile | undefined; wrapped: boolean }) {
  const [copied, setCopied] = useState<string>()
  if (!file) return <p className="p-6 text-faint">No file.</p>
  return (
    <div className="flex min-h-0 min-w-0 flex-col">
      <div className="flex flex-wrap items-baseline gap-3 border-b border-rule px-4 py-1 text-sm">
        <span className="font-mono">{file.path}</span>
        {file.from && (
          <span>
            from <Leads origin={file.from} />
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
      </div>
      {file.path.endsWith('.svg') ? (
        <div className="min-h-0 flex-1 overflow-auto p-4" tabIndex={0} role="region" aria-label={file.path}>
          <img className="bg-white" src={`data:image/svg+xml,${encodeURIComponent(file.content)}`} alt={file.path} />
        </div>
      ) : (
        <pre
          className={`min-h-0 flex-1 overflow-auto p-4 font-mono text-sm ${wrapped ? 'whitespace-pre-wrap' : ''}`}
          tabIndex={0}
          aria-label={file.path}
        >
          {file.content}
        </pre>
      )}
    </div>
  )
}
