import { spawn } from 'node:child_process'
import { request as httpRequest } from 'node:http'
import { expect, test } from '@playwright/test'
import { expectNoForeignScript } from './support'

test('what is asked in another way than it can be is answered as such, in JSON', async ({ request }) => {
  const asked: [method: string, path: string, status: number, allow?: string][] = [
    ['GET', '/api/nothing', 404],
    ['POST', '/api/', 404],
    ['GET', '/api', 404],
    ['POST', '/api/mode', 405, 'GET, HEAD'],
    ['DELETE', '/api/catalogue', 405, 'GET, HEAD'],
    ['GET', '/api/fit', 405, 'POST'],
    ['PUT', '/api/timeline', 405, 'POST'],
    ['POST', '/routines', 405, 'GET, HEAD'],
  ]
  for (const [method, path, status, allow] of asked) {
    const answer = await request.fetch(path, { method })
    expect(answer.status(), `${method} ${path}`).toBe(status)
    if (allow) expect(answer.headers().allow).toBe(allow)
    if (path.startsWith('/api')) expect((await answer.json()).statusCode).toBe(status)
  }
  const form = await request.post('/api/timeline', { form: { a: '1' } })
  expect(form.status()).toBe(415)
  const text = await request.post('/api/timeline', { data: '{}', headers: { 'content-type': 'text/plain' } })
  expect(text.status()).toBe(415)
})

test('pages and files come with their headers; no script runs but those of the page, and none is needed', async ({
  page,
  request,
}) => {
  const said: string[] = []
  page.on('console', (message) => void (message.type() === 'error' && said.push(message.text())))
  const html = (await page.goto('/'))!
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
  const policy = (await html.headerValue('content-security-policy'))!
  expect(policy).toMatch(/script-src 'self' 'sha256-/)
  expect(/script-src [^;]*unsafe/.test(policy)).toBe(false)
  expect(await html.headerValue('x-powered-by')).toBeNull()
  const worker = /\/_nuxt\/[\w.-]+\.js/.exec(await html.text())![0]
  for (const path of [
    '/',
    '/pebble.svg',
    '/sw.js',
    worker,
    '/api/mode',
    '/manifest.webmanifest',
    '/.env',
    '/api/nothing',
  ]) {
    const headers = (await request.get(path)).headers()
    expect([headers['x-content-type-options'], headers['x-frame-options']], path).toEqual(['nosniff', 'DENY'])
    expect(headers['content-security-policy'], path).toMatch(/(default|script)-src '(self|none)'/)
  }
  await expectNoForeignScript(page)
  expect(said.filter((words) => !words.includes('inline script'))).toEqual([])
})

test(
  'asked to go while it works, the server is gone within five seconds, and answers or refuses what it was asked',
  { tag: '@slow' },
  async () => {
    const port = 4790
    const server = spawn(process.execPath, ['.output/server/index.mjs'], {
      env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', NODE_ENV: 'production' },
      stdio: 'ignore',
    })
    const gone = new Promise<number>((resolve) => server.once('exit', () => resolve(Date.now())))
    const address = `http://127.0.0.1:${port}`
    await expect
      .poll(() =>
        fetch(`${address}/api/mode`).then(
          ({ status }) => status,
          () => 0,
        ),
      )
      .toBe(200)
    const { forms, routines } = await (await fetch(`${address}/api/catalogue`)).json()
    const body = JSON.stringify({
      routine: routines.at(-1),
      forms,
      ways: [],
      pace: { start: { inSeconds: 3, outSeconds: 4 }, settled: { inSeconds: 5, outSeconds: 7 }, settleMinutes: 9 },
      rules: (await (await fetch(`${address}/api/demo?date=2026-03-01`)).json()).person.settings.rules,
      targetSeconds: 900,
      toleranceSeconds: null,
    })
    const headers = { 'content-type': 'application/json' }
    const answers = Array.from({ length: 4 }, () =>
      fetch(`${address}/api/fit`, { method: 'POST', headers, body }).then(
        ({ status }) => status,
        () => 0,
      ),
    )
    await new Promise((resolve) => setTimeout(resolve, 200))
    const askedAt = Date.now()
    server.kill('SIGTERM')
    // Five seconds by its own clock, and as many more for a machine that is busy to come to it.
    expect((await gone) - askedAt).toBeLessThan(10_000)
    for (const status of await Promise.all(answers)) expect([200, 503, 0]).toContain(status)
  },
)

test('bodies that hardly come keep nobody from an answer, and are answered themselves when they do', async ({
  baseURL,
}) => {
  const headers = { 'content-type': 'application/json', 'content-length': '10' }
  const slow = Array.from({ length: 12 }, () => {
    const asked = httpRequest(`${baseURL}/api/check`, { method: 'POST', headers })
    const answered = new Promise<number>((resolve) => asked.on('response', ({ statusCode }) => resolve(statusCode!)))
    asked.write('{')
    return { asked, answered }
  })
  const ask = async () =>
    await fetch(`${baseURL}/api/check`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
  await expect.poll(async () => (await ask()).status).toBe(400)
  for (const { asked } of slow) asked.end('        }')
  // A busy machine may not come to all that it has taken up in time, and says so.
  for (const { answered } of slow) expect([400, 408, 429, 503]).toContain(await answered)
})

test('what is no page and no file is not there; what would call itself in a message is refused by its name', async ({
  request,
}) => {
  for (const path of ['/.env', '/x.map', '/_nuxt/nothing.js', '/a/b.php'])
    expect((await request.get(path)).status(), path).toBe(404)
  for (const path of ['/', '/routines', '/pebble.svg', '/sw.js'])
    expect((await request.get(path)).status(), path).toBe(200)
  const form = { counts: { least: { toString: 1 } } }
  const check = await request.post('/api/timeline', { data: { forms: [form] } })
  expect(check.status()).toBe(400)
  expect(JSON.stringify(await check.json())).toContain('forms[0].counts.least has a field called toString')
  for (const date of ['0000-01-01', '9999-12-31']) {
    const demo = await request.get(`/api/demo?date=${date}`)
    expect(demo.status(), date).toBe(400)
    expect((await demo.json()).data.faults[0].path).toBe('date')
  }
})
