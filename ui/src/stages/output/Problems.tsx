import { type Output } from '../../core/types'
import { tones, words } from '../../common/FindingList'
import { Leads } from '../../common/Leads'

const most = 30 // that are shown: the others are of the same sort

// What the rules of a target find in the model: what would be better mended before the output is taken.
export function Problems({ problems }: { problems: Output['problems'] }) {
  if (problems.length === 0) return null
  return (
    <section aria-label="Problems of this target" className="mt-4 border-t border-rule px-4 pt-2">
      <h3 className="heading">Better mended before</h3>
      <ul className="list-disc pl-4 text-sm">
        {problems.slice(0, most).map((p, i) => (
          <li key={i} title={p.rule}>
            <strong className={tones[p.severity as keyof typeof tones]}>{words[p.severity as keyof typeof words]}</strong> {p.message}
            {p.from && (
              <div>
                <Leads origin={p.from} />
              </div>
            )}
          </li>
        ))}
      </ul>
      {problems.length > most && <p className="text-sm text-faint">and {problems.length - most} more of the kind.</p>}
    </section>
  )
}
