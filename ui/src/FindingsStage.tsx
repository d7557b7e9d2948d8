import { type Finding } from './api'
import { FindingItem } from './FindingList'
import { go } from './router'
import { useStudio } from './state'
import { useFindings } from './useFindings'

// All findings of the project, the gravest first.
export function FindingsStage() {
  const overview = useStudio((s) => s.overview)
  const select = useStudio((s) => s.select)
  const { findings, error } = useFindings()

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
    <main className="col-span-2 overflow-y-auto bg-sheet px-8 py-6" aria-label="Findings">
      <div className="mx-auto flex max-w-3xl flex-col gap-6">
        <h2 className="text-2xl font-semibold">Findings</h2>
        {error && <p className="text-brick">{error}</p>}
        {findings?.length === 0 && <p>Nothing is wrong, doubtful or undecided. Keep reading it aloud with the people concerned.</p>}
        {others.length > 0 && (
          <section aria-label="What to mend">
            <ul className="flex flex-col gap-3">{others.map((f) => <FindingItem key={f.id} finding={f} onShow={f.element ? () => void show(f) : undefined} />)}</ul>
          </section>
        )}
        {questions.length > 0 && (
          <section aria-labelledby="questions">
            <h3 id="questions" className="pb-2 text-lg font-semibold">Open questions</h3>
            <ul className="flex flex-col gap-3">{questions.map((f) => <FindingItem key={f.id} finding={f} onShow={f.element ? () => void show(f) : undefined} />)}</ul>
          </section>
        )}
      </div>
    </main>
  )
}
