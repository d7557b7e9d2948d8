import { type ComponentType, lazy } from 'react'

import { type Page, type Route } from '../common/router'

// The stages, each with the part of the page that it takes. A part comes when its stage is
// opened first.

type Stage = ComponentType<{ subject?: string }>

const parts: Record<Page, () => Promise<{ default: Stage }>> = {
  brief: () => import('../stages/brief/BriefStage').then((m) => ({ default: m.BriefStage })),
  activities: () => import('../stages/activities/ActivitiesStage').then((m) => ({ default: m.ActivitiesStage })),
  dictionary: () => import('../stages/dictionary/DictionaryStage').then((m) => ({ default: m.DictionaryStage })),
  events: () => import('../stages/events/EventsStage').then((m) => ({ default: m.EventsStage })),
  'use-cases': () => import('../stages/use-cases/UseCasesStage').then((m) => ({ default: m.UseCasesStage })),
  components: () => import('../stages/components/ComponentsStage').then((m) => ({ default: m.ComponentsStage })),
  matrix: () => import('../stages/matrix/MatrixStage').then((m) => ({ default: m.MatrixStage })),
  trace: () => import('../stages/trace/TraceStage').then((m) => ({ default: m.TraceStage })),
  lexicon: () => import('../stages/lexicon/LexiconStage').then((m) => ({ default: m.LexiconStage })),
  findings: () => import('../stages/findings/FindingsStage').then((m) => ({ default: m.FindingsStage })),
  output: () => import('../stages/output/OutputStage').then((m) => ({ default: m.OutputStage })),
}

export const stages = Object.fromEntries(Object.entries(parts).map(([page, load]) => [page, lazy(load)])) as unknown as Record<Page, Stage>

// loadStage begins to load what a stage takes. The sheet needs nothing more: it comes with the
// frame, since whoever goes there types at once.
export function loadStage(stage: Route['stage']) {
  if (stage !== 'sheet') void parts[stage]().catch(() => undefined)
}

// loadStages loads all of them: where the line goes away, all stages still open.
export const loadStages = () => Promise.allSettled(Object.values(parts).map((load) => load()))
