import { useEffect, useRef } from 'react'

import { type SelectionReply } from '../../core/api'
import { useStudio } from '../../core/state'

export type Selection = { sentence: string; words: string; reply?: SelectionReply }

// What words that were selected could become: a term, by the same digits as everywhere, or the
// statement that they say.
export function Selected({ selection, onDone }: { selection: Selection; onDone: () => void }) {
  const bar = useRef<HTMLDivElement>(null)
  const submit = useStudio((s) => s.submit)
  const { reply } = selection
  useEffect(() => bar.current?.focus(), [selection.words, selection.sentence])
  return (
    <div
      ref={bar}
      role="group"
      tabIndex={-1}
      aria-label={`What “${selection.words}” becomes`}
      className="my-1 flex flex-wrap items-center gap-1 border border-verdigris bg-paper p-2 text-sm"
    >
      {!reply && <span className="text-faint">Reading …</span>}
      {reply?.statements.map((s) => (
        <button
          key={s.text}
          className="button px-2!"
          onClick={() => {
            submit(s.changes, { said: `Added: ${s.text}.` })
            onDone()
          }}
        >
          Add <code className="font-mono">{s.text}</code>
        </button>
      ))}
      {reply?.name && <span className="px-1">{reply.name}:</span>}
      {reply?.kinds.map((k) => (
        <button
          key={k.kind}
          className="button px-2!"
          onClick={() => {
            submit(k.changes, { said: `${k.name} is there as ${k.title}.` })
            onDone()
          }}
        >
          <kbd className="pr-1 font-mono text-faint">{k.digit}</kbd>
          {k.title}
        </button>
      ))}
      {reply && reply.kinds.length === 0 && reply.statements.length === 0 && (
        <span className="text-faint">These words are too many for a term, and say no statement.</span>
      )}
      <button className="button px-2!" onClick={onDone}>
        Leave it
      </button>
    </div>
  )
}
