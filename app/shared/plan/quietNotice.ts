/**
 * A quiet notification by the system, where that was allowed. A phone's browser lets only the service worker give one. `tag`: the same is not given twice.
 */
export async function quietNotice(words: string, tag: string): Promise<void> {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
  const options = { body: words, silent: true, tag }
  try {
    new Notification('Pebblebrook', options)
  } catch {
    // A notice that the system refuses is not worth another: the page says the same.
    const registration = await navigator.serviceWorker?.getRegistration().catch(() => undefined)
    await registration?.showNotification('Pebblebrook', options).catch(() => undefined)
  }
}
