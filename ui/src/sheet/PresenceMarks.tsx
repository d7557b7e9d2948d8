import { type Group } from '../core/api'
import { useStudio } from '../core/state'

// Where others are: their name at what they have selected.
export function PresenceMarks({ diagram, groups, zoom }: { diagram: string; groups: Group[]; zoom: number }) {
  const others = useStudio((s) => s.others)
  const here = others.filter((p) => p.diagram === diagram && p.subject)
  return (
    <g aria-hidden="true" className="presence">
      {here.map((p) => {
        const box = groups.find((g) => g.subject === p.subject)?.box
        if (!box) return null
        const size = 12 / zoom
        return (
          <g key={p.mark}>
            <rect x={box.x - 3 / zoom} y={box.y - 3 / zoom} width={box.w + 6 / zoom} height={box.h + 6 / zoom} strokeWidth={1.5 / zoom} />
            <text x={box.x} y={box.y - 6 / zoom} fontSize={size}>
              {p.name}
            </text>
          </g>
        )
      })}
    </g>
  )
}
