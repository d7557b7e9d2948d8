import { clsx } from 'clsx'
import { createContext, type ReactNode, useContext, useId } from 'react'

// Unfolded is the stage whose diagrams are listed: the one that one is in, or the one that was
// chosen last.
export const Unfolded = createContext<{ stage?: string; choose: (stage: string) => void }>({ choose: () => undefined })

export function Side({ title, figure, current, onOpen }: { title: string; figure: string; current: boolean; onOpen: () => void }) {
  return (
    <li>
      <button
        className={clsx(
          'flex w-full items-baseline justify-between py-0.5 pr-4 pl-8 text-left hover:bg-tint',
          current && 'bg-tint font-semibold',
        )}
        aria-current={current ? 'page' : undefined}
        onClick={onOpen}
      >
        <span>{title}</span>
        <span className="text-sm text-faint">{figure}</span>
      </button>
    </li>
  )
}

// Making is the line below the diagrams of a stage that makes one more.
export function Making({ title, onMake }: { title: string; onMake: () => void }) {
  return (
    <li>
      <button className="w-full py-0.5 pr-1 pl-8 text-left whitespace-nowrap text-verdigris hover:bg-tint" onClick={onMake}>
        {title}
      </button>
    </li>
  )
}

// A stage is one line with its figure. What is in it is listed while it is unfolded, and
// scrolls by itself where there is little room: no stage is pushed out of sight.
export function Stage(props: {
  title: string
  figure: string
  said?: string
  alert?: boolean
  current: boolean
  onOpen: () => void
  children?: ReactNode
}) {
  const { stage, choose } = useContext(Unfolded)
  const id = useId()
  const unfolded = props.children !== undefined && stage === props.title
  return (
    <section className={clsx('flex flex-col border-t border-rule py-px', unfolded ? 'min-h-14 shrink' : 'shrink-0')}>
      <button
        className={clsx(
          'flex w-full shrink-0 items-baseline justify-between px-4 py-0.75 text-left hover:bg-tint',
          props.current && 'text-verdigris',
        )}
        aria-current={props.current ? 'true' : undefined}
        aria-expanded={props.children === undefined ? undefined : unfolded}
        aria-controls={unfolded ? id : undefined}
        title={props.said}
        onClick={() => {
          choose(props.title)
          props.onOpen()
        }}
      >
        <span className="font-semibold">{props.title}</span>
        <span className={`text-sm ${props.alert ? 'font-semibold text-brick' : 'text-faint'}`}>{props.figure}</span>
      </button>
      {unfolded && (
        <div id={id} className="min-h-0 overflow-y-auto">
          {props.children}
        </div>
      )}
    </section>
  )
}
