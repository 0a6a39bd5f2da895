/** JavaScript that the first page really loads, each file gzipped as a server would send it. */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { between } from './support/seed'

const AIM_BYTES = 250_000
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
  const page = await browser.newPage()
  // The demo as of some day of a year: more or fewer stones, other forms due.
  await page.clock.install({ time: new Date(Date.UTC(2026, 0, Math.floor(between(1, 365)), 8)) })
  const scripts = new Map<string, Promise<Buffer>>()
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script') scripts.set(response.url(), response.body())
  })
  await page.goto(address, { waitUntil: 'networkidle' })
  await page.getByRole('button', { name: 'Begin', exact: true }).waitFor()
  const bodies = await Promise.all(scripts.values())
  const gzipped = bodies.reduce((sum, body) => sum + gzipSync(body).byteLength, 0)
  console.log(
    `first page: ${scripts.size} scripts, ${(gzipped / 1000).toFixed(1)} kB of JavaScript gzipped (aim: under ${AIM_BYTES / 1000} kB)`,
  )
} finally {
  await browser.close()
  server.kill()
}
