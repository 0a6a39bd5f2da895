/**
 * Much of everything: 400 forms, 60 routines of my own and 10,000 sessions. How long after the click each page can be used, and the longest task that keeps
 * it from answering meanwhile (https://www.w3.org/TR/longtasks-1/).
 */
import { chromium } from '@playwright/test'
import { max, median } from 'd3-array'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { fill, TODAY, years, ZONE } from './support/longJournal'

const MUCH = { forms: 400, routines: 60, years: 20 }
const AIMS = { usableMs: 500, longestTaskMs: 200 }
const TURNS = 5

const ownForms = Array.from({ length: MUCH.forms - CATALOGUE.length }, (_, at) => {
  const form = CATALOGUE[(at * 7) % CATALOGUE.length]!
  return { ...form, id: `mine-f${at}`, name: `${form.name} ${at}`, set: null }
})
const ownRoutines = Array.from({ length: MUCH.routines }, (_, at) => {
  const routine = SHIPPED_ROUTINES[at % SHIPPED_ROUTINES.length]!
  return { ...routine, id: `mine-r${at}`, name: `${routine.name} ${at}` }
})
const sessions = years(MUCH.years)

const { address, stop } = await startServer(4397)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
try {
  const page = await (await browser.newContext({ timezoneId: ZONE, viewport: { width: 1280, height: 800 } })).newPage()
  await page.clock.setFixedTime(new Date(`${TODAY}T09:00:00Z`))
  await page.addInitScript(() => {
    const tasks: number[] = []
    Object.assign(window, { tasks })
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
    })
  })
  await page.goto(address)
  await page.getByText('No sessions yet.').waitFor()
  for (let at = 0; at < sessions.length; at += 500) await fill(page, sessions.slice(at, at + 500))
  await fill(page, ownForms, 'forms')
  await fill(page, ownRoutines, 'routines')
  await page.goto(address)
  await page
    .getByText(/days? in a row/)
    .first()
    .waitFor()

  const main = page.getByRole('main')
  const place = (name: string) =>
    page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
  const item = main.getByRole('listitem').first()
  const found = new Map<string, { usable: number[]; tasks: number[] }>()
  /** Press, wait until it can be used, and until nothing more is done for it. */
  async function go(name: string, press: () => Promise<unknown>, usable: () => Promise<unknown>) {
    await page.evaluate(() => ((window as never as { tasks: number[] }).tasks.length = 0))
    const from = performance.now()
    await press()
    await usable()
    const ms = performance.now() - from
    await page.waitForTimeout(1200)
    const longest = max(await page.evaluate(() => (window as never as { tasks: number[] }).tasks)) ?? 0
    const of = found.get(name) ?? { usable: [], tasks: [] }
    found.set(name, { usable: [...of.usable, ms], tasks: [...of.tasks, longest] })
  }
  for (let turn = 0; turn < TURNS; turn += 1) {
    await go(
      'Forms',
      () => place('Forms').click(),
      () => item.waitFor(),
    )
    await go(
      'forms, a search',
      () => main.getByRole('searchbox').fill('cloud'),
      () => main.getByText(/^\d+ forms$/).waitFor(),
    )
    await go(
      'a form',
      () => item.getByRole('link').click(),
      () => main.getByRole('button', { name: 'Start this form' }).waitFor(),
    )
    await go(
      'Routines',
      () => place('Routines').click(),
      () => item.waitFor(),
    )
    await go(
      'a routine',
      () =>
        main
          .getByRole('button', { name: /^Change / })
          .first()
          .click(),
      () => page.locator('[data-entry]').first().waitFor(),
    )
    await go(
      'Journal',
      () => place('Journal').click(),
      () => item.waitFor(),
    )
    await go(
      'journal, a search',
      () => main.getByRole('searchbox').fill('sky'),
      () => main.getByText(/^\d[\d,]* sessions, /).waitFor(),
    )
    await go(
      'how it grows',
      () => main.getByRole('link', { name: /grow/i }).first().click(),
      () => main.getByRole('heading', { level: 2 }).first().waitFor(),
    )
    await go(
      'Week',
      () => place('Week').click(),
      () => main.getByRole('heading', { level: 1, name: /^The week/ }).waitFor(),
    )
    await go(
      'Settings',
      () => place('Settings').click(),
      () => main.getByRole('searchbox').waitFor(),
    )
    await go(
      'Today',
      () => place('Today').click(),
      () => main.getByRole('button', { name: 'Start', exact: true }).waitFor(),
    )
  }
  for (const [name, { usable, tasks }] of found)
    console.log(
      `  ${name}: ${median(usable)!.toFixed(0)} ms in the middle, ${max(usable)!.toFixed(0)} at most; longest task ${median(tasks)!.toFixed(0)} ms in the middle, ${max(tasks)!.toFixed(0)} at most`,
    )
  const all = [...found.values()]
  const within = all.filter(
    ({ usable, tasks }) => median(usable)! <= AIMS.usableMs && median(tasks)! <= AIMS.longestTaskMs,
  )
  console.log(
    `scale: ${MUCH.forms} forms, ${MUCH.routines} routines, ${sessions.length} sessions: ${within.length} of ${all.length} pages within both aims (usable ${AIMS.usableMs} ms after the click, no task over ${AIMS.longestTaskMs} ms), medians of ${TURNS}`,
  )
} finally {
  await browser.close()
  stop()
}
