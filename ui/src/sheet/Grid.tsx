import { type Rect } from '../core/api'

export function Grid({ bounds }: { bounds: Rect }) {
  return (
    <g aria-hidden="true" className="grid-lines">
      <defs>
        <pattern id="grid" width={20} height={20} patternUnits="userSpaceOnUse">
          <path d="M20 0H0V20" />
        </pattern>
      </defs>
      <rect x={bounds.x} y={bounds.y} width={bounds.w} height={bounds.h} fill="url(#grid)" />
    </g>
  )
}
