import { useEffect, useRef, useState } from 'react'

import { here, watch } from '../core/live'
import { Messages } from '../common/Messages'
import { Opening } from './Opening'
import { PathNav } from './PathNav'
import { go, type Route } from '../common/router'
import { goneDiagram, useStudio } from '../core/state'
import { fold, useFolded, whereNarrow } from '../common/folds'
import { goRound } from './regions'
import { Shortcuts } from '../sheet/Shortcuts'
import { StageFrame } from './StageFrame'
import { SheetStage } from './SheetStage'
import { stages } from './stages'
import { StatementLine } from './StatementLine'

// Widths of the sides of the frame, in pixels, and of what is left of them when they are folded.
const path = 196
const entry = 316
const strip = 28

// The frame: the path on the left, the statement line on top, the sheet in the
// middle, the lexicon on the right, the reader below on demand.
export function Workspace({ route }: { route: Route & { project: string } }) {
  const overview = useStudio((s) => s.overview)
  const missing = useStudio((s) => s.missing)
  const openProject = useStudio((s) => s.openProject)
  const openSheet = useStudio((s) => s.openSheet)
  const refresh = useStudio((s) => s.refresh)

  // The diagram of the address is drawn from what was kept, before anybody answers.
  const arrived = useRef(route.diagram)
  useEffect(() => void openProject(route.project, arrived.current), [openProject, route.project])
  const ready = overview?.id === route.project
  const first = overview?.diagrams.find((d) => d.kind === 'classDiagram') ?? overview?.diagrams[0]
  const diagram = route.diagram ?? (route.stage === 'sheet' ? first?.id : undefined)
  useEffect(() => {
    if (ready && route.stage === 'sheet') void openSheet(diagram)
  }, [ready, route.stage, diagram, openSheet])
  // Where the diagram that is shown has gone, the sheet goes with it.
  const gone = ready && missing === goneDiagram && overview.diagrams.length > 0 && !overview.diagrams.some((d) => d.id === diagram)
  useEffect(() => {
    if (!gone) return
    useStudio.getState().say('That diagram is not there any more: it was deleted, or making it was undone.')
    go(`/p/${route.project}`, true)
  }, [gone, route.project])
  // A project that was begun with a sheet has one, and with a typical model asks which.
  const begin = ready && route.stage === 'sheet' && new URLSearchParams(location.search).get('begin')
  useEffect(() => {
    if (!begin || useStudio.getState().overview?.diagrams.length) return
    const id = useStudio.getState().addDiagram('classDiagram', 'Classes')
    go(`/p/${route.project}/d/${id}${begin === 'model' ? '?starters' : ''}`, true)
  }, [begin, route.project])
  // The address names the diagram that is shown, so that a new name does not open another one.
  const unnamed = ready && route.stage === 'sheet' && !route.diagram && diagram
  useEffect(() => {
    if (unnamed) go(`/p/${route.project}/d/${unnamed}`, true)
  }, [unnamed, route.project])
  useEffect(() => {
    if (overview) document.title = `${overview.name} – Lexeon`
    return () => void (document.title = 'Lexeon')
  }, [overview])
  useEffect(() => {
    // Events tell what others do. Asking now and then too heals whatever was missed.
    const ask = () => document.visibilityState === 'visible' && refresh()
    const { show } = useStudio.getState()
    const timers = [setInterval(ask, 30_000), setInterval(show, 5000)]
    const leave = () => here({ diagram: '', subject: '' }, true)
    window.addEventListener('focus', ask)
    window.addEventListener('pagehide', leave)
    return () => {
      timers.forEach(clearInterval)
      window.removeEventListener('focus', ask)
      window.removeEventListener('pagehide', leave)
      leave()
      watch(undefined)
    }
  }, [refresh])
  const [shortcuts, setShortcuts] = useState(false)
  useEffect(whereNarrow, [route.stage, route.diagram])
  const pathFolded = useFolded('path')
  const entryFolded = useFolded('entry') && route.stage === 'sheet'
  useEffect(() => {
    // Keys of the frame, wherever one is: what is being written does not take them.
    const frame = (event: KeyboardEvent) => {
      if (event.key === 'F6') goRound(event.shiftKey)
      else if (event.altKey && event.code === 'Comma') fold('path')
      else if (event.altKey && event.code === 'Period') fold('entry')
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', frame)
    return () => window.removeEventListener('keydown', frame)
  }, [])
  useEffect(() => {
    const undo = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input:not([type=checkbox], [type=radio]), textarea, select')
      if (typing) return
      const { takeBack } = useStudio.getState()
      const command = event.ctrlKey || event.metaKey
      const key = event.key.toLowerCase()
      if (command && key === 'z') takeBack(event.shiftKey ? 'redo' : 'undo')
      else if (command && key === 'y') takeBack('redo')
      else if (event.key === '/' && !command) document.getElementById('statement')?.focus()
      else if (event.key === '?' && !command) setShortcuts(true)
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', undo)
    return () => window.removeEventListener('keydown', undo)
  }, [])

  if (!ready) {
    return (
      <main className="p-10">
        {missing ? <p>{missing}</p> : <Opening />}
        <Messages className="mt-4 max-w-2xl" />
        {missing && (
          <button className="button mt-4" onClick={() => go('/')}>
            All projects
          </button>
        )}
      </main>
    )
  }
  const Stage = route.stage === 'sheet' ? undefined : stages[route.stage]
  return (
    <div
      className="grid h-full grid-rows-[auto_minmax(0,1fr)_auto]"
      style={{ gridTemplateColumns: `${pathFolded ? strip : path}px minmax(0,1fr) ${entryFolded ? strip : entry}px` }}
    >
      <PathNav route={route} diagram={diagram} />
      <StatementLine route={route} diagram={diagram} />
      <StageFrame stage={route.stage}>
        {Stage ? <Stage subject={route.subject} /> : <SheetStage route={route} diagram={diagram} />}
      </StageFrame>
      {Stage && <Messages className="col-span-2 col-start-2 border-l border-rule" />}
      {shortcuts && <Shortcuts onClose={() => setShortcuts(false)} />}
    </div>
  )
}
