import { useStudio } from '../core/state'
import { Part } from './Kept'
import { go } from './router'

type Source = { traces: { id: string; number: number; text: string }[]; rows: { id: string; title: string }[] }

// StemsFrom leads to the sentences and activities that something stems from.
export function StemsFrom({ traces, rows }: Source) {
  const project = useStudio((s) => s.overview?.id)
  if (traces.length + rows.length === 0) return null
  return (
    <Part title="Stems from">
      <ul className="flex flex-col gap-1 text-sm">
        {traces.map((t) => (
          <li key={t.id}>
            <button className="text-left text-verdigris underline" onClick={() => go(`/p/${project}/brief?sentence=${t.id}`)}>
              Sentence {t.number}
            </button>{' '}
            {t.text}
          </li>
        ))}
        {rows.map((r) => (
          <li key={r.id}>
            <button className="text-left text-verdigris underline" onClick={() => go(`/p/${project}/activities?row=${r.id}`)}>
              Activity
            </button>{' '}
            {r.title}
          </li>
        ))}
      </ul>
    </Part>
  )
}
