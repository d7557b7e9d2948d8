import { clsx } from 'clsx'
import { Tabs } from 'radix-ui'
import { useState } from 'react'

import { type Output, type Target } from '../../core/api'
import { pictures } from '../../sheet/commands'
import { projectPath, useStudio } from '../../core/state'
import { Options } from '../../common/Options'
import { MigrationFrom } from './MigrationFrom'
import { TryTables } from './TryTables'
import { count } from '../../common/count'
import { useFetched } from '../../common/useFetched'

// What is made of the model: skeletons and documentation to read and to take
// away, the model file, and the drawings.
export function OutputStage() {
  const overview = useStudio((s) => s.overview)
  const revision = useStudio((s) => s.revision)
  const { value: targets = [], error } = useFetched<Target[]>(projectPath('targets'), revision)
  const [chosen, choose] = useState('')
  return (
    <Tabs.Root value={chosen || (targets[0]?.name ?? '')} onValueChange={choose} asChild>
      <main className="col-span-2 flex min-h-0 flex-col bg-sheet" aria-label="Output">
        <div className="flex flex-wrap items-center gap-3 border-b border-rule px-6 py-3">
          <h2 className="text-2xl font-semibold">Output</h2>
          <Tabs.List className="flex flex-1 gap-4" aria-label="What is made">
            {[...targets, { name: 'drawings', title: 'Drawings' }].map((t) => (
              <Tabs.Trigger
                key={t.name}
                value={t.name}
                className="border-b-2 border-transparent py-1 data-[state=active]:border-verdigris data-[state=active]:font-semibold"
              >
                {t.title}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <a className="button" href={projectPath('file')} download>
            Export model file
          </a>
        </div>
        {error && <p className="p-6 text-brick">{error}</p>}
        {targets.map((t) => (
          <Tabs.Content key={t.name} value={t.name} className="min-h-0 flex-1">
            <Files target={t} />
          </Tabs.Content>
        ))}
        <Tabs.Content value="drawings" className="min-h-0 flex-1 overflow-y-auto p-6" tabIndex={0}>
          {overview?.diagrams.length === 0 && <p className="text-faint">No diagram yet.</p>}
          <ul className="flex flex-col gap-3">
            {overview?.diagrams.map((d) => (
              <li key={d.id} className="flex flex-wrap items-baseline gap-2 border-b border-rule pb-2">
                <span className="min-w-48 flex-1 truncate font-semibold">{d.name || '(no name)'}</span>
                {pictures.map(([format, title]) => (
                  <a
                    key={format}
                    className="button"
                    href={projectPath(`diagrams/${d.id}/${format}`)}
                    download
                    aria-label={`${title} of ${d.name || '(no name)'}`}
                  >
                    {title}
                  </a>
                ))}
              </li>
            ))}
          </ul>
        </Tabs.Content>
      </main>
    </Tabs.Root>
  )
}

const migrationPath = 'migrate.sql' // of what is made from two versions, and not kept

function Files({ target }: { target: Target }) {
  const revision = useStudio((s) => s.revision)
  const { value: output, error } = useFetched<Output>(projectPath(`output/${target.name}`), revision)
  const [path, setPath] = useState<string>()
  const [migration, setMigration] = useState<string>()
  const migrating = migration !== undefined && (path === undefined || path === migrationPath)
  const found = output?.files.find((f) => f.path === path) ?? output?.files[0]
  const file = migrating ? { path: migrationPath, content: migration } : found
  if (error) return <p className="p-6 text-brick">{error}</p>
  return (
    <div className="sides grid h-full grid-cols-[260px_minmax(0,1fr)]">
      <nav aria-label="Generated files" className="overflow-y-auto border-r border-rule py-2">
        <p className="px-4 pb-2">
          <a className="button accent inline-block" href={projectPath(`output/${target.name}/zip`)} download>
            {target.download}
          </a>
        </p>
        {target.name === 'sql-postgres' && <TryTables />}
        {target.name.startsWith('sql-') && <MigrationFrom target={target} onScript={setMigration} />}
        <Options target={target} />
        <p className="heading px-4 pb-1">
          {target.title}, {count(output?.files.length ?? 0, 'file', 'files')}
        </p>
        <ul>
          {[...(migration === undefined ? [] : [{ path: migrationPath }]), ...(output?.files ?? [])].map((f) => (
            <li key={f.path}>
              <button
                className={clsx(
                  'w-full truncate px-4 py-0.5 text-left font-mono text-sm hover:bg-tint',
                  f.path === file?.path && 'bg-tint',
                )}
                aria-current={f.path === file?.path ? 'true' : undefined}
                onClick={() => setPath(f.path)}
              >
                {f.path}
              </button>
            </li>
          ))}
        </ul>
        {output && output.notes.length > 0 && (
          <div className="mt-4 border-t border-rule px-4 pt-2">
            <p className="heading">{target.notes}</p>
            <ul className="list-disc pl-4 text-sm">
              {output.notes.map((n, i) => (
                <li key={i}>{n.message}</li>
              ))}
            </ul>
          </div>
        )}
      </nav>
      {file?.path.endsWith('.svg') ? (
        <div className="overflow-auto p-4" tabIndex={0} role="region" aria-label={file.path}>
          <img className="bg-white" src={`data:image/svg+xml,${encodeURIComponent(file.content)}`} alt={file.path} />
        </div>
      ) : (
        <pre
          className={`overflow-auto p-4 font-mono text-sm ${target.name === 'markdown' ? 'whitespace-pre-wrap' : ''}`}
          tabIndex={0}
          aria-label={file?.path ?? 'No file'}
        >
          {file?.content}
        </pre>
      )}
    </div>
  )
}
