import { type Loose } from '../../core/api'
import { count } from '../../common/count'

// Names that stand on flows or in the activity table and have no entry yet: one click makes them
// terms, which can be defined, renamed everywhere and merged.
export function LooseNames({ names, onTake }: { names: Loose[]; onTake: (name: string) => void }) {
  return (
    <section className="pt-4" aria-label="Names without an entry">
      <h3 className="heading">Names without an entry</h3>
      <p className="text-sm text-faint">
        They stand on data flows or in the activity table. As terms they can be defined, renamed everywhere and merged.
      </p>
      <div className="flex flex-wrap gap-1 pt-1">
        {names.slice(0, 200).map((n) => (
          <button
            key={n.name}
            className="button px-2! text-sm"
            title={`in ${count(n.count, 'place', 'places')}`}
            onClick={() => onTake(n.name)}
          >
            {n.name} <span className="text-faint">{n.count}×</span>
          </button>
        ))}
      </div>
    </section>
  )
}
