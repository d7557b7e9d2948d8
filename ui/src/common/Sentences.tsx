import { type Relation, type Sentence } from '../core/api'
import { useStudio } from '../core/state'

// SentenceText shows a sentence as it is read.
export function SentenceText({ sentence }: { sentence: Sentence }) {
  return (
    <>
      {sentence.map((s, i) => (
        <span key={i} className={s.end ? 'font-semibold' : ''}>
          {s.text}
        </span>
      ))}
    </>
  )
}

// RelationSentences reads a relation back, both ways. Each multiplicity is a
// choice in place.
export function RelationSentences({ relation }: { relation: Relation }) {
  const submit = useStudio((s) => s.submit)
  return (
    <>
      {relation.sentences.map((sentence, i) => (
        <p key={i}>
          {sentence.map((segment, j) => {
            const end = segment.end ? relation.ends?.find((e) => e.id === segment.end) : undefined
            if (!end) return <span key={j}>{segment.text}</span>
            return (
              <select
                key={j}
                className="rounded-[3px] border border-rule bg-sheet px-1 font-semibold text-verdigris"
                aria-label={`How many ${end.element}`}
                value={end.multiplicity}
                onChange={(e) => submit([{ type: 'setEnd', id: end.id, set: { multiplicity: e.target.value } }])}
              >
                {end.multiplicity === '' && <option value="">(not stated)</option>}
                {end.choices.map((c) => (
                  <option key={c.value} value={c.value}>
                    {c.words}
                  </option>
                ))}
              </select>
            )
          })}
        </p>
      ))}
    </>
  )
}
