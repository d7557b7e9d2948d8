import { useSyncExternalStore } from 'react'

// Addresses: / lists the projects; /p/ID[/d/DIAGRAM | /STAGE | /trace/ELEMENT]. A sheet
// is the stage "sheet"; the others have pages of their own.

export const pages = [
  'brief',
  'activities',
  'dictionary',
  'events',
  'use-cases',
  'components',
  'matrix',
  'trace',
  'lexicon',
  'findings',
  'output',
] as const
export type Page = (typeof pages)[number]
export type Route = { project?: string; stage: 'sheet' | Page; diagram?: string; subject?: string }

const listeners = new Set<() => void>()

function subscribe(listener: () => void) {
  listeners.add(listener)
  window.addEventListener('popstate', listener)
  return () => {
    listeners.delete(listener)
    window.removeEventListener('popstate', listener)
  }
}

export function go(path: string, replace = false) {
  if (path === location.pathname + location.search) return
  history[replace ? 'replaceState' : 'pushState'](null, '', path)
  listeners.forEach((listener) => listener())
}

// An address that was cut in the middle of a character stays as it is: nothing is found by it.
function decoded(part: string): string {
  try {
    return decodeURIComponent(part)
  } catch {
    return part
  }
}

// routeOf reads the path of an address.
export function routeOf(path: string): Route {
  const [p, project, stage, diagram] = path.split('/').slice(1).map(decoded)
  if (p !== 'p' || !project) return { stage: 'sheet' }
  const page = pages.find((known) => known === stage)
  if (page) return { project, stage: page, subject: page === 'trace' ? diagram : undefined }
  return { project, stage: 'sheet', diagram: stage === 'd' ? diagram : undefined }
}

export const useRoute = (): Route => routeOf(useSyncExternalStore(subscribe, () => location.pathname))
