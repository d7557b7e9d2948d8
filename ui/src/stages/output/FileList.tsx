import { clsx } from 'clsx'
import { Fragment } from 'react'

const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1)

// The files of an output, each below its folder.
export function FileList(props: { files: { path: string }[]; shown?: string; onShow: (path: string) => void }) {
  const { files, shown, onShow } = props
  return (
    <ul>
      {files.map(({ path }, i) => {
        const folder = folderOf(path)
        return (
          <Fragment key={path}>
            {folder && folder !== folderOf(files[i - 1]?.path ?? '') && (
              <li className="truncate px-4 pt-1 font-mono text-sm text-faint" title={folder}>
                {folder}
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
                aria-label={path}
                title={path}
                onClick={() => onShow(path)}
              >
                {path.slice(folder.length)}
              </button>
            </li>
          </Fragment>
        )
      })}
    </ul>
  )
}
