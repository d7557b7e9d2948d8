import { type BriefEdit } from '../../core/api'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'

export function History() {
  const revision = useStudio((s) => s.revision)
  const { value } = useFetched<BriefEdit[]>(projectPath('brief/history'), revision)
  return (
    <section aria-label="History of the brief" className="border border-rule p-3 text-sm">
      {value?.length === 0 && <p className="text-faint">Nothing was written here yet.</p>}
      <ul className="flex max-h-64 flex-col gap-2 overflow-y-auto">
        {value?.map((change) => (
          <li key={change.revision}>
            <p className="text-faint">
              Revision {change.revision}, {change.author || 'somebody'}, {new Date(change.at).toLocaleString()}
            </p>
            {change.edits.slice(0, 30).map((e, i) => (
              <p key={i}>
                {e.before && <del className="text-brick">{e.before}</del>} {e.after && <ins className="no-underline">{e.after}</ins>}
              </p>
            ))}
            {change.edits.length > 30 && <p className="text-faint">and {change.edits.length - 30} more sentences</p>}
          </li>
        ))}
      </ul>
    </section>
  )
}
