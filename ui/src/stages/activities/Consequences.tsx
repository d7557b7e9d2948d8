import { clsx } from 'clsx'
import { useState } from 'react'

import { type Activity, newId, type Party, type Table } from '../../core/api'
import { ask } from '../../common/asking'
import { TraceButton } from '../../common/TraceButton'
import { showOn } from '../../common/showing'
import { useStudio } from '../../core/state'

// A person may put somebody on the other side, with a reason.
function PutSide({ party, onPut }: { party: Party; onPut: (side: string, reason: string) => void }) {
  const [reason, setReason] = useState<string>()
  const side = party.side === 'inside' ? 'outside' : 'inside'
  if (reason === undefined)
    return (
      <button className="text-verdigris underline" aria-label={`Put it ${side} …: ${party.name}`} onClick={() => setReason('')}>
        Put it {side} …
      </button>
    )
  return (
    <form
      className="flex gap-1 pt-1"
      onSubmit={(e) => {
        e.preventDefault()
        onPut(side, reason.trim())
      }}
    >
      <input
        className="field"
        aria-label={`Why is ${party.name} ${side}?`}
        placeholder={`Why ${side}?`}
        value={reason}
        maxLength={500}
        autoFocus
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => e.key === 'Escape' && setReason(undefined)}
      />
      <button className="button px-2!">Put</button>
    </form>
  )
}

// What follows from the table: for a row its flows, else who is in and who is out.
export function Consequences({ table, row }: { table: Table; row?: Activity }) {
  const submit = useStudio((s) => s.submit)
  const facts = row ? table.facts.filter((f) => f.rows.includes(row.id)) : []
  function put(name: string, side: string, reason: string) {
    submit([{ type: 'decidePerformer', name, reason, inside: side === 'inside', byRule: side === '' }])
  }
  return (
    <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-rule bg-paper p-4" aria-label="What follows from it">
      {row && (
        <section aria-label="This row" className="flex flex-col gap-2 text-sm">
          <h3 className="text-base font-semibold">
            {row.performer || 'Nobody'}: {row.name || 'no activity'}
          </h3>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-verdigris"
              checked={row.timed}
              onChange={(e) => void ask('previews/activity', { id: row.id, timed: e.target.checked, seed: newId() })}
            />
            It is due in time
          </label>
          {row.questions.map((q) => (
            <p key={q} className="text-verdigris">
              ? {q}: from whom, or to whom?
            </p>
          ))}
          <ul className="flex flex-col gap-2">
            {facts.map((f, i) => (
              <li
                key={i}
                className={clsx(
                  'border-l-2 pl-2',
                  f.verdict === 'error'
                    ? 'border-brick'
                    : f.verdict === 'outOfScope'
                      ? 'border-rule'
                      : f.covered
                        ? 'border-verdigris'
                        : 'border-ochre',
                )}
              >
                {f.data}: {f.from} → {f.to}
                <span className="block text-faint">
                  {f.why}
                  {f.verdict !== 'outOfScope' && f.verdict !== 'error' && !f.covered && ' No flow shows it yet.'}
                </span>
              </li>
            ))}
          </ul>
          {row.shown.length > 0 && (
            <>
              <h4 className="heading">Flows that show it</h4>
              <ul className="flex flex-col gap-1">
                {row.shown.map((s) => (
                  <li key={s.id}>
                    <button
                      className="text-left text-verdigris underline"
                      disabled={!s.diagram}
                      onClick={() => {
                        showOn(s.diagram, s.id)
                      }}
                    >
                      {s.title}
                    </button>{' '}
                    <span className="text-faint">{s.where}</span>
                  </li>
                ))}
              </ul>
            </>
          )}
          <TraceButton id={row.id} />
        </section>
      )}
      <section aria-label="Inside and outside" className="flex flex-col gap-2 text-sm">
        <h3 className="text-base font-semibold">Inside and outside</h3>
        {table.parties.length === 0 && (
          <p className="text-faint">
            Whoever has an activity that processes information is inside; the others are outside; brackets mark stores. It follows from the
            table by itself.
          </p>
        )}
        <ul className="flex flex-col gap-2">
          {table.parties.map((p) => (
            <li key={p.name}>
              <span className="font-semibold">{p.name}</span> <span className="text-faint">{p.side}</span>
              <span className="block text-faint">{p.why}</span>
              {p.rows > 0
                && p.side !== 'store'
                && (p.forced ? (
                  <button className="text-verdigris underline" onClick={() => put(p.name, '', '')}>
                    As the table says
                  </button>
                ) : (
                  <PutSide party={p} onPut={(side, reason) => put(p.name, side, reason)} />
                ))}
            </li>
          ))}
        </ul>
      </section>
    </aside>
  )
}
