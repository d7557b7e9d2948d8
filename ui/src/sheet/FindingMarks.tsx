import { type Severity } from '../core/api'
import { words } from '../common/FindingList'
import { type Mark } from './findingMarks'

// The marks of findings on the drawing: of one size whatever the zoom, their form and colour by
// severity. Pressed, they say what is found.
export function FindingMarks({ marks, zoom, onOpen }: { marks: Mark[]; zoom: number; onOpen: (mark: Mark) => void }) {
  return (
    <g className="finding-marks">
      {marks.map((mark) => (
        <g
          key={mark.group.id}
          transform={`translate(${mark.at.x} ${mark.at.y}) scale(${1 / zoom})`}
          className={`finding-mark ${mark.severity}`}
          role="button"
          aria-label={`${mark.findings.length > 1 ? `${mark.findings.length} findings` : words[mark.severity]} at ${mark.group.title}`}
          onPointerDown={(e) => e.stopPropagation()}
          onClick={() => onOpen(mark)}
        >
          <title>{mark.findings.map((f) => f.message).join('\n')}</title>
          <path d={forms[mark.severity]} />
          <text y="3.5">{signs[mark.severity]}</text>
        </g>
      ))}
    </g>
  )
}

const forms: Record<Severity, string> = {
  error: 'M-7 -7H7V7H-7z',
  warning: 'M0 -9L9 7H-9z',
  advice: 'M-7 0a7 7 0 1 0 14 0a7 7 0 1 0 -14 0',
  question: 'M0 -8.5L8.5 0L0 8.5L-8.5 0z',
}

const signs: Record<Severity, string> = { error: '!', warning: '!', advice: 'i', question: '?' }
