import { type Change, type DiagramInfo, post } from '../core/api'
import { Rename } from '../common/Rename'
import { go } from '../common/router'
import { projectPath, useStudio } from '../core/state'

export function Leaf({ d, depth, current, base }: { d: DiagramInfo; depth: number; current: boolean; base: string }) {
  const submit = useStudio((s) => s.submit)
  const say = useStudio((s) => s.say)
  const closing = d.kind === 'levelDiagram'
  async function close() {
    try {
      const reply = await post<{ changes: Change[]; gone?: string[] }>(projectPath('previews/level'), {
        do: 'close',
        process: d.about,
        view: d.view ?? '',
      })
      submit(reply.changes, { said: `Removed ${d.title ?? d.name}, with ${(reply.gone ?? []).join(', ')}.`, done: () => go(base) })
    } catch (error) {
      say(error instanceof Error ? error.message : 'It cannot be closed just now.', 'error')
    }
  }
  return (
    <li>
      <button
        className={`w-full truncate py-0.5 pr-4 text-left hover:bg-tint ${current ? 'bg-tint font-semibold' : ''}`}
        style={{ paddingLeft: `${2 + depth * 0.75}rem` }}
        aria-current={current ? 'page' : undefined}
        onClick={() => go(`${base}/d/${d.id}`)}
      >
        {(closing || d.kind === 'contextDiagram' ? d.title : d.name) || '(no name)'}
      </button>
      {current && (
        <div className="flex gap-3 bg-tint px-4 pb-1 pl-8">
          <Rename
            what="the diagram"
            name={d.name}
            onSave={(to, base) =>
              submit([{ type: 'setName', id: d.id, name: to }], { base, place: { row: d.id, field: 'name', text: to } })
            }
          />
          {closing ? (
            <button className="text-sm whitespace-nowrap text-brick underline" onClick={() => void close()}>
              Remove level
            </button>
          ) : (
            <button
              className="text-sm text-brick underline"
              aria-label="Delete the diagram"
              onClick={() =>
                submit([{ type: 'delete', id: d.id }], {
                  said: `Deleted the diagram ${d.name}. What it showed stays in the model.`,
                  done: () => go(base),
                })
              }
            >
              Delete
            </button>
          )}
        </div>
      )}
    </li>
  )
}
