import { Tabs } from 'radix-ui'
import { useState } from 'react'

import { type Output, type Target } from '../../core/api'
import { pictures } from '../../sheet/commands'
import { projectPath, useStudio } from '../../core/state'
import { Leads } from '../../common/Leads'
import { MigrationFrom } from './MigrationFrom'
import { FileList } from './FileList'
import { FoldedOptions } from './FoldedOptions'
import { Making } from './Making'
import { grouped } from '../../common/grouped'
import { Problems } from './Problems'
import { selectedPart } from '../../common/source/parts'
import { SourceText } from './SourceText'
import { keepTaken, lastTaken, since, takenNow } from './taken'
import { TryTables } from './TryTables'
import { count } from '../../common/count'
import { useFetched } from '../../common/useFetched'
import { useRemembered } from '../../common/remembered'
import { useRoute } from '../../common/router'

// What is made of the model: skeletons and documentation to read and to take
// away, the model file, and the drawings.
export function OutputStage() {
  const overview = useStudio((s) => s.overview)
  const revision = useStudio((s) => s.revision)
  const { value: targets = [], error } = useFetched<Target[]>(projectPath('targets'), revision)
  const [chosen, choose] = useRemembered(`lexeon.target.${useRoute().project ?? ''}`, '')
  const groups = grouped([...targets, drawings])
  const shown = [...targets, drawings].find((t) => t.name === chosen) ?? targets[0]
  return (
    <Tabs.Root value={shown?.name ?? ''} onValueChange={choose} asChild>
      <main className="col-span-2 flex min-h-0 flex-col bg-sheet" aria-label="Output">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-6 py-2">
          <h2 className="flex-1 text-2xl font-semibold">Output</h2>
          <a className="button" href={projectPath('outputs.zip')} download>
            Download all of it
          </a>
          <a className="button" href={projectPath('file')} download>
            Export model file
          </a>
          <Tabs.List className="flex w-full flex-wrap gap-x-8" aria-label="What is made">
            {[...groups].map(([group, list]) => (
              <div key={group} className="flex flex-wrap items-baseline gap-x-4">
                <span className="text-sm text-faint" aria-hidden>
                  {group}
                </span>
                {list.map((t) => (
                  <Tabs.Trigger
                    key={t.name}
                    value={t.name}
                    className="border-b-2 border-transparent py-1 data-[state=active]:border-verdigris data-[state=active]:font-semibold"
                  >
                    {t.title}
                  </Tabs.Trigger>
                ))}
              </div>
            ))}
          </Tabs.List>
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

const drawings = { name: 'drawings', title: 'Drawings', group: 'Texts' }
const none: Output['files'] = []
const migrationPath = 'migrate.sql' // of what is made from two versions, and not kept

function Files({ target }: { target: Target }) {
  const revision = useStudio((s) => s.revision)
  const [wanted, want] = useState(true)
  const { value: output, error } = useFetched<Output>(wanted ? projectPath(`output/${target.name}`) : undefined, revision)
  const [path, setPath] = useState<string>()
  const [migration, setMigration] = useState<string>()
  const [search, setSearch] = useState('')
  const project = useStudio((s) => s.overview?.id) ?? ''
  const [taken, setTaken] = useState(() => lastTaken(project, target.name))
  const migrating = migration !== undefined && (path === undefined || path === migrationPath)
  const selection = useStudio((s) => s.selection)
  const files = output?.files ?? none
  const sought = search.trim().toLowerCase()
  const listed = sought ? files.filter((f) => f.path.toLowerCase().includes(sought) || f.content.toLowerCase().includes(sought)) : files
  // What is selected is shown first: who comes from the sheet sees what became of it.
  const found =
    listed.find((f) => f.path === path)
    ?? listed.find((f) => f.from && selection.includes(f.from.id))
    ?? listed.find((f) => selectedPart(f.parts ?? [], selection))
    ?? listed.find((f) => f.from ?? f.parts?.length) // what stands beside all types says less
    ?? listed[0]
  const states = since(taken, files)
  const take = () => {
    const now = takenNow(files)
    keepTaken(project, target.name, now)
    setTaken(now)
  }
  const file = migrating ? { path: migrationPath, content: migration } : found
  if (error) return <p className="p-6 text-brick">{error}</p>
  if (!output) return <Making target={target} wanted={wanted} onWant={want} />
  return (
    <div className="sides grid h-full grid-cols-[260px_minmax(0,1fr)]">
      <nav aria-label="Generated files" className="overflow-y-auto border-r border-rule py-2">
        <p className="px-4 pb-2">
          <a className="button accent inline-block" href={projectPath(`output/${target.name}/zip`)} download onClick={take}>
            {target.download}
          </a>
        </p>
        {target.name === 'sql-postgres' && <TryTables />}
        {target.name.startsWith('sql-') && <MigrationFrom target={target} onScript={setMigration} />}
        <FoldedOptions target={target} />
        <p className="heading px-4 pb-1">
          {target.title}, {count(files.length, 'file', 'files')}
        </p>
        <div className="px-4 pb-1">
          <input
            type="search"
            className="field w-full"
            aria-label="Find in the files"
            placeholder="a name, or a word in them"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          {sought && <p role="status">{count(listed.length, 'file has it', 'files have it')}</p>}
        </div>
        <FileList
          files={[...(migration === undefined ? [] : [{ path: migrationPath }]), ...listed]}
          states={states}
          shown={file?.path}
          onShow={setPath}
          zip={(folder) => projectPath(`output/${target.name}/zip?folder=${encodeURIComponent(folder)}`)}
        />
        <Problems problems={output.problems} />
        {output.notes.length > 0 && (
          <div className="mt-4 border-t border-rule px-4 pt-2">
            <p className="heading">{target.notes}</p>
            <ul className="list-disc pl-4 text-sm">
              {output.notes.map((n, i) => (
                <li key={i}>
                  {n.message}
                  {n.from && (
                    <>
                      {' '}
                      (<Leads origin={n.from} />)
                    </>
                  )}
                </li>
              ))}
            </ul>
          </div>
        )}
      </nav>
      <SourceText
        file={file}
        wrapped={target.name === 'markdown'}
        shown={migrating ? undefined : selectedPart(found?.parts ?? [], selection)}
      />
    </div>
  )
}
