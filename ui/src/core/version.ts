// The version of this page, as the server told it when it was loaded.

export const programVersion = () => document.querySelector<HTMLMetaElement>('meta[name=program]')?.content.replace(/^__.*__$/, '') ?? ''

let reloading = false

// reloadWhenQuiet loads the page anew once nobody is writing: a newer program is
// there. What is pending is kept.
export function reloadWhenQuiet(quiet: () => boolean) {
  if (reloading) return
  reloading = true
  const wait = setInterval(() => {
    const writing = document.activeElement instanceof HTMLElement && document.activeElement.closest('input, textarea')
    if (!quiet() || writing) return
    clearInterval(wait)
    // Once: where an old page comes back from a cache, it goes on working as it is.
    if (sessionStorage.getItem('lexeon.reloaded') === programVersion()) return
    sessionStorage.setItem('lexeon.reloaded', programVersion())
    void caches
      ?.keys?.()
      .then((keys) => Promise.all(keys.map((k) => caches.delete(k))))
      .finally(() => location.reload())
  }, 2000)
}
