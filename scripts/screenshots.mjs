// npm run screenshots: one current picture of each main view, made from the demo, into docs/screenshots.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuild, ensureChromium, ensurePackages, freePort, ROOT } from './prepare.mjs'

ensurePackages()
const executablePath = ensureChromium()
await ensureBuild()
const { chromium } = await import('@playwright/test')
const port = await freePort(4500)
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  cwd: ROOT,
  stdio: 'ignore',
  env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', PEBBLEBROOK_DEMO: '1' },
})
const address = `http://127.0.0.1:${port}`
for (let tries = 0; tries < 50 && !(await fetch(address).catch(() => null)); tries += 1) {
  await new Promise((resolve) => setTimeout(resolve, 100))
}
const browser = await chromium.launch({
  executablePath,
  args: ['--headless', '--no-sandbox', '--disable-gpu'],
})

/** A page whose clock stands on a fixed morning, so that pictures change only when the views do. */
async function open(options = {}) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Lisbon',
    locale: 'en-GB',
    ...options,
  })
  const page = await context.newPage()
  await page.clock.install({ time: new Date('2026-11-24T07:10:00Z') })
  // The audio's clock goes as the page's, so that a picture is always of the same moment.
  await page.addInitScript(() => {
    Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => performance.now() / 1000 })
  })
  return page
}
async function shoot(page, path, name, prepare = async () => {}) {
  if (path) await page.goto(address + path)
  await page.waitForLoadState('networkidle')
  await prepare(page)
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(500)
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) })
}
/** What to practise stands there. */
const offered = (page) => page.getByRole('button', { name: 'Start', exact: true }).waitFor()
/** Follow a routine to a moment, in strides as a session would. */
const followTo = (routine, seconds) => async (page) => {
  await page.getByRole('button', { name: `Start ${routine}`, exact: true }).click()
  await page.getByRole('button', { name: 'Start', exact: true }).waitFor()
  await page.clock.pauseAt((await page.evaluate(() => Date.now())) + 2000)
  await page.keyboard.press('Space')
  await page.getByRole('region', { name: 'Now' }).waitFor()
  // The pointer would light up the key that it happens to lie on.
  await page.mouse.move(0, 0)
  for (let left = seconds; left > 0; left -= 20) {
    await page.clock.fastForward(Math.min(20, left) * 1000)
    await page.waitForTimeout(300)
  }
  await page.clock.runFor(50)
}

try {
  const page = await open()
  await shoot(page, '/', 'today', offered)
  await shoot(page, '/week', 'week', async (view) => {
    await view.getByRole('button', { name: 'Suggest a week' }).click()
    await view.getByRole('button', { name: 'Plan this week' }).click()
    await view.mouse.move(0, 0)
  })
  await shoot(page, '/forms', 'forms')
  await shoot(page, '/forms/hold-up-the-sky', 'form')
  await shoot(page, '/routines', 'routines')
  await shoot(page, '/journal', 'journal', (view) =>
    view
      .getByRole('button', { name: /Before the workshop opens/ })
      .first()
      .click(),
  )
  await shoot(page, '/seasons/new', 'season', async (view) => {
    await view.getByRole('combobox', { name: 'Which forms' }).click()
    await view.getByRole('option', { name: /^The eight pieces, southern/ }).click()
    await view.getByRole('heading', { name: 'How it would go' }).scrollIntoViewIfNeeded()
    await view.evaluate(() => window.scrollTo(0, 420))
  })
  await shoot(page, '/journal/growth', 'growth')
  await shoot(page, '/journal/good', 'good', async (view) => {
    await view.clock.resume()
    await view.getByRole('combobox', { name: 'After' }).click()
    await view.getByRole('option', { name: 'Practice in the evening' }).click()
    await view.getByText('a larger gain than').waitFor()
    await view.evaluate(() => window.scrollTo(0, 300))
  })
  await shoot(page, '/journal/review', 'review')
  await shoot(page, '/settings', 'settings')
  await shoot(page, '/breath', 'breath', async (view) => {
    await view.getByRole('button', { name: 'a simulated belt' }).click()
    await view.getByRole('button', { name: 'Put it on' }).click()
    await view.clock.fastForward(40_000)
  })
  await page.goto(`${address}/routines`)
  await page.getByLabel('More for Before the workshop opens').click()
  await page.getByRole('button', { name: 'Duplicate Before the workshop opens and edit it' }).click()
  await shoot(page, null, 'routine', async (view) => {
    await view.getByLabel('I have').fill('10')
    await view.getByRole('button', { name: 'Fit', exact: true }).click()
    await view.getByRole('button', { name: 'Apply' }).waitFor()
    await view.locator('[data-entry]').nth(4).locator('.name').click()
    await view.evaluate(() => window.scrollTo(0, 0))
  })
  await shoot(page, '/routines/propose', 'propose', async (view) => {
    await view.getByRole('combobox', { name: 'What for' }).click()
    await view.getByRole('option', { name: 'low back' }).click()
    await view.getByLabel('sore back').check()
    await view.getByRole('button', { name: 'Propose' }).click()
    await view.getByRole('button', { name: 'Another' }).waitFor()
    await view.evaluate(() => window.scrollTo(0, 0))
  })
  await shoot(page, '/routines', 'follow-day', followTo('Before the workshop opens', 322))
  await shoot(page, '/routines', 'end', async (view) => {
    await followTo('While the kettle warms', 300)(view)
    await view.clock.resume()
    await view.getByText('is in the journal').waitFor()
    await view.waitForTimeout(1500)
  })
  await shoot(
    await open({ colorScheme: 'dark' }),
    '/routines',
    'follow-night',
    followTo('Before the workshop opens', 330),
  )
  const phone = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true }
  await shoot(await open(phone), '/', 'today-phone', offered)
  await shoot(await open(phone), '/routines', 'follow-phone', followTo('Before the workshop opens', 322))
} finally {
  await browser.close()
  server.kill()
}
