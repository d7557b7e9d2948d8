import { type ReactNode } from 'react'

// What is seldom needed is folded: its title says how much there is.
export function Folded({ title, open, children }: { title: string; open?: boolean; children: ReactNode }) {
  return (
    <details open={open}>
      <summary className="heading cursor-pointer">{title}</summary>
      <div className="flex flex-col gap-1 pt-1">{children}</div>
    </details>
  )
}
