import { type FormEvent, useState } from 'react'

import { type Brief } from '../../core/api'
import { useStudio } from '../../core/state'

// Words of the brief that are no candidate: typed here, or selected in the text.
export function OtherWords({ brief, onWords }: { brief: Brief; onWords: (sentence: string, words: string) => void }) {
  const [words, setWords] = useState('')
  const find = (event: FormEvent) => {
    event.preventDefault()
    const wanted = words.trim().toLowerCase()
    if (!wanted) return
    const found = brief.sections.flatMap((s) => s.sentences).find((s) => s.number > 0 && s.text.toLowerCase().includes(wanted))
    if (!found) return useStudio.getState().say(`The brief does not say “${words.trim()}”.`)
    setWords('')
    onWords(found.id, words.trim())
  }
  return (
    <form className="px-3 pt-2" onSubmit={find}>
      <input
        className="field text-sm"
        aria-label="Other words of the brief"
        placeholder="Other words: type, or select them"
        maxLength={300}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
    </form>
  )
}
