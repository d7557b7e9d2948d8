import { useState } from 'react'
import { type Term, type TermUses } from '../../core/api'
import { ask } from '../../common/asking'
import { FindingsOf } from '../../common/FindingList'
import { Kept, Part } from '../../common/Kept'
import { go } from '../../common/router'
import { showOn } from '../../common/showing'
import { projectPath, useStudio } from '../../core/state'
import { useFetched } from '../../common/useFetched'
import { Renaming } from './Renaming'

export function TermEntry({ id, terms, onChoose }: { id: string; terms: Term[]; onChoose: (id: string) => void }) {
  const tick = useStudio((s) => s.tick)
  const overview = useStudio((s) => s.overview)
  const { submit } = useStudio.getState()
  const { value: uses } = useFetched<TermUses>(projectPath(`terms/${id}`), tick)
  const [merging, setMerging] = useState('')
  if (!uses) return <p className="text-faint">Looking it up …</p>
  const { term } = uses
  const into = terms.find((t) => t.id === merging)
  return (
    <div className="flex flex-col gap-3">
      <h3 className="text-lg font-semibold break-words">{term.name}</h3>
      <Renaming term={term} />
      <Kept label="Definition" value={term.definition} rows={3} change={(definition) => ({ type: 'setTerm', id, set: { definition } })} />
      <Kept
        label="Also called, by commas"
        value={(term.aliases ?? []).join(', ')}
        max={2000}
        change={(text) => ({ type: 'setTerm', id, set: { aliases: list(text) } })}
      />
      <Kept
        label="Not to be called, by commas"
        value={uses.rejected.join(', ')}
        max={2000}
        change={(text) => ({ type: 'setTerm', id, set: { rejected: list(text) } })}
      />
      <Kept label="Plural, where it is irregular" value={uses.plural} change={(plural) => ({ type: 'setTerm', id, set: { plural } })} />
      <Part title="Appears as">
        {term.faces.length === 0 && <p className="text-sm text-faint">none</p>}
        <ul className="text-sm">
          {term.faces.map((f) => (
            <li key={f.id} className="flex flex-wrap items-baseline gap-x-3">
              <button
                className="text-left text-verdigris underline"
                disabled={!f.diagrams[0]}
                onClick={() => {
                  const to = f.diagrams[0]
                  showOn(to, f.id)
                }}
              >
                {f.kind} {f.name}
              </button>
              <button
                className="text-verdigris underline"
                aria-label={`Trace ${f.kind} ${f.name}`}
                onClick={() => go(`/p/${overview?.id}/trace/${f.id}`)}
              >
                trace
              </button>
              {term.faces.length > 1 && (
                <button
                  className="text-verdigris underline"
                  aria-label={`${f.kind} ${f.name} is another term`}
                  onClick={() => submit([{ type: 'setFace', id: f.id }], { said: `${f.kind} ${f.name} is a term of its own now.` })}
                >
                  is another term
                </button>
              )}
            </li>
          ))}
        </ul>
      </Part>
      {uses.uses.some((u) => u.what !== 'face') && (
        <Part title="Used in">
          <ul className="text-sm">
            {uses.uses
              .filter((u) => u.what !== 'face')
              .map((u, i) => (
                <li key={i}>{u.title}</li>
              ))}
          </ul>
        </Part>
      )}
      {uses.sentences.length > 0 && (
        <Part title="In the brief">
          <ul className="text-sm">
            {uses.sentences.map((s) => (
              <li key={s.id}>
                <span className="text-faint">{s.number}</span> {s.text}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <FindingsOf ids={uses.term.faces.map((f) => f.id)} small />
      <Part title="The same as another term">
        <div className="flex gap-2">
          <select className="field" aria-label="Merge into" value={merging} onChange={(e) => setMerging(e.target.value)}>
            <option value="">choose the term that stays</option>
            {terms
              .filter((t) => t.id !== id)
              .map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
          </select>
          <button
            className="button"
            disabled={!into}
            onClick={() =>
              into
              && void ask(
                'previews/merge',
                { from: id, into: into.id },
                { said: `${term.name} is an alias of ${into.name} now.`, done: () => onChoose(into.id) },
              )
            }
          >
            Merge
          </button>
        </div>
      </Part>
      {term.faces.length === 0 && (
        <button
          className="button self-start text-brick"
          onClick={() => submit([{ type: 'delete', id }], { said: `Deleted the term ${term.name}.` })}
        >
          Delete the term
        </button>
      )}
    </div>
  )
}

const list = (text: string) =>
  text
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean)
