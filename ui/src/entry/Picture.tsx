import { useId } from 'react'
import { type Entry } from '../core/api'
import { projectPath, useStudio } from '../core/state'

// A small picture on the element: a PNG file, which the server checks.
export function Picture({ entry }: { entry: Entry }) {
  const { submit, say } = useStudio.getState()
  const id = useId()
  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > 3_000_000) return say('The picture is too large: a small PNG file is expected.', 'error')
    const url = await new Promise<string>((resolve, reject) => {
      const reader = new FileReader()
      reader.onload = () => resolve(String(reader.result))
      reader.onerror = () => reject(new Error('The file cannot be read.'))
      reader.readAsDataURL(file)
    })
    submit([{ type: 'setPicture', id: entry.id, png: url.slice(url.indexOf(',') + 1) }])
  }
  return (
    <div className="flex items-center gap-3 text-sm">
      {entry.picture && (
        <img src={projectPath(`pictures/${entry.picture}`)} alt={`Picture of ${entry.name}`} className="size-8 object-contain" />
      )}
      <label htmlFor={id} className="button cursor-pointer focus-within:outline-2 focus-within:outline-verdigris">
        {entry.picture ? 'Another picture' : 'Choose a picture …'}
        <input
          id={id}
          type="file"
          accept="image/png"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0]).catch(() => say('The file cannot be read.', 'error'))
            e.target.value = ''
          }}
        />
      </label>
      {entry.picture && (
        <button className="button" onClick={() => submit([{ type: 'setPicture', id: entry.id }])}>
          No picture
        </button>
      )}
    </div>
  )
}
