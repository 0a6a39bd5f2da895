import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, statSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { extname, join } from 'node:path'
import { expect, test } from '@playwright/test'
import { begin, expectNoForeignScript, goTo, openAt } from './support'

const BASE = '/brook/'
const KINDS: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.json': 'application/json',
  '.svg': 'image/svg+xml',
  '.wasm': 'application/wasm',
  '.webmanifest': 'application/manifest+json',
}
/** A plain host of files, as any is: a folder's page, else the file, else its page for what is unknown. */
function fileHost(): Promise<Server> {
  const server = createServer((asked, answer) => {
    const { pathname } = new URL(asked.url!, 'http://host')
    const inside = pathname.startsWith(BASE) ? pathname.slice(BASE.length) : null
    const file = inside === null ? '' : join('dist', inside)
    const found = [join(file, 'index.html'), file].find(
      (each) => inside !== null && existsSync(each) && statSync(each).isFile(),
    )
    const sent = found ?? 'dist/404.html'
    answer.writeHead(found ? 200 : 404, { 'content-type': KINDS[extname(sent)] ?? 'application/octet-stream' })
    answer.end(readFileSync(sent))
  })
  return new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(server)))
}

test.use({ serviceWorkers: 'allow' })
// Both write where Nuxt keeps what it has made, the first where the build is not of the sources as they are.
test.describe.configure({ mode: 'serial' })

test(
  'npm run generate gives files for a folder of any host: pages by their address, the demo, voices, no foreign script, and no network',
  { tag: '@slow' },
  async ({ page }) => {
    test.slow()
    const made = spawnSync(process.execPath, ['scripts/generate.mjs', '--base', BASE], { encoding: 'utf8' })
    expect(made.stderr + made.stdout).toContain('The files lie in dist/.')
    expect(made.status).toBe(0)
    const host = await fileHost()
    const address = `http://127.0.0.1:${(host.address() as AddressInfo).port}${BASE}`
    const faults: string[] = []
    page.on('pageerror', ({ message }) => faults.push(message))
    const missing: string[] = []
    page.on('response', (answer) => void (answer.status() === 404 && missing.push(new URL(answer.url()).pathname)))
    await openAt(page, `${address}week`)
    await expect(page.getByRole('heading', { level: 1, name: /^The week/ })).toBeVisible()
    await page.goto(`${address}forms/settle`)
    await expect(page.getByRole('heading', { level: 1, name: 'Settle' })).toBeVisible()
    await goTo(page, 'Settings')
    await page.getByRole('button', { name: 'Open the demo' }).click()
    await expect(page.getByRole('complementary', { name: 'Demo' })).toBeVisible()
    await goTo(page, 'Journal')
    // Only what a server would answer, and pages that have no file of their own, are not there.
    expect([...new Set(missing)].sort()).toEqual(['/brook/api/demo', '/brook/api/mode', '/brook/forms/settle'])
    await expectNoForeignScript(page)

    await page.evaluate(async () => void (await navigator.serviceWorker.ready))
    host.closeAllConnections()
    await new Promise((resolve) => host.close(resolve))
    await page.goto(`${address}?begin=today`)
    await page.waitForURL('**/follow')
    await begin(page)
    expect(faults).toEqual([])
  },
)

test('npm run dev starts, and gives the page with a script that is there', { tag: '@slow' }, async ({ request }) => {
  const port = 4891
  const child = spawn(process.execPath, ['scripts/dev.mjs', '--port', String(port)], {
    stdio: 'ignore',
    detached: true,
  })
  try {
    const address = `http://localhost:${port}`
    await expect
      .poll(async () => (await request.get(address).catch(() => null))?.status(), { timeout: 300_000 })
      .toBe(200)
    const html = await (await request.get(address)).text()
    const [script] = /\/_nuxt\/[^"]+entry[^"]*\.js/.exec(html)!
    expect((await request.get(`${address}${script}`)).status()).toBe(200)
  } finally {
    process.kill(-child.pid!, 'SIGKILL')
  }
})
