import { Dialog } from '../common/Dialog'
import { go } from '../common/router'
import { useStudio } from '../core/state'

// What could not be done, with what it said. It can be done again on what is there now,
// changed where it was typed, or dropped.
export function Refusals({ onClose }: { onClose: () => void }) {
  const refused = useStudio((s) => s.refused)
  const overview = useStudio((s) => s.overview)
  const { sendAgain, giveUp, edit } = useStudio.getState()
  return (
    <Dialog title="What could not be done" onClose={onClose}>
      <p className="pb-3 text-faint">Nothing of it is in the project. Do it again on what is there now, or leave it.</p>
      <ul className="flex flex-col gap-3">
        {refused.map((r) => {
          const { place, summary, clientId } = r.step
          const { conflict, detail } = r.problem
          return (
            <li key={clientId} className="border-b border-rule pb-3" aria-label={summary}>
              <h3 className="font-semibold">{summary}</h3>
              <p className="text-sm">{detail}</p>
              {(place?.text || conflict) && (
                <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 pt-1 text-sm">
                  <dt className="text-faint">Yours</dt>
                  <dd className="break-words whitespace-pre-wrap">{place?.text ?? conflict?.yours}</dd>
                  {conflict && (
                    <>
                      <dt className="text-faint">{conflict.who || 'Theirs'}</dt>
                      <dd className="break-words whitespace-pre-wrap">{conflict.theirs}</dd>
                    </>
                  )}
                </dl>
              )}
              <div className="flex gap-2 pt-2">
                <button className="button text-sm" onClick={() => sendAgain(r)}>
                  Do it again
                </button>
                {place?.slot && place.diagram && (
                  <button
                    className="button text-sm"
                    onClick={() => {
                      onClose()
                      go(`/p/${overview?.id}/d/${place.diagram}`)
                      edit({ slot: place.slot ?? '', value: place.text, refused: clientId })
                    }}
                  >
                    Edit it
                  </button>
                )}
                <button className="button text-sm text-brick" onClick={() => giveUp(clientId)}>
                  Drop it
                </button>
              </div>
            </li>
          )
        })}
      </ul>
    </Dialog>
  )
}
