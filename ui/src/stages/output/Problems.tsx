import { type Output } from '../../core/types'
import { tones, words } from '../../common/FindingList'
import { Leads } from '../../common/Leads'
import { useStudio } from '../../core/state'
import { mendedTogether } from './mendedTogether'

type Problem = Output['problems'][number]

const most = 30 // that are shown: the others are of the same sort

// What the rules of a target find in the model: what would be better mended before the output is taken.
export function Problems({ problems }: { problems: Problem[] }) {
  const submit = useStudio((s) => s.submit)
  if (problems.length === 0) return null
  const together = mendedTogether(problems)
  return (
    <section aria-label="Problems of this target" className="mt-4 border-t border-rule px-4 pt-2">
      <h3 className="heading">Better mended before</h3>
      {together.map((all) => (
        <button key={all.rule} className="button my-1 text-sm" onClick={() => submit(all.changes, { said: `${all.title}: done.` })}>
          {all.title}
        </button>
      ))}
      <ul className="list-disc pl-4 text-sm">
        {problems.slice(0, most).map((p, i) => (
          <li key={i} title={p.rule}>
            <strong className={tones[p.severity as keyof typeof tones]}>{words[p.severity as keyof typeof words]}</strong> {p.message}
            {p.from && (
              <div>
                <Leads origin={p.from} />
              </div>
            )}
            {p.mends?.map((m) => (
              <button
                key={m.title}
                className="button my-1 text-left text-sm"
                onClick={() => submit(m.changes, { said: `${m.title}: done.` })}
              >
                {m.title}
              </button>
            ))}
          </li>
        ))}
      </ul>
      {problems.length > most && <p className="text-sm text-faint">and {problems.length - most} more of the kind.</p>}
    </section>
  )
}
