/**
 * JavaScript that the first page really loads, also what comes a moment after its first answer, and what its workers load beside it; the forms and
 * routines that ship come as data, told apart. Each file gzipped as a server would send it.
 */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { between } from './support/seed'

const AIM_BYTES = 250_000
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
try {
  const address = `http://127.0.0.1:${PORT}/`
  for (let tries = 0; tries < 50 && !(await fetch(address).catch(() => null)); tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  // What is kept for later, beside the page, is no part of it.
  const page = await browser.newPage({ serviceWorkers: 'block' })
  // The demo as of some day of a year: more or fewer stones, other forms due.
  await page.clock.install({ time: new Date(Date.UTC(2026, 0, Math.floor(between(1, 365)), 8)) })
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
  await page.goto(address, { waitUntil: 'networkidle' })
  await page.getByRole('button', { name: 'Begin', exact: true }).waitFor()
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS))
  const workers = new Set(page.workers().map((worker) => worker.url()))
  const of = { page: [0, 0], workers: [0, 0] }
  for (const [url, body] of scripts) {
    const sum = of[ofPage.has(url) && !workers.has(url) ? 'page' : 'workers']
    sum[0]! += 1
    sum[1]! += gzipSync(await body).byteLength
  }
  const told = ([files, bytes]: number[]) => `${files} scripts, ${(bytes! / 1000).toFixed(1)} kB`
  const shipped = (await Promise.all(data)).reduce((sum, body) => sum + gzipSync(body).byteLength, 0)
  console.log(
    `first page: ${told(of.page)} of JavaScript gzipped (aim: under ${AIM_BYTES / 1000} kB); beside it in workers ${told(of.workers)}, and ${(shipped / 1000).toFixed(1)} kB of forms and routines as data`,
  )
} finally {
  await browser.close()
  server.kill()
}
