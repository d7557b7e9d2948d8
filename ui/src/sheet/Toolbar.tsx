import { type KindInfo, newId } from '../core/api'
import { ask } from '../common/asking'
import { ArrangementPicture } from './ArrangementPicture'
import { arrange, arrangements, copyAsPicture, download, duplicate, pictures, placed, remove, setLine } from './commands'
import { Check, Item, Menu, Rule, Title } from '../common/Menu'
import { useSettings } from './settings'
import { useStudio } from '../core/state'

const details: [detail: string, title: string][] = [
  ['', 'Everything'],
  ['names', 'Names only'],
  ['attributes', 'Names and attributes'],
  ['operations', 'Names and operations'],
]

// Lettered writes a title with its letter underlined.
function Lettered({ title, letter }: { title: string; letter: string }) {
  const at = title.indexOf(letter)
  if (at < 0)
    return (
      <>
        {title} <kbd className="font-mono">{letter}</kbd>
      </>
    )
  return (
    <>
      {title.slice(0, at)}
      <kbd className="font-sans underline decoration-2 underline-offset-3">{letter}</kbd>
      {title.slice(at + 1)}
    </>
  )
}

// The row above the sheet: the kinds of this diagram with their letters, and what
// can be done with what is there.
export function Toolbar(props: {
  diagram?: string
  flows: boolean
  kinds: KindInfo[]
  armed?: KindInfo
  pinned: boolean
  onArm: (kind: KindInfo) => void
  reading: boolean
  onRead: () => void
  outlined: boolean
  onOutline: () => void
  onColours: () => void
  onStarters: () => void
  onShortcuts: () => void
}) {
  const { diagram, flows, kinds, armed, pinned } = props
  const selection = useStudio((s) => s.selection)
  const scene = useStudio((s) => s.scene)
  const settings = useSettings()
  const flowNotation = useStudio((s) => s.overview?.settings.flowNotation)
  const contextZero = useStudio((s) => s.overview?.settings.contextZero)
  const contextStores = useStudio((s) => s.overview?.settings.contextStores)
  const submit = useStudio((s) => s.submit)
  const { shapes, lines } = placed()
  const first = scene?.groups.find((g) => g.id === shapes[0])
  const shownLines = new Set(lines.map((id) => scene?.groups.find((g) => g.id === id)?.line ?? ''))
  const classes = useStudio((s) => s.overview?.diagrams.find((d) => d.id === diagram)?.kind === 'classDiagram')
  const tables = useStudio((s) => s.overview?.diagrams.find((d) => d.id === diagram)?.kind === 'tableDiagram')
  const crow = useStudio((s) => s.overview?.diagrams.find((d) => d.id === diagram)?.ends === 'crowfoot')
  const chosen = (scene?.groups ?? []).filter(
    (g) => shapes.includes(g.id) && ['class', 'interface', 'enumeration', 'dataType'].includes(g.kind ?? ''),
  )
  return (
    <div
      className="flex flex-wrap items-center gap-0.5 border-b border-rule bg-paper px-1.5 py-1 text-sm whitespace-nowrap"
      role="toolbar"
      aria-label="Elements of this diagram"
    >
      {diagram
        && kinds.map((k) => (
          <button
            key={k.kind}
            className="button px-0.75!"
            aria-pressed={armed?.kind === k.kind}
            title={`${k.letter}, then a click or Enter. ${k.letter} twice keeps it for many.`}
            onClick={() => props.onArm(k)}
          >
            <Lettered title={k.title} letter={k.letter} />
            {armed?.kind === k.kind && pinned && ' ∞'}
          </button>
        ))}
      <span className="flex-1" />
      <Menu label="Arrange" disabled={!diagram}>
        <Title>{shapes.length > 1 ? `${shapes.length} shapes` : 'The whole diagram'}</Title>
        {arrangements
          .filter(([how, , , least]) => shapes.length >= least && (classes || how !== 'columns'))
          .map(([how, title, said, least]) => (
            <Item key={how} onSelect={() => void arrange(how, said, shapes.length < 2 && least === 0 && lines.length === 0)}>
              <span className="flex items-center gap-2">
                <ArrangementPicture how={how} />
                {title}
              </span>
            </Item>
          ))}
        {lines.length > 0 && (
          <>
            <Rule />
            <Title>The selected lines</Title>
            {(
              [
                ['', 'Right-angled'],
                ['straight', 'Straight'],
                ['curved', 'Curved'],
              ] as const
            ).map(([line, title]) => (
              <Item key={line} disabled={shownLines.size === 1 && shownLines.has(line)} onSelect={() => setLine(line)}>
                {title}
              </Item>
            ))}
          </>
        )}
        {(flows || (selection.length > 0 && !tables)) && <Rule />}
        {flows && shapes.length === 1 && (first?.kind === 'entity' || first?.kind === 'store') && (
          <Item
            onSelect={() =>
              void ask(
                'previews/level',
                { do: 'again', placed: shapes[0], seed: newId() },
                { said: 'Shown once more. Its flows stay where they were: pull them over, or draw new ones to it.' },
              )
            }
          >
            Show it once more
          </Item>
        )}
        {flows && (
          <Item
            onSelect={() =>
              void ask(
                'previews/level',
                { do: 'renumber', diagram, order: [] },
                { said: 'Numbered 1, 2, 3 … again.', none: 'The numbers are 1, 2, 3 … already.' },
              )
            }
          >
            Number this level anew
          </Item>
        )}
        {shapes.length > 0 && !tables && (
          <Item keys="Ctrl+D" onSelect={() => void duplicate()}>
            Duplicate
          </Item>
        )}
        {selection.length > 0 && !tables && (
          <>
            <Item keys="Del" onSelect={() => remove(false)}>
              Remove from this diagram
            </Item>
            <Item keys="Shift+Del" onSelect={() => remove(true)}>
              Delete from the model
            </Item>
          </>
        )}
      </Menu>
      <Menu label="View" disabled={!diagram}>
        <Check on={settings.grid} set={(grid) => settings.set({ grid })}>
          Grid
        </Check>
        <Check on={settings.snap} set={(snap) => settings.set({ snap })}>
          Guides catch shapes
        </Check>
        <Check on={settings.overview} set={(overview) => settings.set({ overview })}>
          Overview of large diagrams
        </Check>
        <Check on={settings.findings} set={(findings) => settings.set({ findings })}>
          Marks at findings
        </Check>
        <Rule />
        {flows && (
          <>
            <Check on={flowNotation === 'boxes'} set={(on) => submit([{ type: 'setProject', set: { flowNotation: on ? 'boxes' : '' } }])}>
              Processes as rounded boxes
            </Check>
            <Check on={contextStores ?? false} set={(on) => submit([{ type: 'setProject', set: { contextStores: on } }])}>
              Stores allowed on the context diagram
            </Check>
            <Check on={contextZero ?? false} set={(on) => submit([{ type: 'setProject', set: { contextZero: on } }])}>
              Number 0 on the context process
            </Check>
            <Rule />
          </>
        )}
        {(classes || tables) && (
          <Check on={settings.beside} set={(beside) => settings.set({ beside })}>
            {classes ? 'Tables beside' : 'Classes beside'}
          </Check>
        )}
        {tables && (
          <Check on={crow} set={(on) => diagram && submit([{ type: 'setTableView', id: diagram, ends: on ? 'crowfoot' : '' }])}>
            Ends as crow's foot
          </Check>
        )}
        {(classes || tables) && <Rule />}
        {classes && (
          <>
            <Title>Classes on this diagram</Title>
            {details.map(([detail, title]) => (
              <Check
                key={detail}
                on={(scene?.detail ?? '') === detail}
                set={() => diagram && submit([{ type: 'setDetail', id: diagram, set: { detail } }])}
              >
                {title}
              </Check>
            ))}
            <Check
              on={scene?.inherited ?? false}
              set={(inherited) => diagram && submit([{ type: 'setDetail', id: diagram, set: { inherited } }])}
            >
              Inherited features too
            </Check>
            <Check
              on={scene?.accessors ?? false}
              set={(accessors) => diagram && submit([{ type: 'setDetail', id: diagram, set: { accessors } }])}
            >
              Implied accessors in one line
            </Check>
            {chosen.length > 0 && (
              <>
                <Title>The selected ones</Title>
                {([['', 'As the diagram says'], ['all', 'Everything'], ...details.slice(1)] as const).map(([detail, title]) => (
                  <Item
                    key={detail}
                    disabled={chosen.every((g) => (g.detail ?? '') === detail)}
                    onSelect={() => submit(chosen.map((g) => ({ type: 'setDetail', id: g.id, set: { detail } })))}
                  >
                    {title}
                  </Item>
                ))}
                {chosen.every((g) => g.kind === 'interface') && (
                  <Item onSelect={() => submit(chosen.map((g) => ({ type: 'setDetail', id: g.id, set: { detail: 'ball' } })))}>
                    Interface as a ball
                  </Item>
                )}
              </>
            )}
            <Rule />
          </>
        )}
        <Check on={props.outlined} set={props.onOutline}>
          Outline as text
        </Check>
        {classes && <Item onSelect={props.onStarters}>Begin with a typical model …</Item>}
        {!tables && <Item onSelect={props.onColours}>Colours of stereotypes …</Item>}
        <Item keys="?" onSelect={props.onShortcuts}>
          Keys …
        </Item>
      </Menu>
      <Menu label="Export" disabled={!diagram}>
        {pictures.map(([format, title]) => (
          <Item key={format} onSelect={() => download(format)}>
            {title}
          </Item>
        ))}
        <Rule />
        <Check on={settings.frame} set={(frame) => settings.set({ frame })}>
          With the frame of the diagram
        </Check>
        <Rule />
        <Item onSelect={() => void copyAsPicture()}>Copy as picture</Item>
        <Item onSelect={() => setTimeout(() => print())}>Print …</Item>
      </Menu>
      <button className="button px-1.5!" aria-label="Read aloud" aria-pressed={props.reading} onClick={props.onRead}>
        Read
      </button>
    </div>
  )
}
