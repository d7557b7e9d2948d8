import { type ComponentType } from 'react'

import { part } from '../common/part'
import { type Page, type Route } from '../common/router'

// The stages, each with the part of the page that it takes. A part comes when its stage is
// opened first.

type Stage = ComponentType<{ subject?: string }>

const sources: Record<Page, () => Promise<Stage>> = {
  brief: () => import('../stages/brief/BriefStage').then((m) => m.BriefStage),
  activities: () => import('../stages/activities/ActivitiesStage').then((m) => m.ActivitiesStage),
  dictionary: () => import('../stages/dictionary/DictionaryStage').then((m) => m.DictionaryStage),
  events: () => import('../stages/events/EventsStage').then((m) => m.EventsStage),
  'use-cases': () => import('../stages/use-cases/UseCasesStage').then((m) => m.UseCasesStage),
  components: () => import('../stages/components/ComponentsStage').then((m) => m.ComponentsStage),
  matrix: () => import('../stages/matrix/MatrixStage').then((m) => m.MatrixStage),
  trace: () => import('../stages/trace/TraceStage').then((m) => m.TraceStage),
  lexicon: () => import('../stages/lexicon/LexiconStage').then((m) => m.LexiconStage),
  findings: () => import('../stages/findings/FindingsStage').then((m) => m.FindingsStage),
  output: () => import('../stages/output/OutputStage').then((m) => m.OutputStage),
}

export const stages = Object.fromEntries(Object.entries(sources).map(([page, load]) => [page, part(load, <Awaited />)])) as Record<
  Page,
  ReturnType<typeof part<{ subject?: string }>>
>

// loadStage begins to load what a stage takes. The sheet needs nothing more: it comes with the
// frame, since whoever goes there types at once.
export function loadStage(stage: Route['stage']) {
  if (stage !== 'sheet') void stages[stage].bring().catch(() => undefined)
}

// loadStages loads all of them: where the line goes away, all stages still open.
export const loadStages = () => Promise.allSettled(Object.values(stages).map((stage) => stage.bring()))

function Awaited() {
  return (
    <main className="col-span-2 p-10 text-faint" role="status">
      This part of the page is on its way …
    </main>
  )
}
