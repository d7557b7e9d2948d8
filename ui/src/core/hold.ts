import { programURL } from './generated/program'

// The service worker holds page and program. Where there is none (an address that is not
// secure) a reload needs the line, and the page says so.

const kinds = /^\/(assets|core|fonts)\//

// hold has everything held that the page is made of, from the first visit on. What a page
// loads that is under the worker's care already is held as it comes.
export async function hold() {
  if (!('serviceWorker' in navigator)) return
  const careOf = navigator.serviceWorker.controller !== null
  try {
    await navigator.serviceWorker.register('/sw.js')
  } catch {
    return
  }
  if (careOf) return
  if (!navigator.serviceWorker.controller)
    await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve, { once: true }))
  const loaded = performance.getEntriesByType('resource').map((e) => new URL(e.name).pathname)
  const files = [...loaded, programURL, ...fonts()].filter((path) => kinds.test(path))
  await Promise.all([...new Set(files)].map((file) => fetch(file).catch(() => undefined)))
}

// fonts are all that the styles name, also those that no text has needed yet.
function fonts(): string[] {
  const out: string[] = []
  for (const sheet of document.styleSheets) {
    for (const rule of sheet.cssRules) {
      if (rule instanceof CSSFontFaceRule)
        for (const [, url] of rule.cssText.matchAll(/url\("([^"]+)"\)/g))
          if (url) out.push(new URL(url, sheet.href ?? location.href).pathname)
    }
  }
  return out
}
