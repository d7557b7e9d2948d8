import { type ComponentType } from 'react'

import { ask } from '../common/asking'
import { Choices } from '../common/Choices'
import { go } from '../common/router'
import { type Entry } from '../core/api'
import { useStudio } from '../core/state'
import { setLine } from '../sheet/commands'
import { ComponentTools } from './ComponentTools'
import { Features } from './Features'
import { Picture } from './Picture'
import { ProcessTools } from './ProcessTools'
import { ReworkButton } from './ReworkButton'

type Tool = ComponentType<{ entry: Entry }>

// entryTools are the parts of an entry that are more than fields, by the name under which
// the core asks for them.
export const entryTools: Record<string, Tool | undefined> = {
  features: Features,
  picture: Picture,
  component: ComponentTools,
  process: ProcessTools,
  rework: ({ entry }) => (
    <ReworkButton id={entry.id} name={entry.relationship ? `the ${entry.kindTitle}` : entry.name || `the ${entry.kindTitle}`} />
  ),
  line: Line,
  flow: Flow,
  reverse: Reverse,
  description: Description,
}

const lines: [string, string][] = [
  ['', 'Right-angled'],
  ['straight', 'Straight'],
  ['curved', 'Curved'],
]

const projectId = () => useStudio.getState().overview?.id ?? ''

// Line is how a relationship is drawn here.
function Line({ entry }: { entry: Entry }) {
  const group = useStudio((s) => s.scene?.groups.find((g) => g.subject === entry.id))
  if (!group?.route) return null
  return <Choices title="Line on this diagram" choices={lines} value={group.line ?? ''} row onChoose={setLine} />
}

// Flow is where a data flow leads among shapes that are shown twice, and what it carries.
function Flow({ entry }: { entry: Entry }) {
  const group = useStudio((s) => s.scene?.groups.find((g) => g.subject === entry.id))
  const shownTwice = useStudio((s) =>
    s.scene?.groups.some(
      (g) =>
        g.box
        && g.subject
        && group?.between?.includes(g.subject)
        && s.scene?.groups.some((o) => o.box && o.id !== g.id && o.subject === g.subject),
    ),
  )
  return (
    <>
      {group && shownTwice && (
        <button className="button self-start" onClick={() => void ask('previews/level', { do: 'other', placed: group.id })}>
          Draw it to the other one
        </button>
      )}
      {entry.name && (
        <button className="button self-start" onClick={() => go(`/p/${projectId()}/dictionary?item=${encodeURIComponent(entry.name)}`)}>
          Look it up in the dictionary
        </button>
      )}
    </>
  )
}

function Reverse({ entry }: { entry: Entry }) {
  const submit = useStudio((s) => s.submit)
  if (entry.relations[0]?.elements.length !== 2) return null
  return (
    <button className="button self-start" onClick={() => submit([{ type: 'reverse', id: entry.id }])}>
      Reverse
    </button>
  )
}

function Description({ entry }: { entry: Entry }) {
  return (
    <button className="button self-start" onClick={() => go(`/p/${projectId()}/use-cases?case=${entry.id}`)}>
      Open the description
    </button>
  )
}
