import { createServer, request as ask } from 'node:http'
import type { AddressInfo } from 'node:net'
import { chromium, expect, test, type Page } from '@playwright/test'
import { begin, expectNoAxeFindings, goTo, letPassToTheEnd, MORNING, openAt } from './support'

test.use({ serviceWorkers: 'allow' })

/** The application behind a server of its own, which can be switched off, and whose next version can come. */
async function ownPlace(from: string) {
  let version = ''
  const server = createServer((asked, answer) => {
    const isWorker = asked.url === '/sw.js'
    const onward = ask(new URL(asked.url!, from), { method: asked.method, headers: asked.headers }, (given) => {
      const { 'content-length': _, etag: _tag, ...headers } = given.headers
      answer.writeHead(given.statusCode!, isWorker ? headers : given.headers)
      given.on('end', () => answer.end(isWorker ? version : undefined))
      given.pipe(answer, { end: false })
    })
    onward.on('error', () => answer.destroy())
    asked.pipe(onward)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    /** A newer version, as a browser sees it: its service worker differs. */
    bringNewer: () => (version = `\n// ${version.length + 1}`),
    async goDown() {
      const closed = new Promise((resolve) => server.close(resolve))
      server.closeAllConnections()
      await closed
    },
  }
}
/** Begin what stands in front today; its name. */
async function practiseToday(page: Page, address: string): Promise<string> {
  await page.goto(address)
  const name = await page.getByRole('region', { name: 'What to practise now' }).getByRole('heading').first().innerText()
  await page.goto(`${address}?begin=today`)
  await page.waitForURL('**/follow')
  await begin(page)
  return name
}
/** Until all that is kept for days without a network is there. */
const untilKept = (page: Page) => page.evaluate(async () => void (await navigator.serviceWorker.ready))

test(
  'after one page was opened, everything opens without the server: a session is practised by voice and logged',
  { tag: '@slow' },
  async ({ page, baseURL }) => {
    const place = await ownPlace(baseURL!)
    await openAt(page, place.address)
    await untilKept(page)
    await place.goDown()
    await expect(fetch(place.address)).rejects.toThrow()
    await page.reload()
    await expect(page.getByRole('heading', { level: 1, name: 'Tuesday' })).toBeVisible()
    for (const screen of ['Week', 'Forms', 'Routines', 'Journal', 'Settings']) await goTo(page, screen)
    await expect(page.getByText('opens without a network')).toBeVisible()
    // A page that was never opened, by its address.
    await page.goto(`${place.address}forms/settle`)
    await expect(page.getByRole('heading', { level: 1, name: 'Settle' })).toBeVisible()
    const clip = await page.evaluate(async () => (await (await fetch('/voice/movements.bin')).arrayBuffer()).byteLength)
    expect(clip).toBeGreaterThan(100_000)
    const name = await practiseToday(page, place.address)
    await letPassToTheEnd(page, 60)
    await page.clock.resume()
    await page.goto(`${place.address}journal`)
    await expect(page.getByText(name).first()).toBeVisible()
  },
)

test(
  'a newer version is told, not in a session nor over one elsewhere, and taken by one press with all that is mine',
  { tag: '@slow' },
  async ({ page, baseURL, context }) => {
    const place = await ownPlace(baseURL!)
    await openAt(page, place.address)
    await untilKept(page)
    await page.reload()
    const other = await context.newPage()
    await other.goto(place.address)
    const notice = (of: Page) => of.getByRole('status', { name: 'A newer version' })

    const name = await practiseToday(page, place.address)
    place.bringNewer()
    await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()))
    await expect(async () => {
      // The clock of all windows goes as the test moves it.
      await page.clock.runFor(500)
      await expect(notice(other)).toBeVisible({ timeout: 500 })
    }).toPass()
    await other.evaluate(() => Object.assign(window, { isOld: true }))
    await other.getByRole('button', { name: 'Update now' }).click()
    await expect(other.getByText('A session is running: update after it.')).toBeVisible()
    await expect(notice(page)).toHaveCount(0)
    await expect(page.getByRole('region', { name: 'Now' })).toBeVisible()
    await letPassToTheEnd(page, 60)
    await expect(notice(page)).toHaveCount(0)
    await page.clock.resume()
    await page.getByRole('button', { name: 'Done', exact: true }).click()
    await expect(notice(page)).toBeVisible()
    await expectNoAxeFindings(page)

    await other.getByRole('button', { name: 'Update now' }).click()
    await expect.poll(() => other.evaluate(() => 'isOld' in window).catch(() => true)).toBe(false)
    await expect(notice(other)).toHaveCount(0)
    await other.goto(`${place.address}journal`)
    await expect(other.getByText(name).first()).toBeVisible()
    await place.goDown()
  },
)

