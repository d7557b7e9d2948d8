import { useEffect, useId, useState } from 'react'

import { type Change, type Id, newId, post } from '../core/api'
import { Dialog } from '../common/Dialog'
import { projectPath, useStudio } from '../core/state'
import { useFetched } from '../common/useFetched'

type Choice = { id: string; title: string }
type Offer = {
  kind: string
  title: string
  each?: boolean
  features?: Choice[]
  with?: Choice[]
  to?: Choice[]
  named?: boolean
  optional?: boolean
}
type Line = { added: boolean; of?: string; text: string }
type Reply = { changes: Change[]; lines: Line[]; problem?: string }

// A rework is chosen, and shown line by line, before it is done.
export function Rework({ id, name, onClose }: { id: Id; name: string; onClose: () => void }) {
  const { value } = useFetched<{ offers: Offer[] }>(projectPath(`reworks/${id}`), 0)
  const [kind, setKind] = useState<string>()
  const offer = value?.offers.find((o) => o.kind === kind) ?? value?.offers[0]
  return (
    <Dialog title={`Rework ${name}`} onClose={onClose} wide>
      {!value && <p className="text-faint">Looking what is possible …</p>}
      {value?.offers.length === 0 && <p>Nothing fits here. Give it features or relations first.</p>}
      {offer && (
        <div className="grid grid-cols-1 gap-6 md:grid-cols-[20rem_1fr]">
          <fieldset className="flex flex-col gap-1">
            <legend className="heading">What is to be done</legend>
            {value?.offers.map((o) => (
              <label key={o.kind} className={`flex items-baseline gap-2 px-2 py-1 ${o === offer ? 'bg-tint' : ''}`}>
                <input type="radio" name="rework" className="accent-verdigris" checked={o === offer} onChange={() => setKind(o.kind)} />
                {o.title}
              </label>
            ))}
          </fieldset>
          <Choosing key={offer.kind} id={id} offer={offer} onClose={onClose} />
        </div>
      )}
    </Dialog>
  )
}

// What has to be chosen for one rework, and what it would do.
function Choosing({ id, offer, onClose }: { id: Id; offer: Offer; onClose: () => void }) {
  const submit = useStudio((s) => s.submit)
  const tick = useStudio((s) => s.tick)
  const [features, setFeatures] = useState<string[]>(offer.each && offer.features?.[0] ? [offer.features[0].id] : [])
  const [other, setOther] = useState(offer.with?.[0]?.id ?? '')
  const [to, setTo] = useState(offer.to?.[0]?.id ?? '')
  const [name, setName] = useState('')
  const [seed] = useState(newId)
  const [reply, setReply] = useState<Reply>()
  const field = useId()
  const body = JSON.stringify({
    kind: offer.kind,
    subject: offer.each ? (features[0] ?? '') : id,
    features: offer.each ? [] : features,
    with: other,
    name: name.trim(),
    to,
    seed,
  })
  useEffect(() => {
    let stopped = false
    const timer = setTimeout(() => {
      post<Reply>(projectPath('previews/rework'), JSON.parse(body)).then(
        (r) => !stopped && setReply(r),
        (error: unknown) =>
          !stopped && setReply({ changes: [], lines: [], problem: error instanceof Error ? error.message : 'No answer.' }),
      )
    }, 150)
    return () => {
      stopped = true
      clearTimeout(timer)
    }
  }, [body, tick])
  const asked = (offer.features && features.length === 0) || (offer.named && !offer.optional && !name.trim())
  const pick = (one: string, on: boolean) => setFeatures(offer.each ? [one] : on ? [...features, one] : features.filter((f) => f !== one))
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault()
        if (reply && !reply.problem && reply.changes.length) submit(reply.changes, { said: `${offer.title}: done.`, done: onClose })
      }}
    >
      {offer.features && (
        <fieldset className="flex max-h-52 flex-col gap-1 overflow-y-auto">
          <legend className="heading">{offer.each ? 'Of which one' : 'Which of them'}</legend>
          {offer.features.map((f) => (
            <label key={f.id} className="flex items-baseline gap-2 font-mono text-sm">
              <input
                type={offer.each ? 'radio' : 'checkbox'}
                name="feature"
                className="accent-verdigris"
                checked={features.includes(f.id)}
                onChange={(e) => pick(f.id, e.target.checked)}
              />
              {f.title}
            </label>
          ))}
        </fieldset>
      )}
      {offer.with && (
        <label htmlFor={`${field}with`}>
          <span className="heading">
            {offer.kind === 'merge'
              ? 'Which one'
              : offer.kind === 'pull-up'
                ? 'Up to'
                : offer.kind === 'add-end'
                  ? 'Which one'
                  : 'What becomes the attribute'}
          </span>
          <select id={`${field}with`} className="field" value={other} onChange={(e) => setOther(e.target.value)}>
            {offer.with.map((w) => (
              <option key={w.id} value={w.id}>
                {w.title}
              </option>
            ))}
          </select>
        </label>
      )}
      {offer.to && (
        <fieldset className="flex flex-col gap-1">
          <legend className="heading">What is said then</legend>
          {offer.to.map((t) => (
            <label key={t.id} className="flex items-baseline gap-2">
              <input type="radio" name="to" className="accent-verdigris" checked={to === t.id} onChange={() => setTo(t.id)} />
              {t.title}
            </label>
          ))}
        </fieldset>
      )}
      {offer.named && (
        <label htmlFor={`${field}name`}>
          <span className="heading">{offer.optional ? 'Name, if not the usual one' : 'Name'}</span>
          <input id={`${field}name`} className="field" value={name} maxLength={200} onChange={(e) => setName(e.target.value)} />
        </label>
      )}
      <section aria-label="What this does" aria-live="polite">
        <h3 className="heading">What this does</h3>
        {asked && <p className="text-faint">{offer.features && features.length === 0 ? 'Choose first.' : 'Give it a name first.'}</p>}
        {!asked && reply?.problem && <p className="text-brick">{reply.problem}</p>}
        {!asked && reply && !reply.problem && (
          <ul className="max-h-64 overflow-y-auto font-mono text-sm leading-6">
            {reply.lines.map((l, i) => (
              <li key={i} className={l.added ? 'bg-tint' : 'text-faint line-through'}>
                <span aria-hidden="true">{l.added ? '+ ' : '− '}</span>
                <span className="sr-only">{l.added ? 'comes: ' : 'goes: '}</span>
                {l.of && <span className="font-semibold">{l.of}: </span>}
                {l.text}
              </li>
            ))}
          </ul>
        )}
      </section>
      <button className="button accent self-start" disabled={Boolean(asked) || !reply || Boolean(reply.problem)}>
        Do it
      </button>
    </form>
  )
}
