import { useState } from 'react'

import { type DiagramEntry, type Term } from '../core/api'
import { byCause } from '../common/byCause'
import { FindingItem } from '../common/FindingList'
import { Folded } from '../common/Folded'
import { Part } from '../common/Kept'
import { useDiagramFindings } from '../common/useFindings'
import { useFetched } from '../common/useFetched'
import { projectPath, useStudio } from '../core/state'
import { ShowExisting } from './ShowExisting'

const few = 4 // findings that are shown at first
const fewTerms = 40 // that are listed without being asked for

// What there is to say of the diagram while nothing on it is selected.
export function DiagramPanel({ diagram }: { diagram: string }) {
  const tick = useStudio((s) => s.tick)
  const select = useStudio((s) => s.select)
  const { value: entry, error } = useFetched<DiagramEntry>(projectPath(`diagrams/${diagram}/entry`), tick)
  const { findings } = useDiagramFindings(diagram)
  const [all, setAll] = useState(false)
  if (error) return <p className="p-4 text-faint">{error}</p>
  if (!entry) return <p className="p-4 text-faint">Looking it up …</p>
  const causes = byCause((findings ?? []).filter((f) => f.severity !== 'question'))
  return (
    <div className="flex flex-col gap-4 p-4">
      <div>
        <p className="text-sm text-faint">{entry.kindTitle}</p>
        <h2 className="text-lg leading-tight font-semibold break-words">{entry.title || '(no name)'}</h2>
        <p className="pt-1 text-sm">{entry.shows.length ? `Shows ${entry.shows.join(', ')}.` : 'Nothing is on it yet.'}</p>
      </div>
      {causes.length > 0 && (
        <Part title="Findings">
          <ul className="flex flex-col gap-2 text-sm">
            {causes.slice(0, all ? undefined : few).map(({ finding, following }) => (
              <FindingItem key={finding.id} finding={finding} following={following} onShow={() => select(finding.element)} />
            ))}
          </ul>
          {causes.length > few && !all && (
            <button className="self-start text-sm text-verdigris underline" onClick={() => setAll(true)}>
              {causes.length - few} more
            </button>
          )}
        </Part>
      )}
      {entry.questions.length > 0 && (
        <Part title="Open questions">
          <ul className="flex flex-col gap-1 text-sm">
            {entry.questions.map((q, i) => (
              <li key={i}>
                <button className="text-left text-verdigris underline" onClick={() => select(q.row)}>
                  {q.text}
                </button>
              </li>
            ))}
          </ul>
        </Part>
      )}
      {entry.legend.length > 0 && (
        <Part title="Colours">
          <ul className="drawing flex flex-wrap gap-x-4 gap-y-1 text-sm">
            {entry.legend.map((c) => (
              <li key={c.stereotype} className="flex items-center gap-1.5">
                <svg width="14" height="14" aria-hidden="true">
                  <rect className={`swatch tint-${c.colour}`} width="14" height="14" />
                </svg>
                «{c.stereotype}»
              </li>
            ))}
          </ul>
        </Part>
      )}
      <ShowExisting diagram={diagram} />
      {entry.terms.length > 0 && (
        <Folded title={`Terms on it: ${entry.terms.length}`} open={entry.terms.length <= fewTerms}>
          <ul className="flex flex-col gap-2">
            {entry.terms.map((t) => (
              <TermOnIt key={t.id} term={t} />
            ))}
          </ul>
        </Folded>
      )}
    </div>
  )
}

function TermOnIt({ term }: { term: Term }) {
  const select = useStudio((s) => s.select)
  return (
    <li className="border-b border-rule pb-1 text-sm">
      <button className="text-left font-semibold text-verdigris" onClick={() => select(term.faces[0]?.id)}>
        {term.name || '(no name)'}
      </button>
      <p className={term.definition ? '' : 'text-faint'}>{term.definition || 'Not defined yet.'}</p>
    </li>
  )
}
