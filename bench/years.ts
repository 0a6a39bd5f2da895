/**
 * Years of practice: how long the application takes to open, the journal to show, all statistics to be worked out in their worker, and a
 * session to be added, with one year and with twenty. `YEARS=1,20` for other lengths.
 */
import { chromium, type Page } from '@playwright/test'
import { benefit, observationsOf } from '#core/evidence'
import type { SessionRecord } from '#core/journal'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { fill, TODAY, years, ZONE } from './support/longJournal'

const YEARS = (process.env.YEARS ?? '1,5,20').split(',').map(Number)
const AIMS = { open: 1000, journal: 300, statistics: 200, adding: 16 }

interface PersonStore {
  isFullyLoaded: boolean
  sessions: SessionRecord[]
  putSession: (session: SessionRecord) => Promise<boolean>
}
/** How long the page is busy, in milliseconds, with a session that is added (or with the same question and nothing added). */
async function busyMs(page: Page, adds: boolean): Promise<number> {
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Performance.enable')
  const busy = async () => {
    const { metrics } = await cdp.send('Performance.getMetrics')
    return metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
  }
  const before = await busy()
  await page.evaluate(async (isAdded) => {
    const root = document.querySelector('#__nuxt') as never as {
      __vue_app__: { config: { globalProperties: { $pinia: { _s: Map<string, unknown> } } } }
    }
    const person = root.__vue_app__.config.globalProperties.$pinia._s.get('person') as PersonStore
    const last = person.sessions[0]!
    const soonAfter = new Date(Date.parse(last.endedAt) + 60_000).toISOString()
    if (isAdded) await person.putSession({ ...last, id: crypto.randomUUID(), startedAt: soonAfter, endedAt: soonAfter })
  }, adds)
  await page.waitForTimeout(300)
  const lasted = (await busy()) - before
  await cdp.detach()
  return lasted
}
async function addingMs(page: Page): Promise<number> {
  const pairs: number[] = []
  for (let turn = 0; turn < TURNS; turn += 1) {
    const idle = await busyMs(page, false)
    pairs.push((await busyMs(page, true)) - idle)
  }
  return median(pairs)
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const TURNS = 5

const { address, stop } = await startServer(4393)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
try {
  for (const count of YEARS) {
    const sessions = years(count)
    const page = await (await browser.newContext({ timezoneId: ZONE })).newPage()
    await page.clock.setFixedTime(new Date(`${TODAY}T09:00:00Z`))
    await page.goto(address)
    await page.getByText('No stone laid yet.').waitFor()
    for (let at = 0; at < sessions.length; at += 500) await fill(page, sessions.slice(at, at + 500))
    const times = {
      open: [] as number[],
      whole: [] as number[],
      journal: [] as number[],
      good: [] as number[],
      again: [] as number[],
    }
    for (let turn = 0; turn < TURNS; turn += 1) {
      let from = performance.now()
      await page.goto(address)
      await page.getByRole('button', { name: 'Begin', exact: true }).waitFor()
      times.open.push(performance.now() - from)
      await page
        .getByText(/days? in a row/)
        .first()
        .waitFor()
      times.whole.push(performance.now() - from)
      from = performance.now()
      await page.getByRole('link', { name: 'Journal' }).click()
      await page.getByRole('region', { name: 'Sessions' }).getByRole('listitem').first().waitFor()
      times.journal.push(performance.now() - from)
      from = performance.now()
      await page.getByRole('link', { name: 'Does it do me good?' }).click()
      await page.getByText(/questions were put to/).waitFor()
      times.good.push(performance.now() - from)
      await page.getByRole('link', { name: 'Journal' }).first().click()
      from = performance.now()
      await page.getByRole('link', { name: 'Does it do me good?' }).click()
      await page.getByText(/questions were put to/).waitFor()
      times.again.push(performance.now() - from)
    }
    // With the journal in view, which shows what was added, and with a screen that has nothing to do with it.
    await page.getByRole('link', { name: 'Journal' }).first().click()
    await page.getByRole('region', { name: 'Sessions' }).getByRole('listitem').first().waitFor()
    const inJournal = await addingMs(page)
    await page.getByRole('link', { name: 'Settings' }).first().click()
    await page.getByRole('heading', { level: 1, name: 'Settings' }).waitFor()
    const elsewhere = await addingMs(page)
    const started = performance.now()
    const observed = observationsOf(sessions)
    const observing = performance.now() - started
    const statistics = Array.from({ length: TURNS }, () => {
      const from = performance.now()
      benefit(observed)
      return performance.now() - from
    })
    console.log(
      `years: ${count}, ${sessions.length} sessions, ${sessions.reduce((sum, { done }) => sum + done.length, 0)} steps: ` +
        `open ${median(times.open).toFixed(0)} ms (aim: under ${AIMS.open}), all sessions there and counted ${median(times.whole).toFixed(0)} ms, ` +
        `adding a session ${elsewhere.toFixed(0)} ms of the page (aim: under ${AIMS.adding}), with the journal in view ${inJournal.toFixed(0)} ms; journal ${median(times.journal).toFixed(0)} ms (aim: under ${AIMS.journal}), ` +
        `all statistics ${median(statistics).toFixed(0)} ms (aim: under ${AIMS.statistics}; what sessions say, drawn out once, ${observing.toFixed(0)} ms), page with their answers ${median(times.good).toFixed(0)} ms, when it is opened again ${median(times.again).toFixed(0)} ms`,
    )
    await page.context().close()
  }
} finally {
  await browser.close()
  stop()
}