test('the shortcut of the installed application makes today’s session ready: one press begins it', async ({
  page,
  request,
}) => {
  const { shortcuts, icons } = await (await request.get('/manifest.webmanifest')).json()
  for (const { src } of icons) expect((await request.get(`/${src}`)).status(), src).toBe(200)
  const { url } = shortcuts.find(({ name }: { name: string }) => name === 'Begin today’s')
  await openAt(page, url)
  await page.waitForURL('**/follow')
  await begin(page)
  await page.goBack()
  await expect(page).not.toHaveURL(/begin/)
})

test(
  'a browser without Temporal gets what stands in for it, and days are told as ever',
  { tag: '@slow' },
  async ({ page }) => {
    const fetched: string[] = []
    page.on('response', (answer) => void (answer.request().resourceType() === 'script' && fetched.push(answer.url())))
    await page.addInitScript(() => Reflect.deleteProperty(globalThis, 'Temporal'))
    await openAt(page, '/')
    await expect(page.getByRole('heading', { level: 1, name: 'Tuesday' })).toBeVisible()
    const without = [...fetched]
    await goTo(page, 'Week')
    await goTo(page, 'Journal')
    const other = await page.context().newPage()
    const native: string[] = []
    other.on('response', (answer) => void (answer.request().resourceType() === 'script' && native.push(answer.url())))
    await other.goto('/')
    await expect(other.getByRole('heading', { level: 1, name: /day/ })).toBeVisible()
    await other.waitForLoadState('networkidle')
    // What else a page fetches may come sooner or later; what stands in is fetched by the first alone.
    const byItAlone = without.filter((url) => !native.includes(url))
    const codes = await Promise.all(byItAlone.map(async (url) => (await page.request.get(url)).text()))
    expect(codes.filter((code) => code.includes('ZonedDateTime'))).not.toEqual([])
  },
)

test(
  'where a page is not secure everything works but what only secure pages can, and that is said',
  { tag: '@slow' },
  async ({ baseURL }) => {
    const browser = await chromium.launch({
      executablePath: process.env.PEBBLEBROOK_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: ['--headless', '--no-sandbox', '--disable-gpu', '--host-resolver-rules=MAP desk.house 127.0.0.1'],
    })
    try {
      const page = await (
        await browser.newContext({ baseURL: `http://desk.house:${new URL(baseURL!).port}` })
      ).newPage()
      const faults: string[] = []
      page.on('pageerror', ({ message }) => faults.push(message))
      await openAt(page, '/routines', MORNING)
      expect(await page.evaluate(() => [window.isSecureContext, 'randomUUID' in crypto])).toEqual([false, false])
      await page.getByRole('button', { name: 'New routine' }).click()
      await page.getByRole('textbox', { name: 'Name of the routine' }).fill('By the hedge')
      await page.getByRole('textbox', { name: 'Name of the routine' }).press('Enter')
      await page.getByRole('button', { name: 'Add Settle', exact: true }).click()
      await page.getByRole('button', { name: 'Start', exact: true }).click()
      await page.waitForURL('**/follow')
      await begin(page)
      await letPassToTheEnd(page, 60)
      await page.clock.resume()
      await page.goto('/journal')
      await expect(page.getByText('By the hedge').first()).toBeVisible()
      await goTo(page, 'Settings')
      await expect(page.getByText('This page came over plain http')).toBeVisible()
      await page.goto('/forms/settle')
      await page.getByText('My own voice for it').click()
      await page
        .getByRole('button', { name: /^Record / })
        .first()
        .click()
      await expect(page.getByRole('alert')).toContainText('only to pages that came by https')
      expect(faults).toEqual([])
    } finally {
      await browser.close()
    }
  },
)
