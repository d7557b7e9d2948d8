import { type DerivedTable } from '../core/types'
import { showOn } from './showing'

type Origin = DerivedTable['from']

// What something was made from, as a way to where it is drawn.
export function Leads({ origin }: { origin: Origin }) {
  if (!origin.title) return null
  return origin.at ? (
    <button className="text-left text-verdigris underline" onClick={() => showOn(origin.at, origin.select)}>
      {origin.title}
    </button>
  ) : (
    <span>{origin.title}</span>
  )
}
