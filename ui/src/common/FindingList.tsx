import { type Finding, type Id, type Mend, type Severity } from '../core/api'
import { Part } from './Kept'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from './useFetched'
import { byCause } from './byCause'
import { useFindings } from './useFindings'
import { type Place } from './useLong'

export const tones: Record<Severity, string> = {
  error: 'text-brick',
  warning: 'text-ochre',
  advice: 'text-slate',
  question: 'text-verdigris',
}
export const words: Record<Severity, string> = { error: 'Error', warning: 'Warning', advice: 'Advice', question: 'Question' }

// The ways out of a finding. They are tried by the server, once for as long as the facts of the
// finding stay the same.
function Mends({ finding }: { finding: Finding }) {
  const submit = useStudio((s) => s.submit)
  const { value } = useFetched<Mend[]>(
    finding.mendable ? projectPath(`findings/mends?finding=${encodeURIComponent(finding.id)}`) : undefined,
    finding.basis,
  )
  return value?.map((m) => (
    <button key={m.title} className="button text-sm" onClick={() => submit(m.changes, { said: `${m.title}: done.` })}>
      {m.title}
    </button>
  ))
}

// One finding: what, why, the ways out, and below it what follows from it.
export function FindingItem(props: { finding: Finding; following?: Finding[]; place?: Place; onShow?: () => void }) {
  const { finding, following, place, onShow } = props
  const fresh = useStudio((s) => s.lastAppeared.includes(finding.id))
  return (
    <li {...place} className={`border-l-2 py-1 pl-3 ${fresh ? 'border-verdigris' : 'border-rule'}`}>
      <p>
        <strong className={tones[finding.severity]}>{words[finding.severity]}</strong> {finding.message}
      </p>
      <details className="text-sm">
        <summary className="cursor-pointer text-faint">Why? {finding.title}</summary>
        <p>{finding.why}</p>
        <p className="font-mono text-xs text-faint">{finding.rule}</p>
      </details>
      <div className="flex flex-wrap gap-2 pt-1">
        {onShow && (
          <button className="button text-sm" onClick={onShow}>
            Show
          </button>
        )}
        <Mends finding={finding} />
      </div>
      {following && following.length > 0 && (
        <div className="pt-1 text-sm">
          <p className="text-faint">What follows from it:</p>
          <ul className="pl-3">
            {following.map((f) => (
              <li key={f.id}>
                <strong className={tones[f.severity]}>{words[f.severity]}</strong> {f.message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </li>
  )
}

// The findings about some rows, where there are any.
export function FindingsOf({ ids, small }: { ids: Id[]; small?: boolean }) {
  const { findings } = useFindings(ids)
  if (!findings?.length) return null
  return (
    <Part title="Findings">
      <ul className={`flex flex-col gap-2 ${small ? 'text-sm' : ''}`}>
        {byCause(findings).map(({ finding, following }) => (
          <FindingItem key={finding.id} finding={finding} following={following} />
        ))}
      </ul>
    </Part>
  )
}
