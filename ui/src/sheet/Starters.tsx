import { newId } from '../core/api'
import { ask } from '../common/asking'
import { Dialog } from '../common/Dialog'
import { projectPath } from '../core/state'
import { useFetched } from '../common/useFetched'

type Starter = { key: string; title: string; about: string; text: string }

// General class models to begin from. What is inserted is adapted afterwards.
export function Starters({ diagram, onInsert, onClose }: { diagram: string; onInsert: () => void; onClose: () => void }) {
  const { value, error } = useFetched<Starter[]>(projectPath('starters'), 0)
  return (
    <Dialog title="Begin with a typical model" onClose={onClose}>
      <p className="mb-3 text-faint">
        It is inserted into this diagram, below what is there. Classes that you have already under one of its names are used as they are.
      </p>
      {error && <p className="text-brick">{error}</p>}
      <ul className="flex flex-col gap-4">
        {value?.map((s) => (
          <li key={s.key}>
            <h3 className="font-semibold">{s.title}</h3>
            <p>{s.about}</p>
            <details className="my-1 text-sm">
              <summary className="cursor-pointer text-verdigris">As text</summary>
              <pre className="max-h-52 overflow-y-auto bg-paper p-2 font-mono leading-5">{s.text}</pre>
            </details>
            <button
              className="button"
              aria-label={`Insert ${s.title}`}
              onClick={() => {
                onInsert()
                onClose()
                void ask('previews/starter', { starter: s.key, diagram, seed: newId() }, { said: `Inserted: ${s.title}.` })
              }}
            >
              Insert
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
