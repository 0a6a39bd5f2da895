/**
 * What following costs: the share of time in which the page's main thread is idle with its processor slowed four times, and the memory in
 * use over an hour of simulated practice.
 */
import { chromium, type CDPSession, type Page } from '@playwright/test'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { oneOf } from './support/seed'

const SLOWED = 4
const WATCHED_SECONDS = Number(process.env.SECONDS ?? 30)
const ROUTINE = oneOf(['Sunday by the window', 'Before the workshop opens'])

const { address, stop } = await startServer(4395)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })

async function begin(page: Page) {
  await page.goto(`${address}/routines`)
  await page.getByRole('button', { name: `Start ${ROUTINE}`, exact: true }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('region', { name: 'Now' }).waitFor()
}
const metric = async (session: CDPSession, name: string) =>
  (await session.send('Performance.getMetrics')).metrics.find((each) => each.name === name)!.value

async function idleShare(reducedMotion: 'reduce' | 'no-preference') {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion })
  await begin(page)
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
  await page.waitForTimeout(3000)
  const before = { task: await metric(session, 'TaskDuration'), at: await metric(session, 'Timestamp') }
  await page.waitForTimeout(WATCHED_SECONDS * 1000)
  const busy = (await metric(session, 'TaskDuration')) - before.task
  const share = 1 - busy / ((await metric(session, 'Timestamp')) - before.at)
  await page.close()
  return share
}

async function memory() {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.clock.install({ time: new Date('2026-03-10T08:00:00Z') })
  await page.addInitScript(() =>
    Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => performance.now() / 1000 }),
  )
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const heaps: string[] = []
  let simulated = 0
  while (simulated < 3600) {
    await begin(page)
    for (let strides = 0; strides < 300; strides += 1) {
      await page.clock.fastForward(8000)
      await page.waitForTimeout(120)
      simulated += 8
      if (await page.getByText('is in the journal.').isVisible()) break
    }
    await session.send('HeapProfiler.collectGarbage')
    heaps.push(`${(simulated / 60).toFixed(0)} min ${((await metric(session, 'JSHeapUsedSize')) / 1e6).toFixed(1)} MB`)
  }
  await page.close()
  return heaps
}

try {
  const flowing = await idleShare('no-preference')
  const still = await idleShare('reduce')
  console.log(
    `following: main thread idle ${(flowing * 100).toFixed(1)}% with the water flowing, ${(still * 100).toFixed(1)}% with motion reduced, ` +
      `processor slowed ${SLOWED} times (aim 85%)`,
  )
  console.log(`following: heap after each sitting of an hour in all: ${(await memory()).join(', ')}`)
} finally {
  await browser.close()
  stop()
}
