import { type ReactNode } from 'react'

export function Plain({ children }: { children: ReactNode }) {
  return <ul className="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto p-4">{children}</ul>
}
