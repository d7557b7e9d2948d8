import { type FormEvent, type KeyboardEvent, useCallback, useEffect, useRef, useState } from 'react'

import { type Jump, type MadeAs, type NearName, newId, post, type Reading, type StatementReply } from '../core/api'
import { type Command, commands } from '../sheet/commands'
import { NewThings } from './NewThings'
import { Others } from './Others'
import { count } from '../common/count'
import { go, type Route } from '../common/router'
import { SentenceText } from '../common/Sentences'
import { SavedState } from './SavedState'
import { projectPath, useStudio } from '../core/state'

// An example of what is stated on each kind of diagram.
const examples: Record<string, string> = {
  classDiagram: 'Apiary is made of 1..* Hive',
  contextDiagram: 'Beekeeper sends delivery note to Receive lot',
  levelDiagram: 'Beekeeper sends delivery note to Receive lot',
  useCaseDiagram: 'Beekeeper starts Register delivery',
  componentDiagram: 'Label printer requires LotLookup',
}

// One line, always there: a statement, or a name to go to. It shows what it
// understood before Enter.
export function StatementLine({ route, diagram }: { route: Route; diagram?: string }) {
  const overview = useStudio((s) => s.overview)
  const figures = useStudio((s) => s.figures)
  const undo = useStudio((s) => s.undo)
  const redo = useStudio((s) => s.redo)
  const selected = useStudio((s) => s.selected)
  const tick = useStudio((s) => s.tick)
  const { submit, select, takeBack, say } = useStudio.getState()
  const [text, setText] = useState('')
  const [open, setOpen] = useState(false)
  const [chosen, setChosen] = useState(0)
  const [reply, setReply] = useState<{ text: string; made: unknown; value: StatementReply }>()
  const input = useRef<HTMLInputElement>(null)
  const form = useRef<HTMLFormElement>(null)
  const unseen = useRef(Promise.resolve()) // texts that are taken as soon as they are read
  const [made, setMade] = useState<{ text: string; as: MadeAs[] }>({ text: '', as: [] }) // what is new, called otherwise

  const read = useCallback(
    (what: string, as: MadeAs[] = []) =>
      post<StatementReply>(projectPath('previews/statement'), {
        text: what,
        diagram: diagram ?? '',
        near: selected ?? '',
        seed: newId(),
        made: as,
      }),
    [diagram, selected],
  )
  useEffect(() => {
    if (!text.trim()) return
    let over = false // an answer that was overtaken must not replace a newer one
    read(text, made.text === text ? made.as : []).then(
      (value) => {
        if (!over) {
          setReply((before) => {
            if (before?.text !== text) setChosen(0)
            return { text, made, value }
          })
        }
      },
      () => {
        if (!over) setReply(undefined)
      },
    )
    return () => void (over = true)
  }, [text, read, tick, made])

  const current = reply && reply.text === text && text.trim() ? reply.value : undefined
  const words = text.trim().toLowerCase()
  const found =
    current && words.length > 1
      ? commands()
          .filter((c) => c.title.toLowerCase().includes(words))
          .slice(0, 8)
      : []
  const choices: (Reading | Jump | Command)[] = current ? [...current.readings, ...current.jumps, ...found] : []

  const choice = choices[chosen]
  const chosenReading = choice && 'sentences' in choice ? choice : undefined

  function take(choice: Reading | Jump | Command) {
    if ('run' in choice) {
      choice.run()
      document.getElementById('drawing')?.focus()
    } else if ('title' in choice && !('sentences' in choice)) {
      jump(choice)
    } else if ('sentences' in choice) {
      carryOut(choice, choice.said ?? '', () => undefined)
      document.getElementById('statement')?.focus()
    }
    setText('')
    setOpen(false)
  }

  // carryOut does what a reading says; what stands already is only shown.
  function carryOut(reading: Reading, said: string, over: () => void) {
    const done = () => {
      select(reading.row)
      over()
    }
    if (reading.changes.length > 0) return submit(reading.changes, { said, done, failed: over })
    say(said)
    done()
  }

  function jump(to: Jump) {
    if (to.stage && !to.diagram) return go(`/p/${overview?.id}/${to.stage}`)
    if (to.diagram) go(`/p/${overview?.id}/d/${to.diagram}`)
    if (!to.isDiagram) setTimeout(() => select(to.id), to.diagram === diagram ? 0 : 300)
    if (!to.diagram) say(`${to.title} is on no diagram.`)
  }

  function enter(event: FormEvent) {
    event.preventDefault()
    if (choice && reply?.made === made) take(choice)
    else if (text.trim() && (choice || !current)) takeUnseen(text, made.text === text ? made.as : [], choice ? chosen : 0)
  }

  // takeUnseen takes what a text means though nobody has seen it yet: Enter was faster
  // than the answer. One text after the other, each read in the model that the one
  // before it left behind. What is not understood comes back.
  function takeUnseen(what: string, as: MadeAs[] = [], which = 0) {
    setText('')
    setOpen(false)
    unseen.current = useStudio.getState().work(
      unseen.current
        .then(async () => {
          const value = await read(what, as)
          const found = value.readings[which] ?? value.readings[0] ?? value.jumps[0]
          if (found && 'sentences' in found) {
            const ways = value.ambiguous ? ` It can be read in ${value.readings.length} ways.` : ''
            await new Promise<void>((resolve) => carryOut(found, (found.said ?? '') + ways, resolve))
          } else if (found) {
            jump(found)
          } else {
            setText((now) => now || what)
            if (input.current?.value) say(`Not understood: ${what}. ${capital(value.problem ?? '')}`, 'error')
            else setOpen(true)
          }
        })
        .catch((error: unknown) => {
          setText((now) => now || what)
          say(error instanceof Error ? error.message : 'It cannot be read just now.', 'error')
        }),
    )
  }

  function keys(event: KeyboardEvent) {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const n = choices.length
      if (n) setChosen((chosen + (event.key === 'ArrowDown' ? 1 : n - 1)) % n)
      event.preventDefault()
    } else if (event.key === 'Escape') {
      setText('')
      setOpen(false)
      document.getElementById('drawing')?.focus()
    }
  }

  const shownKind = overview?.diagrams.find((d) => d.id === diagram)?.kind
  const example = overview?.examples[shownKind ?? ''] ?? examples[shownKind ?? ''] ?? examples.classDiagram
  return (
    <header className="relative col-span-2 flex items-center gap-3 border-b border-rule bg-paper px-4 py-2">
      <form
        ref={form}
        className="relative flex-1"
        onSubmit={enter}
        role="search"
        aria-label="Statement"
        onBlur={() => setTimeout(() => !form.current?.contains(document.activeElement) && setOpen(false), 150)}
      >
        <input
          ref={input}
          id="statement"
          className="field text-base"
          value={text}
          autoComplete="off"
          spellCheck={false}
          maxLength={1000}
          role="combobox"
          aria-expanded={open && choices.length > 0}
          aria-controls="understood"
          aria-autocomplete="list"
          aria-activedescendant={open && choices.length ? `understood-${chosen}` : undefined}
          aria-label="Statement, or a name to go to"
          placeholder={
            route.stage === 'sheet' ? `${example} — a statement, a name, a command   ( / )` : 'A statement, or a name to go to   ( / )'
          }
          onChange={(e) => {
            setText(e.target.value.replace(/^\//, '')) // the key that leads here, pressed once more
            setOpen(true)
          }}
          onFocus={() => setOpen(true)}
          onKeyDown={keys}
        />
        <button type="submit" hidden />
        {open && current && (
          <div className="absolute inset-x-0 top-full z-40 border border-rule bg-sheet">
            <ul id="understood" role="listbox" aria-label="What is understood">
              {choices.map((choice, i) => (
                <li
                  key={i}
                  id={`understood-${i}`}
                  role="option"
                  aria-selected={i === chosen}
                  className={`cursor-pointer px-3 py-2 ${i === chosen ? 'bg-tint' : ''}`}
                  onPointerDown={(e) => {
                    e.preventDefault()
                    take(choice)
                  }}
                >
                  {'sentences' in choice ? (
                    <Understood reading={choice} whole={i === chosen} />
                  ) : 'run' in choice ? (
                    <span>
                      {choice.title} {choice.keys && <kbd className="font-mono text-faint">{choice.keys}</kbd>}
                    </span>
                  ) : (
                    <span>Go to {choice.title}</span>
                  )}
                </li>
              ))}
            </ul>
            {current.readings.length > 1 && (
              <p className="border-t border-rule px-3 py-1 text-sm text-faint">
                It can be read in several ways, the likeliest first. Choose with the arrow keys.
              </p>
            )}
            {chosenReading?.near?.map((n) => (
              <button
                key={n.name}
                type="button"
                className="block w-full border-t border-rule px-3 py-1 text-left text-sm text-ochre"
                onClick={() => {
                  setText(withName(text, n))
                  input.current?.focus()
                }}
              >
                “{n.name}”: meant <span className="underline">{n.known}</span>?
              </button>
            ))}
            {chosenReading && chosenReading.new.length > 0 && (
              <NewThings
                key={text}
                things={chosenReading.new}
                made={made.text === text ? made.as : []}
                onChange={(as) => setMade({ text, as })}
                onLeave={() => input.current?.focus()}
              />
            )}
            {current.problem && choices.length === 0 && (
              <p className="border-t border-rule px-3 py-1 text-ochre">{capital(current.problem)}.</p>
            )}
          </div>
        )}
      </form>
      <Others />
      <button
        className="button"
        disabled={!undo}
        title={undo ? `Undo: ${undo} (Ctrl+Z)` : 'Nothing to undo'}
        onClick={() => takeBack('undo')}
      >
        Undo
      </button>
      <button
        className="button"
        disabled={!redo}
        title={redo ? `Redo: ${redo} (Ctrl+Y)` : 'Nothing to redo'}
        onClick={() => takeBack('redo')}
      >
        Redo
      </button>
      <button
        className={`text-sm whitespace-nowrap underline ${figures?.error ? 'text-brick' : 'text-verdigris'}`}
        onClick={() => go(`/p/${overview?.id}/findings`)}
      >
        {figures
          ? count(
              Object.values(figures).reduce((a, b) => a + b, 0),
              'finding',
              'findings',
            )
          : 'Findings'}
      </button>
      <SavedState />
    </header>
  )
}

// Understood shows what a reading says; aloud where it is the chosen one.
function Understood({ reading, whole }: { reading: Reading; whole: boolean }) {
  return (
    <>
      {(reading.statements ?? [reading.statement]).map((s) => (
        <code key={s} className="block font-mono text-sm text-verdigris">
          {s}
        </code>
      ))}
      {reading.note && <p className="text-sm text-faint">{reading.note}</p>}
      {(whole ? reading.sentences : []).map((s, i) => (
        <p key={i} className="text-sm">
          <SentenceText sentence={s} />
        </p>
      ))}
    </>
  )
}

// withName writes the known name where the misspelt one stands, however it was typed.
function withName(text: string, { name, known }: NearName): string {
  const words = name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .split(/\s+/)
    .map((w) => w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
  const written = new RegExp(`"?${words.join('\\s*')}s?"?`, 'i')
  return text.replace(written, /^\w+$/.test(known) ? known : `"${known}"`)
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}
