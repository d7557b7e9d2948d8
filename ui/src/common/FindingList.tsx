import { type Finding, type Id, type Severity } from '../core/api'
import { Part } from './Kept'
import { useStudio } from '../core/state'
import { useFindings } from './useFindings'
import { type Place } from './useLong'

const tones: Record<Severity, string> = { error: 'text-brick', warning: 'text-ochre', advice: 'text-slate', question: 'text-verdigris' }
const words: Record<Severity, string> = { error: 'Error', warning: 'Warning', advice: 'Advice', question: 'Question' }

// One finding: what, why, and the ways out.
export function FindingItem({ finding, place, onShow }: { finding: Finding; place?: Place; onShow?: () => void }) {
  const submit = useStudio((s) => s.submit)
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
        {finding.mends.map((m) => (
          <button key={m.title} className="button text-sm" onClick={() => submit(m.changes, { said: `${m.title}: done.` })}>
            {m.title}
          </button>
        ))}
      </div>
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
        {findings.map((f) => (
          <FindingItem key={f.id} finding={f} />
        ))}
      </ul>
    </Part>
  )
}
