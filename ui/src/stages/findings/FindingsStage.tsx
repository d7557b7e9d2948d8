import { type Finding } from '../../core/api'
import { FindingItem } from '../../common/FindingList'
import { go } from '../../common/router'
import { useStudio } from '../../core/state'
import { useFindings } from '../../common/useFindings'
import { useLong } from '../../common/useLong'
import { byCause } from '../../common/byCause'
import { type RefObject, useMemo, useRef } from 'react'

// All findings of the project, the gravest first.
export function FindingsStage() {
  const overview = useStudio((s) => s.overview)
  const select = useStudio((s) => s.select)
  const { findings, error } = useFindings()

  const page = useRef<HTMLElement>(null)

  async function show(f: Finding) {
    if (f.stage) return go(`/p/${overview?.id}/${f.stage}${f.stage === 'use-cases' ? `?case=${f.element}` : ''}`)
    if (f.diagram) {
      go(`/p/${overview?.id}/d/${f.diagram}`)
      await useStudio.getState().openSheet(f.diagram)
    }
    select(f.element)
  }

  const questions = findings?.filter((f) => f.severity === 'question') ?? []
  const others = findings?.filter((f) => f.severity !== 'question') ?? []
  return (
    <main ref={page} className="col-span-2 overflow-y-auto bg-sheet px-8 py-6" aria-label="Findings">
      <div className="mx-auto flex max-w-3xl flex-col gap-6">
        <h2 className="text-2xl font-semibold">Findings</h2>
        {error && <p className="text-brick">{error}</p>}
        {findings?.length === 0 && <p>Nothing is wrong, doubtful or undecided. Keep reading it aloud with the people concerned.</p>}
        {others.length > 0 && (
          <section aria-label="What to mend">
            <Items findings={others} scroller={page} onShow={show} />
          </section>
        )}
        {questions.length > 0 && (
          <section aria-labelledby="questions">
            <h3 id="questions" className="pb-2 text-lg font-semibold">
              Open questions
            </h3>
            <Items findings={questions} scroller={page} onShow={show} />
          </section>
        )}
      </div>
    </main>
  )
}

function Items(props: { findings: Finding[]; scroller: RefObject<HTMLElement | null>; onShow: (f: Finding) => Promise<void> }) {
  const causes = useMemo(() => byCause(props.findings), [props.findings])
  const { list, before, behind, drawn } = useLong(causes, { height: 90, gap: 12, scroller: props.scroller })
  return (
    <ul
      ref={list as RefObject<HTMLUListElement | null>}
      className="flex flex-col gap-3"
      style={{ paddingTop: before, paddingBottom: behind }}
    >
      {drawn.map(({ item: { finding: f, following }, place }) => (
        <FindingItem
          key={f.id}
          finding={f}
          following={following}
          place={place}
          onShow={f.element ? () => void props.onShow(f) : undefined}
        />
      ))}
    </ul>
  )
}
