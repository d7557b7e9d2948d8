import { clsx } from 'clsx'
import { type ReactNode } from 'react'

export function Side({ title, figure, current, onOpen }: { title: string; figure: string; current: boolean; onOpen: () => void }) {
  return (
    <li>
      <button
        className={clsx(
          'flex w-full items-baseline justify-between py-1 pr-4 pl-8 text-left hover:bg-tint',
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

export function Stage(props: {
  title: string
  figure: string
  said?: string
  alert?: boolean
  current: boolean
  onOpen: () => void
  children?: ReactNode
}) {
  return (
    <section className="border-t border-rule py-0.5">
      <button
        className={`flex w-full items-baseline justify-between px-4 py-1 text-left hover:bg-tint ${props.current ? 'text-verdigris' : ''}`}
        aria-current={props.current ? 'true' : undefined}
        title={props.said}
        onClick={props.onOpen}
      >
        <span className="font-semibold">{props.title}</span>
        <span className={`text-sm ${props.alert ? 'font-semibold text-brick' : 'text-faint'}`}>{props.figure}</span>
      </button>
      {props.children}
    </section>
  )
}
