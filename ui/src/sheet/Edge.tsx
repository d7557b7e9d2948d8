import { type Owed } from '../core/api'
import { takeUp } from './takeUp'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'

// Edge lists what still waits at the edge of a level; with a process selected,
// each can be led on to it, or away from it.
export function Edge({ diagram }: { diagram: string }) {
  const tick = useStudio((s) => s.tick)
  const scene = useStudio((s) => s.scene)
  const selected = useStudio((s) => s.selected)
  const say = useStudio((s) => s.say)
  const { value: owed } = useFetched<Owed[]>(projectPath(`diagrams/${diagram}/owed`), tick)
  if (!owed?.length) return null
  const process = scene?.groups.find((g) => g.subject === selected && g.kind === 'process')
  return (
    <div
      className="flex flex-wrap items-baseline gap-2 border-b border-rule bg-paper px-3 py-1 text-sm"
      role="group"
      aria-label="What waits at the edge"
    >
      <span className="text-faint">At the edge{process ? `, for ${process.title.replace(/^process /, '')}` : ''}:</span>
      {owed.map((o) => (
        <button
          key={o.flow + String(o.in)}
          className="button px-2!"
          title={`${o.in ? 'from' : 'to'} ${o.with}`}
          onClick={() =>
            process?.subject
              ? takeUp(o.flow, process.subject, diagram, o.name)
              : say(`Select the process that ${o.in ? 'takes in' : 'puts out'} ${o.name} first.`)
          }
        >
          {o.in ? '→ ' : ''}
          {o.name}
          {o.in ? '' : ' →'}
        </button>
      ))}
    </div>
  )
}
