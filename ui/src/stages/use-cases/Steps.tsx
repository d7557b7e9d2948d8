import { useRef, useState } from 'react'

import { type Problem, type UseCase } from '../../core/api'
import { TabSet } from '../../common/TabSet'
import { Typed } from './TypedSteps'
import { Exchanges } from './Exchanges'
import { Read } from './StepList'

type View = 'read' | 'exchanges' | 'type'

const ways: [View, string][] = [
  ['read', 'Steps'],
  ['exchanges', 'Actor and system'],
  ['type', 'Edit as text'],
]

// The flow of a use case: to read, as what actor and system say to each other,
// and to type, one step a line.
export function Steps({ useCase, onCase }: { useCase: UseCase; onCase: (id: string) => void }) {
  const [view, setView] = useState<View>(useCase.steps.length > 0 ? 'read' : 'type')
  const [typed, setTyped] = useState<string>() // outlives a look at the steps
  const [problem, setProblem] = useState<Problem>()
  const began = useRef(useCase.text) // what the typing began with, or what was seen since
  return (
    <section aria-label="Main flow and alternatives" className="flex flex-col gap-2 border-y border-rule py-3">
      <TabSet
        label="How to look at the steps"
        tabs={ways}
        value={view}
        onChange={setView}
        head={<h3 className="heading flex-1">Main flow and alternatives</h3>}
        className="flex flex-col gap-2"
      >
        {view === 'type' && (
          <Typed
            useCase={useCase}
            typed={typed}
            setTyped={setTyped}
            problem={problem}
            setProblem={setProblem}
            began={began}
            onDone={() => setView('read')}
            onRefused={() => setView('type')}
          />
        )}
        {view === 'read' && <Read useCase={useCase} onCase={onCase} onType={() => setView('type')} />}
        {view === 'exchanges' && <Exchanges useCase={useCase} />}
      </TabSet>
    </section>
  )
}
