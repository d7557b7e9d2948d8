import { useId, useRef, useState } from 'react'
import { newId } from '../../core/api'
import { ask } from '../../common/asking'
import { readText } from '../../common/readText'
import { useStudio } from '../../core/state'

// Paste or upload a text; headings of the first and second rank become sections.
export function NewSection({ first }: { first: boolean }) {
  const say = useStudio((s) => s.say)
  const [title, setTitle] = useState('')
  const [text, setText] = useState('')
  const seed = useRef(newId())
  const [open, setOpen] = useState(first)
  const id = useId()
  const add = async (body: string, name: string) => {
    const ok = await ask('previews/brief', { title: name, text: body, seed: seed.current }, { said: 'Added to the brief.' })
    if (!ok) return
    seed.current = newId()
    setText('')
    setTitle('')
    setOpen(false)
  }
  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > 30_000_000)
      return say(`${file.name} has ${Math.round(file.size / 1e6)} MB: a brief takes at most 1 MB in a section.`, 'error')
    const decoded = await readText(file)
    if (decoded === undefined) return say(`${file.name} holds characters that are not UTF-8. Save the text in UTF-8.`, 'error')
    await add(decoded, file.name.replace(/\.[^.]*$/, ''))
  }
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-4" aria-label="Add to the brief">
      {first && (
        <p className="text-faint">
          No brief yet. Paste the problem statement, or choose a text or Markdown file: its sentences are numbered, and what could become
          part of the model is marked in them.
        </p>
      )}
      <div className="flex gap-2">
        {!open && (
          <button className="button" onClick={() => setOpen(true)}>
            Add a section
          </button>
        )}
        <label className="button cursor-pointer focus-within:outline-2 focus-within:outline-verdigris" htmlFor={`${id}file`}>
          Choose a file …
          <input
            id={`${id}file`}
            type="file"
            accept=".txt,.md,.markdown,text/plain,text/markdown"
            className="sr-only"
            onChange={(e) => {
              void take(e.target.files?.[0])
              e.target.value = ''
            }}
          />
        </label>
      </div>
      {open && (
        <form
          className="flex flex-col gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            void add(text, title)
          }}
        >
          <input
            className="field"
            aria-label="Title of the section"
            placeholder="Title of the section"
            maxLength={200}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
          <textarea
            className="field min-h-40 leading-7"
            aria-label="Text of the section"
            placeholder="A beekeeper delivers a honey lot with a delivery note. The intake clerk weighs the lot …"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <button className="button self-start" disabled={!text.trim()}>
            Add to the brief
          </button>
        </form>
      )}
    </section>
  )
}
