import { fold, type FoldedSide } from './folds'

// What is left of a side that is folded: a strip with the way back.
export function Strip({ side }: { side: FoldedSide }) {
  return (
    <button
      className="flex h-full w-full items-start justify-center pt-3 text-faint hover:bg-tint hover:text-verdigris"
      aria-label={`Unfold the ${side}`}
      title={`Unfold the ${side} (Alt+${side === 'path' ? ',' : '.'})`}
      onClick={() => fold(side, false)}
    >
      <span aria-hidden="true">{side === 'path' ? '»' : '«'}</span>
    </button>
  )
}

// The button that folds a side.
export function FoldButton({ side }: { side: FoldedSide }) {
  return (
    <button
      className="px-1 text-faint hover:text-verdigris"
      aria-label={`Fold the ${side}`}
      title={`Fold the ${side} (Alt+${side === 'path' ? ',' : '.'})`}
      onClick={() => fold(side, true)}
    >
      <span aria-hidden="true">{side === 'path' ? '«' : '»'}</span>
    </button>
  )
}
