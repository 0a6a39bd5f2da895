/**
 * Today with a journal of years: how long the judge takes from being asked to its first offer, and how long it takes on the screen from a key for the
 * minutes until the offer for them stands there. `YEARS=20` for other lengths.
 */
import { chromium } from '@playwright/test'
import { steadyPace } from '#core/breath'
import { latestStages, USUAL_HOUSE_RULES } from '#core/forms'
import { lastDone } from '#core/journal'
import { AT_RISK_BELOW, rankRoutines, keptForms, latelyOf, offersNow, prepareToday, type MakeRequest } from '#core/plan'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { fill, TODAY, years, ZONE } from './support/longJournal'

const YEARS = Number(process.env.YEARS ?? 20)
const AIMS = { worker: 100, screen: 300 }
const TURNS = 15
const sorted = (values: number[]) => [...values].sort((a, b) => a - b)
const told = (values: number[]) => {
  const all = sorted(values)
  return `${all[Math.floor(all.length / 2)]!.toFixed(0)} ms in the middle, ${all.at(-1)!.toFixed(0)} at most of ${all.length}`
}

const sessions = years(YEARS).sort((one, other) => (one.startedAt < other.startedAt ? 1 : -1))
const { stages, routines } = demoPerson(TODAY, ZONE)
const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const all = [...routines, ...SHIPPED_ROUTINES]

const kept = keptForms(sessions, stages, { today: TODAY, dayEndsAtHour: 3, isKept: () => true })
const usual = {
  ...setting,
  routines: all,
  conditions: [],
  hour: 9,
  today: TODAY,
  asks: [],
  effects: [],
  minutesLacking: null,
  lately: latelyOf(sessions, CATALOGUE, TODAY, 3),
  stages: Object.fromEntries(latestStages(stages)),
  learnedIds: [...lastDone(sessions, 3).keys()],
  longestStillSeconds: 600,
  usualMinutes: 12,
}
let id = 0
const MINUTES = [5, 10, 15, 20, 30]
const offers = (judgement: ReturnType<typeof rankRoutines>, request: MakeRequest) =>
  offersNow(judgement, request, () => `n${(id += 1)}`)
function firstOffer(judgement: ReturnType<typeof rankRoutines>, request: MakeRequest) {
  for (const each of offers(judgement, request)) if ('routine' in each) return
}
/**
 * The page is opened, where all is offered once and the code is new to the machine; then the body changes each time, so that all is prepared anew; then
 * only the minutes. With forms at risk, a session is made first that brings them back.
 */
function measure(risky: number) {
  const anew: number[] = []
  const again: number[] = []
  const base = {
    ...usual,
    kept: Object.fromEntries(
      kept.map((form, at) => [form.formId, at < risky ? { ...form, recall: 0.75, keeping: 'due' as const } : form]),
    ),
  }
  const opened = { ...base, body: { states: [], pain: [] }, minutes: null }
  const opening = performance.now()
  firstOffer(rankRoutines(opened), opened)
  const openedMs = performance.now() - opening
  for (const offer of offers(rankRoutines(opened), opened)) void offer
  for (let turn = 0; turn < TURNS; turn += 1) {
    const body = { states: turn % 2 === 0 ? (['tired'] as const) : [], pain: [] }
    let from = performance.now()
    const first = { ...base, body, minutes: MINUTES[turn % MINUTES.length]! }
    const prepared = prepareToday(first)
    firstOffer(rankRoutines(first, prepared), first)
    anew.push(performance.now() - from)
    from = performance.now()
    const other = { ...first, minutes: MINUTES[(turn + 2) % MINUTES.length]! }
    firstOffer(rankRoutines(other, prepared), other)
    again.push(performance.now() - from)
  }
  console.log(
    `today, the judge's first offer, ${sessions.length} sessions, ${all.length} routines, ${Object.values(base.kept).filter(({ recall }) => recall < AT_RISK_BELOW).length} forms at risk: ` +
      `on opening ${openedMs.toFixed(0)} ms, with the body changed ${told(anew)}, with other minutes ${told(again)} (aim: under ${AIMS.worker})`,
  )
}
measure(0)
measure(5)

const { address, stop } = await startServer(4394)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
try {
  const page = await (await browser.newContext({ timezoneId: ZONE })).newPage()
  await page.clock.setFixedTime(new Date(`${TODAY}T09:00:00Z`))
  await page.goto(address)
  await page.getByText('No stone laid yet.').waitFor()
  for (let at = 0; at < sessions.length; at += 500) await fill(page, sessions.slice(at, at + 500))
  await page.goto(address)
  await page
    .getByText(/days? in a row/)
    .first()
    .waitFor()
  await page.getByText('Or', { exact: true }).waitFor()
  const onScreen: number[] = []
  for (let turn = 0; turn < TURNS; turn += 1) {
    await page.waitForTimeout(2500)
    const key = String(2 + (turn % 5))
    onScreen.push(
      await page.evaluate(async (pressed) => {
        const minutes = [3, 5, 10, 15, 20, 30][Number(pressed) - 1]!
        const text = () => document.querySelector('.ready .offer strong')?.textContent ?? ''
        const stands = () => Math.abs(Number(/(\d+) min/.exec(text())?.[1] ?? 0) - minutes) <= 1
        const from = performance.now()
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }))
        while (!stands() && performance.now() - from < 5000) await new Promise(requestAnimationFrame)
        return performance.now() - from
      }, key),
    )
  }
  console.log(
    `today, on the screen from the key to the offer for those minutes: ${told(onScreen)} (aim: under ${AIMS.screen})`,
  )
} finally {
  await browser.close()
  stop()
}
