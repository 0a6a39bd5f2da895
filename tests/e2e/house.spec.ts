import { spawn, spawnSync } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { request as ask } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { houseAddresses, houseCertificate } from '../../scripts/lan.mjs'

const untilSaid = (child: ReturnType<typeof spawn>, words: RegExp) =>
  new Promise<string>((resolve, reject) => {
    let said = ''
    child.stdout!.on('data', (more: Buffer) => {
      said += more.toString()
      if (words.test(said)) resolve(said)
    })
    child.once('exit', () => reject(new Error(`It ended, having said: ${said}`)))
  })
const statusBy = (port: number, path: string, authority?: string) =>
  new Promise<{ status: number; body: string }>((resolve, reject) => {
    const asked = ask({ host: '127.0.0.1', port, path, ...(authority ? { ca: authority } : {}) }, (answer) => {
      let body = ''
      answer.on('data', (more: Buffer) => (body += more.toString()))
      answer.on('end', () => resolve({ status: answer.statusCode!, body }))
    })
    asked.on('error', reject).end()
  })

test('a certificate is made for the addresses of the house, kept while they stay, and made anew when they change or it is about to end', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'house-'))
  try {
    const nowMs = Date.UTC(2026, 2, 10)
    const first = await houseCertificate(['192.0.2.7'], { nowMs, folder })
    const leaf = new X509Certificate(first.certificate)
    const authority = new X509Certificate(readFileSync(first.authorityFile))
    expect(leaf.checkIP('192.0.2.7')).toBe('192.0.2.7')
    expect(leaf.checkIP('192.0.2.8')).toBeUndefined()
    expect([leaf.ca, authority.ca, leaf.verify(authority.publicKey)]).toEqual([false, true, true])
    // Browsers take none for longer than 398 days (CA/Browser Forum, Baseline Requirements 6.3.2, from memory).
    expect((Date.parse(leaf.validTo) - Date.parse(leaf.validFrom)) / 86_400_000).toBeLessThanOrEqual(398)
    const days = (count: number) => nowMs + count * 86_400_000
    expect(await houseCertificate(['192.0.2.7'], { nowMs: days(300), folder })).toEqual(first)
    const later = await houseCertificate(['192.0.2.7'], { nowMs: days(388), folder })
    expect(later.certificate).not.toBe(first.certificate)
    const moved = await houseCertificate(['192.0.2.8'], { nowMs: days(389), folder })
    expect(new X509Certificate(moved.certificate).checkIP('192.0.2.8')).toBe('192.0.2.8')
  } finally {
    rmSync(folder, { recursive: true })
  }
})

test(
  'npm start -- --lan serves by https to the house, says where and what the warning means, and gives the certificate to be trusted; without a network it says so',
  { tag: '@slow' },
  async ({ request, browser }) => {
    const port = 4890
    if (houseAddresses().length === 0) {
      const { status, stderr } = spawnSync(process.execPath, ['scripts/serve.mjs', '--lan'], { encoding: 'utf8' })
      expect([status, stderr]).toEqual([1, expect.stringContaining('no address in a network')])
      return
    }
    const child = spawn(process.execPath, ['scripts/serve.mjs', '--lan'], {
      env: { ...process.env, PORT: String(port) },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    try {
      const said = await untilSaid(child, /Ctrl\+C/)
      const [address] = houseAddresses()
      expect(said).toContain(`https://${address}:${port}/`)
      expect(said).toMatch(/[█▀▄]{10}/)
      expect(said).toContain('The phone will warn')
      // Nobody vouches for it to whoever does not know the authority; to whoever does, it is good.
      await expect(statusBy(port, '/api/mode')).rejects.toThrow(/self-signed|verify/)
      const authority = readFileSync('.certificate/authority.crt', 'utf8')
      expect((await statusBy(port, '/api/mode', authority)).status).toBe(200)
      expect((await statusBy(port, '/api/certificate', authority)).body).toBe(authority)
      const page = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage()
      await page.goto(`https://${address}:${port}/settings`)
      await expect(page.getByRole('heading', { level: 1, name: 'Settings' })).toBeVisible()
      expect(await page.evaluate(() => window.isSecureContext)).toBe(true)
      expect((await request.get('/api/certificate')).status()).toBe(404)
    } finally {
      child.kill()
    }
  },
)
