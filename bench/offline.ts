/**
 * What is kept for days without a network, and how soon the application stands again with the server gone and the processor slowed four times: from the
 * reload to Today's heading on the screen, and to what stands in front. Each reload of a browser that has it all, as after a night. The page itself tells
 * when they were painted: what drives the browser, asked from outside, would do its own looking on the slowed processor (half a second of it).
 */
import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { median } from 'd3-array'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { SEED } from './support/seed'
import { tellWhenSeen, whenSeen, type Seen } from './support/seen'

const AIM_MS = 1500
const AIM_BYTES = 6_000_000
const SLOWED = 4
const TIMES = 9
const FILES = '.output/public'

const listed = [...readFileSync(join(FILES, 'sw.js'), 'utf8').matchAll(/url:"([^"]+)"/g)].map(([, url]) => url!)
const kept = listed.filter((url) => url !== '/')
const bytes = kept.reduce((sum, url) => sum + statSync(join(FILES, url)).size, 0)
console.log(
  `offline: ${kept.length} files and the page are kept, ${(bytes / 1e6).toFixed(2)} MB (aim: under ${AIM_BYTES / 1e6} MB)`,
)

const { address, stop } = await startServer(4398, true)
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
try {
  const page = await browser.newPage()
  await tellWhenSeen(page)
  await page.goto(address)
  await page.getByRole('button', { name: 'Start', exact: true }).waitFor()
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  stop()
  while (await fetch(address).catch(() => null)) await new Promise((resolve) => setTimeout(resolve, 100))
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
  const found: Seen[] = []
  for (let time = 0; time < TIMES; time += 1) {
    await page.reload({ waitUntil: 'commit' })
    found.push(await whenSeen(page))
  }
  const of = (what: keyof Seen) => {
    const all = found.map((each) => each[what])
    return `${median(all)!.toFixed(0)} ms in the middle, ${Math.max(...all).toFixed(0)} at most`
  }
  console.log(
    `offline reload, the demo's year, the processor slowed ${SLOWED} times (${TIMES} times, seed ${SEED} changes nothing here): the page ${of('heading')} (aim: under ${AIM_MS}); what to practise ${of('offer')}`,
  )
} finally {
  await browser.close()
  stop()
}
