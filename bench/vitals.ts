/**
 * A phone, 390 px wide, its processor slowed four times: when the largest thing of the first page is painted (LCP, of the browser's own entries), on a
 * first visit and when it is opened again in another tab; and how long the page takes to answer a press (INP: from the press to the next picture, the worst of a
 * visit, by the browser's event entries; https://web.dev/articles/inp), press by press, in several visits: as what else a machine does falls now on one press and now on
 * another, the slowest press of a visit is told for each of them and in the middle.
 */
import { chromium, type Browser, type Locator, type Page } from '@playwright/test'
import { median } from 'd3-array'
import { CHROMIUM, CHROMIUM_ARGS, CHROMIUM_SHELL, startServer } from './support/browser'
import { SEED } from './support/seed'
import { tellWhenSeen, whenSeen } from './support/seen'

const SLOWED = 4
const AIM_LCP_MS = 1200
const AIM_INP_MS = 100
const TIMES = 5
const VISITS = 3
/** So long a page is left alone, so that it comes to rest. */
const REST_MS = 1500

async function slow(page: Page) {
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
}

/** The last entry of the largest paint, milliseconds after the page was asked for, with what it is; and when Begin can be pressed. */
async function opened(page: Page, address: string) {
  await page.goto(address, { waitUntil: 'commit' })
  const { offer } = await whenSeen(page)
  await page.waitForTimeout(2500)
  const lcp = await page.evaluate(
    () =>
      new Promise<{ at: number; what: string }>((resolve) =>
        new PerformanceObserver((list) => {
          const last = list.getEntries().at(-1) as PerformanceEntry & { element?: Element }
          resolve({ at: last.startTime, what: (last.element?.textContent ?? '').trim().slice(0, 40) })
        }).observe({ type: 'largest-contentful-paint', buffered: true }),
      ),
  )
  return { ...lcp, begin: offer }
}

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, timezoneId: 'Europe/Lisbon' }
const { address, stop } = await startServer(4391, true)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
let pressed: Browser | undefined
/** One visit, in which much is pressed: how long each press took to be answered, ms; 0 where the browser told nothing. */
async function visited(browser: Browser): Promise<Map<string, number>> {
  const context = await browser.newContext(phone)
  const page = await context.newPage()
  await page.addInitScript(() => {
    const slowest = new Map<number, number>()
    Object.assign(window, { slowest })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & { interactionId: number })[])
        if (entry.interactionId > 0)
          slowest.set(entry.interactionId, Math.max(slowest.get(entry.interactionId) ?? 0, entry.duration))
    }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit)
  })
  await page.goto(address)
  await page.getByRole('button', { name: 'Start', exact: true }).waitFor()
  await page.waitForTimeout(3000)
  await slow(page)
  const worst = new Map<string, number>()
  page.setDefaultTimeout(8000)
  /** Do one thing, let the page come to rest, and keep the slowest answer that it took; what cannot be done is said, and the rest goes on. */
  async function press(what: string, act: () => Promise<unknown>) {
    await page.evaluate(() => (window as never as { slowest: Map<number, number> }).slowest.clear())
    const done = await act().then(
      () => true,
      () => false,
    )
    if (!done) {
      console.log(`  ${what}: could not be pressed`)
      return
    }
    await page.waitForTimeout(REST_MS)
    const all = await page.evaluate(() => [...(window as never as { slowest: Map<number, number> }).slowest.values()])
    // What took less than a picture has no entry, nor has what the browser does not tell.
    worst.set(what, Math.max(0, ...all))
  }
  /** A finger's touch on the middle of something, and nothing else: where that is was looked for before. */
  const tap = (of: Locator) => async () => {
    const one = of.first()
    await one.scrollIntoViewIfNeeded()
    await page.waitForTimeout(REST_MS)
    const { x, y, width, height } = (await one.boundingBox())!
    await page.waitForTimeout(REST_MS)
    await page.touchscreen.tap(x + width / 2, y + height / 2)
  }
  const place = (name: string) =>
    tap(page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true }))
  const button = (name: string | RegExp, exact = true) => page.getByRole('button', { name, exact })
  await press('Today: spent', tap(button('spent')))
  await press('to Forms', place('Forms'))
  await press('Forms: a letter to search', () => page.getByRole('searchbox').first().press('d'))
  await press('Forms: a form is opened', tap(page.getByRole('main').getByRole('listitem').getByRole('link')))
  await press('to Routines', place('Routines'))
  await press('Routines: one is opened', tap(button(/^Change /)))
  await press('a routine: a step is opened', tap(page.locator('[data-entry] .name strong')))
  await press('a routine: one more', tap(button(/^More: /)))
  await press('a routine: rounds are added', tap(button('Add rounds')))
  await press('to the Journal', place('Journal'))
  await press('to the Week', place('Week'))
  await press('to Settings', place('Settings'))
  await press('Settings: a condition', tap(page.getByRole('checkbox')))
  await press('Settings: night', tap(page.getByText('night', { exact: true })))
  await press('to Today', place('Today'))
  await press('begin', tap(button('Start')))
  await press('pause', tap(button('Pause')))
  await context.close()
  return worst
}

try {
  const first: Awaited<ReturnType<typeof opened>>[] = []
  const again: Awaited<ReturnType<typeof opened>>[] = []
  for (let time = 0; time < TIMES; time += 1) {
    const context = await browser.newContext(phone)
    const newTab = async () => {
      const page = await context.newPage()
      await tellWhenSeen(page)
      await slow(page)
      return page
    }
    const page = await newTab()
    first.push(await opened(page, address))
    // Whoever comes again does so hours later, when the offline copy is complete.
    await page.evaluate(async () => void (await navigator.serviceWorker.ready))
    await page.close()
    again.push(await opened(await newTab(), address))
    await context.close()
  }
  const told = (name: string, all: typeof first) =>
    console.log(
      `vitals: ${name}, ${TIMES} times (seed ${SEED} changes nothing here): LCP ${median(all, ({ at }) => at)!.toFixed(0)} ms in the middle, ` +
        `${Math.max(...all.map(({ at }) => at)).toFixed(0)} at most (aim: under ${AIM_LCP_MS}; “${all[0]!.what}”); Begin can be pressed after ${median(all, ({ begin }) => begin)!.toFixed(0)} ms`,
    )
  told('first visit', first)
  told('opened again', again)

  pressed = await chromium.launch({ executablePath: CHROMIUM_SHELL, args: CHROMIUM_ARGS })
  const visits: Map<string, number>[] = []
  for (let time = 0; time < VISITS; time += 1) visits.push(await visited(pressed))
  for (const what of new Set(visits.flatMap((worst) => [...worst.keys()])))
    console.log(`  ${what}: ${visits.map((worst) => worst.get(what) || 'nothing told').join(', ')} ms`)
  const slowest = visits.map((worst) => [...worst].reduce((one, other) => (other[1] > one[1] ? other : one)))
  const within = visits.map((worst) => [...worst.values()].filter((ms) => ms > 0 && ms < AIM_INP_MS).length)
  console.log(
    `vitals: INP in ${VISITS} visits ${slowest.map(([what, ms]) => `${ms} ms (${what})`).join(', ')}; in the middle ${median(slowest, ([, ms]) => ms)} ms (aim: under ${AIM_INP_MS}); ` +
      `within the aim ${within.join(', ')} of ${visits[0]!.size} presses`,
  )
} finally {
  await browser.close()
  await pressed?.close()
  stop()
}
