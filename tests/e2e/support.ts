import axe from 'axe-core'
import { expect, type Locator, type Page } from '@playwright/test'

/** A Tuesday morning. */
export const MORNING = new Date('2026-03-10T08:00:00Z')

/** Open a page with a clock that the test moves; time passes in the page only as told, besides the moments of the test. */
export async function openAt(page: Page, path: string, time = MORNING) {
  await page.clock.install({ time })
  // Time is injected: the audio's clock goes as the page's does, and never as the machine's.
  await page.addInitScript(() => {
    Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => performance.now() / 1000 })
  })
  await page.goto(path)
}

/** To the demo, which has something on every screen. */
export async function openDemo(page: Page, time = MORNING) {
  await openAt(page, '/settings', time)
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('complementary', { name: 'Demo' })).toBeVisible()
  await expect(page).toHaveURL('/')
}

/** To one of the main screens, by its link above (or below, on a phone). */
export async function goTo(page: Page, screen: string) {
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: screen, exact: true }).click()
  // The screen before stands until the new one does, and may have fields of the same names.
  const name = screen === 'Today' ? /day/ : screen === 'Week' ? /^The week/ : screen
  await expect(page.getByRole('heading', { level: 1, name, exact: true })).toBeVisible()
}

/** Choose by a named list. On a busy machine a list may be closed again as it opens: then it is opened once more. */
export async function choose(within: Page | Locator, list: string, option: string | RegExp) {
  const field = within.getByRole('combobox', { name: list, exact: true })
  const page = 'page' in within ? within.page() : within
  const wanted = page.getByRole('option', { name: option, exact: true })
  await expect(async () => {
    if (!(await wanted.isVisible())) await field.click()
    await wanted.click({ timeout: 10_000 })
  }).toPass()
  // The list takes a moment to leave; the next one may have options of the same names.
  await expect(wanted).toHaveCount(0)
}

/** Stop the page's clock, a moment from now: a busy machine may take longer to be told than the moment lasts, and is then told again. */
export async function standStill(page: Page, aheadMs = 1000) {
  await expect(async () => {
    await page.clock.pauseAt((await page.evaluate(() => Date.now())) + aheadMs)
  }).toPass()
}

/** Stop the page's clock and begin the session that is laid out, by the space bar: it moves only as told from its start. */
export async function begin(page: Page) {
  await page.waitForURL('**/follow')
  await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeFocused()
  await standStill(page, 2000)
  await page.keyboard.press('Space')
  await expect(page.getByRole('region', { name: 'Now' })).toBeVisible()
}

/** Let the session's time pass. The session is driven by a worker's beat, which comes within a fraction of a second. */
export async function letPass(page: Page, seconds: number) {
  await page.clock.fastForward(seconds * 1000)
}

/**
 * Nothing that axe finds on the page as it stands; with `highContrast`, text must reach 7:1. `byNight` looks at the night's colours of the
 * same page, for nothing else can differ.
 */
export async function expectNoAxeFindings(page: Page, { highContrast = false, byNight = false } = {}) {
  // What stands before the application is there has no landmarks, and is gone in a moment.
  await expect(page.locator('.shell')).toHaveCount(0)
  await page.emulateMedia({ colorScheme: byNight ? 'dark' : 'light' })
  await expect(page.locator('html.night')).toHaveCount(byNight ? 1 : 0)
  // Colours change softly: what has not changed yet is taken to its end, or axe would measure something that is gone in a moment.
  await expect
    .poll(() =>
      page.evaluate(() => {
        const changing = document.getAnimations().filter((each) => each instanceof CSSTransition)
        for (const each of changing) each.finish()
        return changing.length
      }),
    )
    .toBe(0)
  // Each page is given axe once: to read it takes a quarter as long as to ask it.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const found = await page.evaluate(
    async (asked) => {
      const { violations } = await (window as never as { axe: typeof import('axe-core') }).axe.run(document, asked)
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`)
    },
    {
      resultTypes: ['violations' as const],
      // There are no frames and no sound to be waited for.
      preload: false,
      iframes: false,
      ...(byNight && { runOnly: ['color-contrast', ...(highContrast ? ['color-contrast-enhanced'] : [])] }),
      ...(highContrast && { rules: { 'color-contrast-enhanced': { enabled: true } } }),
    },
  )
  expect(found).toEqual([])
}

/** A script that is put into the page does not run. */
export async function expectNoForeignScript(page: Page) {
  const ran = await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.strange = true'
    document.body.append(script)
    return 'strange' in window
  })
  expect(ran).toBe(false)
}

/** Nothing stands wider than the screen. */
export async function expectNoSidewaysScroll(page: Page) {
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth))
    .toBeLessThanOrEqual(0)
}

/** Assemble a routine of the named forms and stay on its page. */
export async function assemble(page: Page, name: string, forms: string[]) {
  await page.goto('/routines')
  await page.getByRole('button', { name: 'New routine' }).click()
  await page.getByRole('textbox', { name: 'Name of the routine' }).fill(name)
  await page.getByRole('textbox', { name: 'Name of the routine' }).press('Enter')
  for (const form of forms) await page.getByRole('button', { name: `Add ${form}`, exact: true }).click()
}

export interface HeardCue {
  kind: string
  lengthSeconds: number
  atSeconds: number
  bell?: string
  breath?: string
  phrases?: { text: string }[]
}
/** Listen to all that is put on the audio clock, from now on. */
export async function listen(page: Page) {
  await page.addInitScript(() => {
    const heard: unknown[] = []
    Object.assign(window, { heard })
    window.addEventListener('pebblebrook:heard', (event) =>
      heard.push((event as CustomEvent<{ cue: unknown }>).detail.cue),
    )
  })
  return () => page.evaluate(() => (window as never as { heard: HeardCue[] }).heard)
}

/** What the session says of where it is: done, or the time that is left. */
const whereItIs = async (page: Page) =>
  (await page.getByText('is in the journal.').isVisible())
    ? 'done'
    : (await page.getByText(/^(\d+ min ?)?(\d+ s)? left$/).allTextContents()).join()

/** Let some of the session's time pass, and wait as long as the machine needs to take it up. */
export async function letPassInStep(page: Page, seconds: number) {
  const before = await whereItIs(page)
  await letPass(page, seconds)
  await expect.poll(() => whereItIs(page), { intervals: [50] }).not.toBe(before)
  await page.waitForTimeout(200)
}

/** Let the session go to its end by strides. */
export async function letPassToTheEnd(page: Page, strideSeconds: number) {
  for (let strides = 0; strides < 150 && (await whereItIs(page)) !== 'done'; strides += 1) {
    await letPassInStep(page, strideSeconds)
  }
  await expect(page.getByText('is in the journal.')).toBeVisible()
}
