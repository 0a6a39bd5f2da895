import type { Page } from '@playwright/test'

/** When what matters on Today was painted, milliseconds after the page was asked for. */
export interface Seen {
  heading: number
  offer: number
}
const ASKED_EVERY_MS = 4000

/** Let every page tell by itself when it painted Today's heading and the button that begins: who asks from outside looks on the slowed processor. */
export async function tellWhenSeen(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const seen: Partial<Seen> = {}
    Object.assign(window, { seen })
    const stamp = (what: keyof Seen, isThere: boolean) => {
      if (!isThere || what in seen) return
      seen[what] = undefined
      // What is in the document now is painted with the next frame, and the task after that finds it done.
      requestAnimationFrame(() => setTimeout(() => (seen[what] = performance.now())))
    }
    const texts = (of: string) => [...document.querySelectorAll(of)].map(({ textContent }) => textContent.trim())
    new MutationObserver(() => {
      stamp(
        'heading',
        texts('h1').some((text) => /day/.test(text)),
      )
      stamp('offer', texts('button').includes('Start'))
    }).observe(document, { childList: true, subtree: true })
  })
}

/** When they were, once both are there; asked seldom, what asks takes nothing from what is measured. */
export async function whenSeen(page: Page): Promise<Seen> {
  let seen: Partial<Seen> = {}
  while (seen.heading === undefined || seen.offer === undefined) {
    await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS))
    seen = await page.evaluate(() => (window as unknown as { seen: Partial<Seen> }).seen)
  }
  return { heading: seen.heading, offer: seen.offer }
}
