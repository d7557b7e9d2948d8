import { clsx } from 'clsx'
import { type BriefSentence, type Candidate, type Mark, type ReadSentence } from '../../core/api'
import { go } from '../../common/router'
import { showOn } from '../../common/showing'
import { useStudio } from '../../core/state'
import { Selected, type Selection } from './Selected'

// A sentence with its number, its marks, and what stems from it.
export function SentenceLine({
  sentence: s,
  read,
  wanted,
  chosen,
  candidate,
  selection,
  onChoose,
  onSelect,
  onSelected,
}: {
  sentence: BriefSentence
  read?: ReadSentence
  wanted: string
  chosen?: string
  candidate?: Candidate
  selection?: Selection
  onChoose: (key: string) => void
  onSelect: (sentence: string, words: string) => void
  onSelected: () => void
}) {
  const submit = useStudio((state) => state.submit)
  const overview = useStudio((state) => state.overview)
  const text = s.text
  const marks: Mark[] = read?.text === s.text ? read.marks : [{ text }]
  if (wanted && !text.toLowerCase().includes(wanted)) return null
  const covered = s.traces.length > 0
  const words = () => {
    const chosen = window.getSelection()
    const text = chosen?.toString().trim() ?? ''
    // A click is none, nor is what reaches into another sentence.
    if (!chosen || chosen.isCollapsed || !text || !s.text.includes(text)) return
    onSelect(s.id, text)
  }
  return (
    <div
      id={`sentence-${s.id}`}
      tabIndex={-1}
      className={clsx(
        'group grid focus:outline-2 focus:outline-verdigris grid-cols-[2.2rem_minmax(0,1fr)] gap-x-2 border-l-2 py-1 pl-2',
        s.cover === 'whole'
          ? 'border-verdigris'
          : covered
            ? 'border-dashed border-verdigris'
            : s.irrelevant
              ? 'border-rule'
              : 'border-ochre',
        candidate?.sentences.includes(s.id) && 'bg-tint',
      )}
    >
      <span
        className="pt-0.5 text-right text-sm text-faint"
        title={
          s.cover === 'whole'
            ? 'What it says is in the model'
            : covered
              ? 'Its things are in the model; what it says of them is not yet'
              : s.irrelevant
                ? 'Not relevant'
                : 'Nothing in the model stems from it yet'
        }
      >
        {s.number}
        {s.number > 0 && !s.irrelevant && (
          <button
            className="block w-full text-right text-xs text-verdigris underline opacity-0 group-hover:opacity-100 focus:opacity-100"
            aria-label={`Trace sentence ${s.number} everywhere`}
            onClick={() => go(`/p/${overview?.id}/trace/${s.id}`)}
          >
            trace
          </button>
        )}
      </span>
      <div>
        <p className={`leading-7 ${s.irrelevant ? 'text-faint' : ''}`} onMouseUp={words}>
          {marks.map((m, i) =>
            m.candidate ? (
              <span
                key={i}
                data-mark
                role="button"
                tabIndex={m.candidate === chosen ? 0 : -1}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return
                  onChoose(m.candidate ?? '')
                  e.preventDefault()
                }}
                className={clsx(
                  'cursor-pointer border-b-2 select-text',
                  m.candidate.startsWith('noun') ? 'border-verdigris/60' : 'border-dotted border-slate',
                  m.candidate === chosen && 'bg-verdigris/20 font-semibold',
                )}
                onClick={(e) => {
                  if (!window.getSelection()?.isCollapsed) return // words are being selected
                  onChoose(m.candidate ?? '')
                  e.currentTarget.focus()
                }}
              >
                {m.text}
              </span>
            ) : m.tell ? (
              <em key={i} className="border-b border-ochre not-italic" title={m.tell}>
                {m.text}
              </em>
            ) : (
              <span key={i}>{m.text}</span>
            ),
          )}
        </p>
        {selection && <Selected selection={selection} onDone={onSelected} />}
        {read?.text === s.text
          && read.proposals.map((p) => (
            <button key={p.text} className="button mt-1 mr-2 text-sm" onClick={() => submit(p.changes, { said: `Added: ${p.text}.` })}>
              Add <code className="font-mono">{p.text}</code>
            </button>
          ))}
        <p className="flex flex-wrap gap-x-3 text-sm">
          {s.traces.map((t) => (
            <span key={t.id} className="text-faint">
              {t.diagram ? (
                <button
                  className="text-left text-verdigris underline"
                  onClick={() => {
                    showOn(t.diagram, t.row)
                  }}
                >
                  {t.title}
                </button>
              ) : (
                t.title
              )}
              <button
                className="pl-1 text-faint opacity-0 group-hover:opacity-100 focus:opacity-100"
                aria-label={`Sentence ${s.number} has nothing to do with ${t.title}`}
                onClick={() => submit([{ type: 'delete', id: t.id }])}
              >
                ✕
              </button>
            </span>
          ))}
          {!covered && (
            <button
              className="text-verdigris underline"
              onClick={() => submit([{ type: 'setElement', id: s.id, set: { irrelevant: !s.irrelevant } }])}
            >
              {s.irrelevant ? 'It is relevant after all' : 'Not relevant'}
            </button>
          )}
        </p>
      </div>
    </div>
  )
}
