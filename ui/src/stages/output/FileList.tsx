import { clsx } from 'clsx'
import { Fragment } from 'react'

import { type Since } from './taken'

const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1)

// labelOf is what a file is called where what stands on its button does not say it: below its folder, or marked.
function labelOf(path: string, state: Since['state'] | undefined) {
  const marked = state === 'new' || state === 'changed'
  return folderOf(path) || marked ? (marked ? `${path}, ${state}` : path) : undefined
}

// The files of an output, each below its folder, with what is new, changed or gone since it was taken last.
export function FileList(props: {
  files: { path: string }[]
  states: Since[]
  shown?: string
  onShow: (path: string) => void
  zip: (folder: string) => string // the address of a folder as a zip file
}) {
  const { files, states, shown, onShow, zip } = props
  const stateOf = new Map(states.map((s) => [s.path, s.state]))
  const gone = states.filter((s) => s.state === 'gone')
  return (
    <ul>
      {files.map(({ path }, i) => {
        const folder = folderOf(path)
        return (
          <Fragment key={path}>
            {folder && folder !== folderOf(files[i - 1]?.path ?? '') && (
              <li className="flex items-baseline gap-2 px-4 pt-1 font-mono text-sm text-faint">
                <span className="min-w-0 flex-1 break-words" title={folder}>
                  {folder.split('/').map((part, k) => (
                    <Fragment key={k}>
                      {k > 0 && '/'}
                      <wbr />
                      {part}
                    </Fragment>
                  ))}
                </span>
                <a className="font-sans text-verdigris underline" href={zip(folder)} download aria-label={`zip of the folder ${folder}`}>
                  zip
                </a>
              </li>
            )}
            <li>
              <button
                className={clsx(
                  'w-full truncate py-0.5 pr-4 text-left font-mono text-sm hover:bg-tint',
                  folder ? 'pl-7' : 'pl-4',
                  path === shown && 'bg-tint',
                )}
                aria-current={path === shown ? 'true' : undefined}
                aria-label={labelOf(path, stateOf.get(path))}
                title={path}
                onClick={() => onShow(path)}
              >
                {path.slice(folder.length)}
                <Mark state={stateOf.get(path)} />
              </button>
            </li>
          </Fragment>
        )
      })}
      {gone.length > 0 && <li className="heading px-4 pt-3">Gone since it was taken</li>}
      {gone.map(({ path }) => (
        <li key={path} className="truncate px-4 font-mono text-sm text-faint line-through" title={path}>
          {path}
        </li>
      ))}
    </ul>
  )
}

function Mark({ state }: { state: Since['state'] | undefined }) {
  if (state !== 'new' && state !== 'changed') return null
  return <span className="pl-2 font-sans text-xs text-verdigris">{state}</span>
}
