import { useEffect, useId, useRef, useState } from 'react'
import { type BriefSection, type BriefSentence, type Candidate, newId, type ReadSentence } from '../../core/api'
import { ask } from '../../common/asking'
import { Rename } from '../../common/Rename'
import { Theirs } from '../../common/Theirs'
import { useStudio } from '../../core/state'
import { type Selection } from './Selected'
import { SentenceLine } from './SentenceLine'

export function Section({
  section,
  reading,
  wanted,
  chosen,
  candidate,
  selection,
  onChoose,
  onSelect,
  onSelected,
}: {
  section: BriefSection
  reading: Map<string, ReadSentence>
  wanted: string
  chosen?: string
  candidate?: Candidate
  selection?: Selection
  onChoose: (key: string) => void
  onSelect: (sentence: string, words: string) => void
  onSelected: () => void
}) {
  const submit = useStudio((s) => s.submit)
  const [typed, setTyped] = useState<string>()
  const [problem, setProblem] = useState('')
  const [conflict, setConflict] = useState(false)
  const base = useRef<number>(undefined) // the revision that was seen when the typing began
  const seed = useRef(newId())
  const began = useRef(section.text) // what the typing began with, or what was shown since
  const id = useId()
  async function save() {
    if (typed === undefined) return
    setProblem('')
    const sent = typed
    await ask(
      'previews/brief',
      { section: section.id, text: sent, was: began.current, seed: seed.current },
      {
        none: 'The text is as it was.',
        base: conflict ? undefined : base.current,
        place: { row: section.id, field: 'text', text: sent },
        done: () => {
          seed.current = newId()
          setTyped(undefined)
          setConflict(false)
        },
        failed: (p) => {
          // at once, or by the server later: the text comes back
          setTyped(sent)
          setProblem(p.message)
          setConflict(p.code === 'conflict')
          if (typeof p.body.clientId === 'string') useStudio.getState().giveUp(p.body.clientId)
        },
      },
    )
  }
  // Once theirs is shown, saving is meant.
  const seen = problem !== '' && section.text !== began.current ? section.text : undefined
  useEffect(() => {
    if (seen !== undefined) began.current = seen
  }, [seen])
  const blocks: BriefSentence[][] = []
  for (const s of section.sentences) {
    const last = blocks.at(-1)
    if (s.break === '' && last) last.push(s)
    else blocks.push([s])
  }
  return (
    <section aria-labelledby={id} className="flex flex-col gap-2">
      <div className="flex items-baseline gap-3">
        <h3 id={id} className="text-lg font-semibold">
          {section.title}
        </h3>
        <span className="text-sm text-faint">
          {section.coverage.covered} of {section.coverage.sentences}
        </span>
        <Rename
          what={`the section ${section.title}`}
          name={section.title}
          onSave={(name, base) =>
            submit([{ type: 'setName', id: section.id, name }], { base, place: { row: section.id, field: 'name', text: name } })
          }
        />
        {typed === undefined && (
          <button
            className="text-sm text-verdigris underline"
            aria-label={`Edit the text of ${section.title}`}
            onClick={() => {
              began.current = section.text
              base.current = useStudio.getState().revision
              setProblem('')
              setTyped(section.text)
            }}
          >
            Edit the text
          </button>
        )}
        <button
          className="text-sm text-brick underline"
          aria-label={`Delete the section ${section.title}`}
          onClick={() => submit([{ type: 'delete', id: section.id }], { said: `Deleted the section ${section.title}.` })}
        >
          Delete
        </button>
      </div>
      {typed !== undefined ? (
        <div className="flex flex-col gap-2">
          <label htmlFor={`${id}text`} className="heading">
            Text of {section.title}; sentences that stay keep what stems from them
          </label>
          <textarea
            id={`${id}text`}
            className="field min-h-64 leading-7"
            autoFocus
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void save()
              if (e.key === 'Escape') setTyped(undefined)
            }}
          />
          {problem && (
            <div className="text-sm text-brick" role="alert">
              {problem}
              {conflict && <Theirs text={section.text} />}
            </div>
          )}
          <div className="flex gap-2">
            <button className="button" onClick={() => void save()}>
              Save the text
            </button>
            <button className="button" onClick={() => setTyped(undefined)}>
              Leave it as it was
            </button>
          </div>
        </div>
      ) : (
        blocks.map((block) => {
          const head = block[0]
          if (!head) return null
          if (head.break === 'heading')
            return (
              <h4 key={head.id} className="pt-1 font-semibold">
                {head.text}
              </h4>
            )
          return (
            <div key={head.id} className={head.break === 'entry' ? 'pl-4' : ''}>
              {block.map((s) => (
                <SentenceLine
                  key={s.id}
                  sentence={s}
                  read={reading.get(s.id)}
                  wanted={wanted}
                  chosen={chosen}
                  candidate={candidate}
                  selection={selection?.sentence === s.id ? selection : undefined}
                  onChoose={onChoose}
                  onSelect={onSelect}
                  onSelected={onSelected}
                />
              ))}
            </div>
          )
        })
      )}
    </section>
  )
}
