import { type RefObject, useMemo, useRef, useState } from 'react'

import { type Finding } from '../../core/api'
import { FindingItem } from '../../common/FindingList'
import { go } from '../../common/router'
import { useStudio } from '../../core/state'
import { useFindings } from '../../common/useFindings'
import { useLong } from '../../common/useLong'
import { type Grouping, groupings, linesOf } from './grouping'

const kept = 'lexeon.findings.by'

const titles: Record<Grouping, string> = { rule: 'by rule', diagram: 'by diagram', element: 'by element', severity: 'by severity' }

// All findings of the project, in groups, the gravest first.
export function FindingsStage() {
  const overview = useStudio((s) => s.overview)
  const select = useStudio((s) => s.select)
  const { findings, error } = useFindings()
  const [by, setBy] = useState<Grouping>(() => groupings.find((g) => g === localStorage.getItem(kept)) ?? 'rule')
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set())
  const page = useRef<HTMLElement>(null)

  async function show(f: Finding) {
    if (f.stage) return go(`/p/${overview?.id}/${f.stage}${f.stage === 'use-cases' ? `?case=${f.element}` : ''}`)
    if (f.diagram) {
      go(`/p/${overview?.id}/d/${f.diagram}`)
      await useStudio.getState().openSheet(f.diagram)
    }
    select(f.element)
  }

  const lines = useMemo(() => linesOf(findings ?? [], by, overview?.diagrams ?? [], turned), [findings, by, overview, turned])
  const { list, before, behind, drawn } = useLong(lines, { height: 80, gap: 10, scroller: page })
  const turn = (key: string) => setTurned((was) => (was.has(key) ? new Set([...was].filter((k) => k !== key)) : new Set([...was, key])))
  return (
    <main ref={page} className="col-span-2 overflow-y-auto bg-sheet px-8 py-6" aria-label="Findings">
      <div className="mx-auto flex max-w-3xl flex-col gap-4">
        <div className="flex items-baseline justify-between gap-4">
          <h2 className="text-2xl font-semibold">Findings</h2>
          <div className="flex gap-1 text-sm" role="group" aria-label="In groups">
            {groupings.map((g) => (
              <button
                key={g}
                className="button"
                aria-pressed={g === by}
                onClick={() => {
                  setBy(g)
                  localStorage.setItem(kept, g)
                }}
              >
                {titles[g]}
              </button>
            ))}
          </div>
        </div>
        {error && <p className="text-brick">{error}</p>}
        {findings?.length === 0 && <p>Nothing is wrong, doubtful or undecided. Keep reading it aloud with the people concerned.</p>}
        <ul
          ref={list as RefObject<HTMLUListElement | null>}
          className="flex flex-col gap-2.5"
          style={{ paddingTop: before, paddingBottom: behind }}
        >
          {drawn.map(({ item, place }) =>
            'head' in item ? (
              <li key={item.key} {...place} className="pt-2">
                <h3>
                  <button
                    className="flex w-full items-baseline gap-2 border-b border-rule text-left font-semibold hover:text-verdigris"
                    aria-expanded={!item.folded}
                    onClick={() => turn(item.key)}
                  >
                    <span aria-hidden="true" className="w-3 text-faint">
                      {item.folded ? '▸' : '▾'}
                    </span>
                    <span className="min-w-0 flex-1 break-words">{item.head}</span>
                    <span className="text-sm text-faint">{item.count}</span>
                  </button>
                </h3>
              </li>
            ) : (
              <FindingItem
                key={item.cause.finding.id}
                finding={item.cause.finding}
                following={item.cause.following}
                place={place}
                onShow={item.cause.finding.element ? () => void show(item.cause.finding) : undefined}
              />
            ),
          )}
        </ul>
      </div>
    </main>
  )
}
