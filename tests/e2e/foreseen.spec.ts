import { expect, test, type BrowserContext, type Page } from '@playwright/test'
import { goTo, openDemo, standStill } from './support'

/** Until it has been worked out what the next start shows: nothing on the page tells of it. */
const untilForeseen = (page: Page) =>
  expect.poll(() => page.evaluate(() => localStorage.getItem('pebblebrook.foreseen') !== null)).toBe(true)

/** Open the application in another tab whose scripts do not come before they are let; and all that is read of the offer there, in its order. */
async function openHeld(context: BrowserContext) {
  const page = await context.newPage()
  let letThem = () => {}
  const held = new Promise<void>((resolve) => (letThem = resolve))
  await page.route('**/_nuxt/*.js', async (route) => {
    await held
    await route.continue()
  })
  await page.addInitScript(() => {
    const read: string[] = []
    Object.assign(window, { read })
    new MutationObserver(() => {
      const offer = document.querySelector('h2')?.parentElement
      const words = offer?.checkVisibility() ? offer.innerText.replace(/\s+/g, ' ').trim() : ''
      if (words !== read.at(-1)) read.push(words)
    }).observe(document, { childList: true, subtree: true })
  })
  await page.goto('/', { waitUntil: 'commit' })
  return { page, letThem, read: () => page.evaluate(() => (window as never as { read: string[] }).read) }
}

const front = (page: Page) => page.getByRole('region', { name: 'What to practise now' })
const asked = (page: Page) => page.getByRole('heading', { level: 2 }).first()

for (const [when, at] of [
  ['later the same day', '2026-03-10T08:20:00Z'],
  ['the next evening', '2026-03-11T19:00:00Z'],
] as const)
  test(`opened again ${when}, what to practise stands before any script has run, where and as it is then found`, async ({
    page,
    context,
  }) => {
    await openDemo(page)
    await untilForeseen(page)
    await context.clock.setSystemTime(new Date(at))
    const again = await openHeld(context)
    const name = (await asked(again.page).textContent())!
    await expect(
      again.page.getByText(at.startsWith('2026-03-10') ? 'Tuesday 10 March' : 'Wednesday 11 March'),
    ).toBeVisible()
    await expect(front(again.page)).toHaveCount(0)
    const before = (await asked(again.page).boundingBox())!
    again.letThem()
    await expect(front(again.page).getByRole('heading', { level: 2, name })).toBeVisible()
    await expect(front(again.page).getByRole('button', { name: 'Begin', exact: true })).toBeVisible()
    const after = (await asked(again.page).boundingBox())!
    expect(Math.abs(after.y - before.y) + Math.abs(after.x - before.x)).toBeLessThan(2)
    await expect(front(again.page).getByRole('img', { name: /^The brook of this routine/ })).toBeVisible()
    // Nothing was there before it, nor between; a reason may be found later in the journal.
    const [nothing, ...read] = await again.read()
    expect(nothing).toBe('')
    for (const words of read) expect(words).toContain(`${name} `)
    expect(read[0]).toMatch(/at my breath · \d+ steps? Because: ./)
  })

test('what I declare takes away what was foreseen, and it is foreseen anew', async ({ page, context }) => {
  await openDemo(page)
  await untilForeseen(page)
  await goTo(page, 'Settings')
  await expect(page.getByRole('checkbox').first()).toBeVisible()
  // It would be worked out anew in two seconds.
  await standStill(page)
  await page.getByRole('checkbox').first().click()
  await expect(page.getByRole('checkbox').first()).toBeChecked()
  // The press is answered first, and then it is done.
  await page.clock.runFor(300)
  await expect.poll(() => page.evaluate(() => localStorage.getItem('pebblebrook.foreseen'))).toBeNull()
  const again = await openHeld(context)
  await expect(again.page.getByText('Tuesday 10 March')).toBeVisible()
  await expect(asked(again.page)).toBeHidden()
  await page.clock.runFor(5000)
  await untilForeseen(page)
  const third = await openHeld(context)
  await expect(asked(third.page)).toBeVisible()
})
