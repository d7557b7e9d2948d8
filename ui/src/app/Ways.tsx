import { type ReactNode } from 'react'

import { type ProjectInfo } from '../core/api'
import { go } from '../common/router'

// What a new project begins with.
export type Way = 'text' | 'model' | 'sheet'

// The ways to begin, each a sentence with a small picture.
export function Ways(props: { demo?: ProjectInfo; onBegin: (way: Way) => void; onFile: () => void }) {
  const { demo } = props
  return (
    <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
      <WayButton
        title="Begin with a text"
        says="that says what is wanted; find classes and activities in it."
        onClick={() => props.onBegin('text')}
      >
        <path d="M6 6h28M6 12h36M6 18h22M6 24h32" />
        <path className="stroke-verdigris" strokeWidth="3" d="M6 18h10M24 12h8" />
      </WayButton>
      <WayButton title="Begin with a typical model" says="such as orders or bookings, and adapt it." onClick={() => props.onBegin('model')}>
        <path d="M4 4h14v10H4zM30 4h14v10H30zM17 20h14v9H17zM18 9h12M11 14v10h6M37 14v10h-6" />
      </WayButton>
      <WayButton title="Begin with an empty sheet" says="and draw classes by hand or by sentences." onClick={() => props.onBegin('sheet')}>
        <path d="M8 3h32v27H8z" />
        <path className="stroke-verdigris" d="M16 11h16v11H16zM16 15h16" />
      </WayButton>
      <WayButton title="Open a model file" says="that was exported here before, or by somebody else." onClick={props.onFile}>
        <path d="M12 3h16l8 8v19H12zM28 3v8h8M24 25v-9m-4 4l4-4l4 4" />
      </WayButton>
      {demo && (
        <WayButton title="Look around in the demo" says={`${demo.name}, modelled from end to end.`} onClick={() => go(`/p/${demo.id}`)}>
          <path d="M4 16c8-12 32-12 40 0c-8 12-32 12-40 0z" />
          <circle cx="24" cy="16" r="5" className="stroke-verdigris" />
        </WayButton>
      )}
    </div>
  )
}

function WayButton(props: { title: string; says: string; onClick: () => void; children: ReactNode }) {
  return (
    <button className="flex flex-col gap-1 border border-rule bg-sheet p-3 text-left hover:border-verdigris" onClick={props.onClick}>
      <svg width="48" height="33" viewBox="0 0 48 33" fill="none" className="stroke-ink" strokeWidth="1.4" aria-hidden="true">
        {props.children}
      </svg>
      <span className="font-semibold">{props.title}</span>
      <span className="text-sm text-faint">{props.says}</span>
    </button>
  )
}
