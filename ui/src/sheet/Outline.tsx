import { type Group, type Relation } from '../core/api'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'
import { insideOf, tops } from './tree'

// The diagram as text: a tree of what stands in what, every shape with its features and its
// relations, in the order in which they stand from top to bottom.
export function Outline({ diagram, onClose }: { diagram: string; onClose: () => void }) {
  const scene = useStudio((s) => s.scene)
  const tick = useStudio((s) => s.tick)
  const { value: relations } = useFetched<Relation[]>(projectPath(`diagrams/${diagram}/sentences`), tick)
  const shapes = (scene?.groups ?? [])
    .filter((g) => g.box && g.id !== 'frame' && g.id !== 'legend')
    .sort((a, b) => (a.box?.y ?? 0) - (b.box?.y ?? 0) || (a.box?.x ?? 0) - (b.box?.x ?? 0))
  const lines = (scene?.groups ?? []).filter((g) => g.route)
  return (
    <section aria-label="Outline" className="flex h-60 flex-col border-t border-rule bg-paper">
      <div className="flex items-center gap-2 px-4 py-1">
        <h2 className="flex-1 font-semibold">
          {shapes.length} shapes, {lines.length} lines
        </h2>
        <button className="button" onClick={onClose}>
          Close
        </button>
      </div>
      <ol className="min-h-0 flex-1 list-decimal overflow-y-auto px-4 pb-2 pl-10" tabIndex={0} aria-label="Shapes from top to bottom">
        {tops(shapes).map((g) => (
          <Branch key={g.id} group={g} shapes={shapes} relations={relations ?? []} />
        ))}
      </ol>
    </section>
  )
}

function Branch({ group, shapes, relations }: { group: Group; shapes: Group[]; relations: Relation[] }) {
  const selected = useStudio((s) => s.selection.includes(group.subject ?? ''))
  const select = useStudio((s) => s.select)
  const features = group.slots?.find((s) => s.field === 'features')?.value
  const mine = relations.filter((r) => group.subject && r.elements.includes(group.subject))
  const inner = insideOf(group, shapes)
  return (
    <li className="mb-1">
      <button className={`text-left underline ${selected ? 'font-semibold' : ''} text-verdigris`} onClick={() => select(group.subject)}>
        {group.title}
      </button>
      {features && <span className="text-sm text-faint">: {features.split('\n').filter(Boolean).join('; ')}</span>}
      {mine.length > 0 && (
        <ul className="list-disc pl-5 text-sm">
          {mine.map((r) => (
            <li key={r.id}>
              <button className="text-left hover:underline" onClick={() => select(r.id)}>
                {r.sentences[0]?.map((s) => s.text).join('') ?? r.kindTitle}
              </button>
            </li>
          ))}
        </ul>
      )}
      {inner.length > 0 && (
        <ol className="list-decimal pl-6" aria-label={`In ${group.title}`}>
          {inner.map((g) => (
            <Branch key={g.id} group={g} shapes={shapes} relations={relations} />
          ))}
        </ol>
      )}
    </li>
  )
}
