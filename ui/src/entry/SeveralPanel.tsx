import { useEffect, useState } from 'react'

import { type ChangesReply, newId, post, type SeveralRequest, type Shared } from '../core/api'
import { Folded } from '../common/Folded'
import { Part } from '../common/Kept'
import { projectPath, useStudio } from '../core/state'

// Several things are selected: which, what they share, and what can be set for all of them.
export function SeveralPanel() {
  const scene = useStudio((s) => s.scene)
  const selection = useStudio((s) => s.selection)
  const { select, toggle } = useStudio.getState()
  const shared = useShared(selection)
  const chosen = selection.flatMap((id) => scene?.groups.find((g) => g.subject === id && g.id !== 'frame' && g.id !== 'legend') ?? [])
  return (
    <div className="flex flex-col gap-4 p-4">
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg font-semibold">{chosen.length} selected</h2>
        <button className="text-sm text-verdigris underline" onClick={() => select(undefined)}>
          The diagram
        </button>
      </div>
      {shared && <p className="text-sm">{shared.kinds.join(', ')}</p>}
      {shared && shared.canBear > 0 && <Stereotypes shared={shared} />}
      {shared && shared.features > 0 && (
        <Choice
          label={`Visibility of all ${shared.features} features`}
          value={shared.visibility}
          mixed={shared.visibility === ''}
          options={visibilities}
          onChoose={(visibility) => void setForAll({ set: 'visibility', visibility }, 'The visibility is set.')}
        />
      )}
      {shared?.packages && (
        <Choice
          label="Package"
          value={shared.packages.common}
          mixed={shared.packages.mixed}
          options={[['', 'none'], ...shared.packages.options.map((o): [string, string] => [o.id, o.title])]}
          onChoose={(into) => void setForAll({ set: 'package', into }, 'They are in that package.')}
        />
      )}
      {shared?.components && (
        <Choice
          label="Component"
          value={shared.components.common}
          mixed={shared.components.mixed}
          options={[['', 'none'], ...shared.components.options.map((o): [string, string] => [o.id, o.title])]}
          onChoose={(into) => void setForAll({ set: 'component', into }, 'They are in that component.')}
        />
      )}
      <Folded title={`Which: ${chosen.length}`} open>
        <ul className="flex flex-col gap-1">
          {chosen.slice(0, 100).map((g) => (
            <li key={g.id} className="flex items-baseline gap-2">
              <button className="min-w-0 flex-1 truncate text-left text-verdigris underline" onClick={() => select(g.subject)}>
                {g.title}
              </button>
              <button className="text-sm text-faint" aria-label={`Leave out ${g.title}`} onClick={() => toggle(g.subject ?? '')}>
                ✕
              </button>
            </li>
          ))}
        </ul>
      </Folded>
      <p className="text-sm text-faint">
        Arrange, duplicate and remove are in the menu above the sheet and under the right button. The first one selected stays when others
        are aligned with it.
      </p>
    </div>
  )
}

const visibilities: [string, string][] = [
  ['public', 'public (+)'],
  ['private', 'private (-)'],
  ['protected', 'protected (#)'],
  ['package', 'package (~)'],
]

// useShared asks what the selected things have in common; the last answer stays until the next
// one is there.
function useShared(rows: string[]): Shared | undefined {
  const tick = useStudio((s) => s.tick)
  const [shared, setShared] = useState<Shared>()
  useEffect(() => {
    let left = false
    post<Shared>(projectPath('previews/shared'), { rows })
      .then((answer) => !left && setShared(answer))
      .catch(() => undefined) // what is selected is listed all the same
    return () => {
      left = true
    }
  }, [rows, tick])
  return shared
}

async function setForAll(what: Partial<SeveralRequest>, said: string) {
  const { selection, submit, say } = useStudio.getState()
  try {
    const reply = await post<ChangesReply>(projectPath('previews/several'), { rows: selection, seed: newId(), ...what })
    if (reply.changes.length === 0) return say('That is so already.')
    submit(reply.changes, { said })
  } catch (error) {
    say(error instanceof Error ? error.message : 'That could not be done.')
  }
}

function Choice(props: {
  label: string
  value: string
  mixed: boolean
  options: [value: string, title: string][]
  onChoose: (value: string) => void
}) {
  return (
    <label className="flex flex-col gap-1 text-sm">
      <span className="font-semibold text-faint">{props.label}</span>
      <select className="field" value={props.mixed ? 'mixed' : props.value} onChange={(e) => props.onChoose(e.target.value)}>
        {props.mixed && (
          <option value="mixed" disabled>
            not the same
          </option>
        )}
        {props.options.map(([value, title]) => (
          <option key={value} value={value}>
            {title}
          </option>
        ))}
      </select>
    </label>
  )
}

// Stereotypes of all, with their colours: a shape has that of its first one that has a colour.
function Stereotypes({ shared }: { shared: Shared }) {
  const palette = useStudio((s) => s.overview?.palette ?? [])
  const submit = useStudio((s) => s.submit)
  const [name, setName] = useState('')
  const paint = (stereotype: string, colour: string) => submit([{ type: 'setColour', stereotype, ...(colour && { colour }) }])
  return (
    <Part title="Stereotypes and their colours">
      <ul className="flex flex-col gap-1 text-sm">
        {shared.stereotypes.map((s) => (
          <li key={s.name} className="flex items-center gap-2">
            <label className="flex min-w-0 flex-1 items-center gap-2">
              <input
                type="checkbox"
                checked={s.borne === shared.canBear}
                ref={(box) => {
                  if (box) box.indeterminate = s.borne > 0 && s.borne < shared.canBear
                }}
                onChange={(e) =>
                  void setForAll(
                    { set: 'stereotype', name: s.name, off: !e.target.checked },
                    e.target.checked ? `All of them are «${s.name}».` : `None of them is «${s.name}» any more.`,
                  )
                }
              />
              <span className="truncate">«{s.name}»</span>
            </label>
            <span className={`size-4 shrink-0 border border-rule swatch-${s.colour || 'none'}`} aria-hidden="true" />
            <select
              className="field w-24! shrink-0 py-0!"
              aria-label={`Colour of ${s.name}`}
              value={s.colour}
              onChange={(e) => paint(s.name, e.target.value)}
            >
              <option value="">none</option>
              {palette.map((c) => (
                <option key={c}>{c}</option>
              ))}
            </select>
          </li>
        ))}
      </ul>
      <form
        className="flex gap-2 pt-2"
        onSubmit={(e) => {
          e.preventDefault()
          const given = name.trim().replace(/[«»]/g, '').trim()
          if (!given) return
          setName('')
          void setForAll({ set: 'stereotype', name: given }, `All of them are «${given}».`)
        }}
      >
        <input
          className="field min-w-0 flex-1"
          aria-label="Another stereotype for all"
          placeholder="another one"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <button className="button" disabled={!name.trim()}>
          Give
        </button>
      </form>
    </Part>
  )
}
