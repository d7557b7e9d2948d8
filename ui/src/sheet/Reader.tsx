import { Tabs } from 'radix-ui'

import { type Relation } from '../core/api'
import { RelationSentences } from '../common/Sentences'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'
import { CodeOfSelection } from './CodeOfSelection'

// The reader: the relations of this diagram as sentences, and the code that is
// generated for what is selected.
export function Reader({ diagram, onClose }: { diagram: string; onClose: () => void }) {
  const tick = useStudio((s) => s.tick)
  const selected = useStudio((s) => s.selected)
  const select = useStudio((s) => s.select)
  const { value: relations } = useFetched<Relation[]>(projectPath(`diagrams/${diagram}/sentences`), tick)
  return (
    <Tabs.Root defaultValue="sentences" asChild>
      <section aria-label="Reader" className="flex h-60 flex-col border-t border-rule bg-paper">
        <div className="flex items-center gap-2 px-4 py-1">
          <Tabs.List className="flex flex-1 gap-4" aria-label="What is read">
            {[
              ['sentences', 'Read aloud'],
              ['code', 'Code'],
            ].map(([value, title]) => (
              <Tabs.Trigger
                key={value}
                value={value ?? ''}
                className="border-b-2 border-transparent py-1 data-[state=active]:border-verdigris data-[state=active]:font-semibold"
              >
                {title}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <button className="button" onClick={onClose}>
            Close
          </button>
        </div>
        <Tabs.Content value="sentences" className="min-h-0 flex-1 overflow-y-auto px-4 pb-2" tabIndex={0}>
          {relations?.length === 0 && (
            <p className="text-faint">
              No relations on this diagram yet. Pull the handle of a shape to another one, or write a statement above.
            </p>
          )}
          <ul className="columns-2 gap-8">
            {relations?.map((r) => (
              <li
                key={r.id}
                className={`mb-2 break-inside-avoid border-l-2 pl-3 ${r.id === selected ? 'border-verdigris' : 'border-rule'}`}
              >
                <RelationSentences relation={r} />
                <button className="text-sm text-verdigris underline" onClick={() => select(r.id)}>
                  Show {r.statement ?? r.kindTitle}
                </button>
              </li>
            ))}
          </ul>
        </Tabs.Content>
        <Tabs.Content value="code" className="flex min-h-0 flex-1 flex-col px-4 pb-2" tabIndex={-1}>
          <CodeOfSelection selected={selected} />
        </Tabs.Content>
      </section>
    </Tabs.Root>
  )
}
