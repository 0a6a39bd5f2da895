/**
 * JavaScript that the first page really loads: what it needs until Begin can be pressed, what comes in the moment after that, and what its workers load
 * beside it; the forms and routines that ship come as data, told apart. Each file gzipped as a server would send it. On a first visit with the demo,
 * which is taken in first, and opened again.
 */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import { tellWhatIsNeeded, whatIsNeeded } from './support/needed'
import { between } from './support/seed'

const AIM_BYTES = 150_000
/** What comes after the first answer comes within this time. */
const SETTLED_MS = 3000
const PORT = '4399'
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  env: { ...process.env, PORT, HOST: '127.0.0.1', PEBBLEBROOK_DEMO: '1' },
  stdio: 'ignore',
})
const browser = await chromium.launch({
  executablePath: process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-sync'],
})
const address = `http://127.0.0.1:${PORT}/`
const DAY = Date.UTC(2026, 0, Math.floor(between(1, 365)), 8)

/** It is that day on the page; its clocks run on, so that what it loaded is told by when it did. */
const onDay = (page: Page, atMs: number) =>
  page.addInitScript((ahead) => {
    const Real = Date
    window.Date = class extends Real {
      constructor(...parts: [number]) {
        super(...((parts.length > 0 ? parts : [Real.now() + ahead]) as [number]))
      }
      static override now = () => Real.now() + ahead
    } as DateConstructor
  }, atMs - Date.now())

async function measure(page: Page, visit: string) {
  const scripts = new Map<string, Promise<Buffer>>()
  // What a worker fetches for itself is told to the worker's own tools, and not to the page's.
  const ofPage = new Set<string>()
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Network.enable')
  devtools.on('Network.responseReceived', ({ type, response }) => void (type === 'Script' && ofPage.add(response.url)))
  page.on('worker', (worker) => ofPage.delete(worker.url()))
  const data: Promise<Buffer>[] = []
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') scripts.set(response.url(), response.body())
    else if (/\/shipped\.[^/]*json$/.test(response.url())) data.push(response.body())
  })
  await page.goto(address, { waitUntil: 'commit' })
  await page.getByRole('button', { name: 'Start', exact: true }).waitFor()
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS))
  const workers = new Set(page.workers().map((worker) => worker.url()))
  const needed = new Set(await whatIsNeeded(page))
  const of = { needed: [0, 0], later: [0, 0], workers: [0, 0] }
  for (const [url, body] of scripts) {
    const isOfPage = ofPage.has(url) && !workers.has(url)
    const sum = of[!isOfPage ? 'workers' : needed.has(url) ? 'needed' : 'later']
    sum[0]! += 1
    sum[1]! += gzipSync(await body).byteLength
  }
  const told = ([files, bytes]: number[]) => `${files} scripts, ${(bytes! / 1000).toFixed(1)} kB`
  const shipped = (await Promise.all(data)).reduce((sum, body) => sum + gzipSync(body).byteLength, 0)
  console.log(
    `first page, ${visit}: until Begin can be pressed ${told(of.needed)} of JavaScript gzipped (aim: under ${AIM_BYTES / 1000} kB), in the ${SETTLED_MS / 1000} s after it ${told(of.later)}; ` +
      `beside it in workers ${told(of.workers)}, and ${(shipped / 1000).toFixed(1)} kB of forms and routines as data`,
  )
}

try {
  for (let tries = 0; tries < 50 && !(await fetch(address).catch(() => null)); tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  // What is kept for later, beside the page, is no part of it.
  const context = await browser.newContext({ serviceWorkers: 'block' })
  for (const visit of ['first visit', 'opened again']) {
    const page = await context.newPage()
    // The demo as of some day of a year: more or fewer stones, other forms due.
    await onDay(page, DAY)
    await tellWhatIsNeeded(page)
    await measure(page, visit)
    await page.close()
  }
} finally {
  await browser.close()
  server.kill()
}
