import { useSyncExternalStore } from 'react'

// Addresses: / lists the projects; /p/ID[/d/DIAGRAM | /findings | /output].

export type Route = { project?: string; stage: 'classes' | 'findings' | 'output'; diagram?: string }

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
  if (path === location.pathname) return
  history[replace ? 'replaceState' : 'pushState'](null, '', path)
  listeners.forEach((listener) => listener())
}

export function useRoute(): Route {
  const path = useSyncExternalStore(subscribe, () => location.pathname)
  const [p, project, stage, diagram] = path.split('/').slice(1).map(decodeURIComponent)
  if (p !== 'p' || !project) return { stage: 'classes' }
  if (stage === 'findings' || stage === 'output') return { project, stage }
  return { project, stage: 'classes', diagram: stage === 'd' ? diagram : undefined }
}
