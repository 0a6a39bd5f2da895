import type { Page } from '@playwright/test'

/** Let a page tell what it had loaded when Begin came to stand there. */
export const tellWhatIsNeeded = (page: Page) =>
  page.addInitScript(() => {
    new MutationObserver((_, observer) => {
      if (![...document.querySelectorAll('button')].some(({ textContent }) => textContent.trim() === 'Start')) return
      observer.disconnect()
      const needed = performance.getEntriesByType('resource').map(({ name }) => name)
      Object.assign(window, { needed })
    }).observe(document, { childList: true, subtree: true })
    performance.setResourceTimingBufferSize(1000)
  })

/** The addresses of that, once it stands there. */
export const whatIsNeeded = (page: Page): Promise<string[]> =>
  page.evaluate(() => (window as unknown as { needed: string[] }).needed)
