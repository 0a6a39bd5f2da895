// At the start of each page, before any other script: if a script does not load, or is none, the browser's copy of the application is corrupted. Then
// the service worker and its caches are deleted and the page is loaded again, once. Without this, every reload would fail in the same way.
{
  const FLAG = 'pebblebrook.mended'
  const mend = async () => {
    // Without a network the copy is all that there is.
    const answer = await fetch(`${location.pathname}?reached`, { cache: 'no-store' }).catch(() => null)
    if (!answer) return
    for (const each of (await navigator.serviceWorker?.getRegistrations()) ?? []) await each.unregister()
    for (const name of await caches.keys()) await caches.delete(name)
    location.reload()
  }
  const mendOnce = () => {
    // Once the application has started, a session may be under way.
    if (!document.querySelector('.shell') && document.readyState === 'complete') return
    try {
      if (sessionStorage.getItem(FLAG)) return
      sessionStorage.setItem(FLAG, '1')
    } catch {
      // Without storage there is no way to know whether it was tried before.
      return
    }
    void mend()
  }
  const isFile = (target) =>
    target instanceof HTMLScriptElement ||
    (target instanceof HTMLLinkElement && /stylesheet|modulepreload/.test(target.rel))
  addEventListener(
    'error',
    ({ target, error, filename }) => {
      if (isFile(target) || (error instanceof SyntaxError && filename.startsWith(location.origin))) mendOnce()
    },
    true,
  )
  addEventListener('vite:preloadError', mendOnce)
}
