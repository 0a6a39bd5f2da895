import { readdirSync, readFileSync } from 'node:fs'
import { setTimeout as pause } from 'node:timers/promises'
import { chromium } from '@playwright/test'
import { toArchive, type PersonData } from '#core/formats'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './browser'

const LOOKED_EVERY_MS = 200

/** What the processes below one take together, in MB: each shared page counted in parts (PSS, man 5 proc_pid_smaps). */
function memoryBelow(pid: number): number {
  const parents = new Map<number, number[]>()
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue
    try {
      const parent = Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${name}/status`, 'utf8'))![1])
      parents.set(parent, [...(parents.get(parent) ?? []), Number(name)])
    } catch {
      // It has ended meanwhile.
    }
  }
  const of = (each: number): number => {
    let own = 0
    try {
      own = Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${each}/smaps_rollup`, 'utf8'))![1]) / 1000
    } catch {
      // It has ended meanwhile.
    }
    return own + (parents.get(each) ?? []).reduce((sum, child) => sum + of(child), 0)
  }
  return of(pid)
}

/** A sound file as a person has it made, from the press to the list of what was made: how long it takes, and what memory more than before. */
export async function madeInBrowser(person: PersonData, routineId: string, port: number) {
  const { address, stop } = await startServer(port)
  const server = await chromium.launchServer({ executablePath: CHROMIUM, args: CHROMIUM_ARGS })
  try {
    const browser = await chromium.connect(server.wsEndpoint())
    const page = await browser.newPage()
    await page.goto(`${address}/settings#data`)
    const text = JSON.stringify(toArchive(person, '2026-11-28T00:00:00.000Z'))
    const file = { name: 'archive.json', mimeType: 'application/json', buffer: Buffer.from(text) }
    await page.getByLabel('Archive to import').setInputFiles(file)
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await page.getByText('The archive is in.').waitFor()
    await page.goto(`${address}/carry?routine=${routineId}`)
    const make = page.getByRole('button', { name: 'Make the file' })
    await make.waitFor()
    const before = memoryBelow(server.process().pid!)
    let most = before
    let isMade = false
    const from = performance.now()
    await make.click()
    const made = page
      .getByRole('region', { name: 'Made' })
      .waitFor({ timeout: 600_000 })
      .then(() => (isMade = true))
    while (!isMade) {
      await Promise.race([made, pause(LOOKED_EVERY_MS)])
      most = Math.max(most, memoryBelow(server.process().pid!))
    }
    const seconds = (performance.now() - from) / 1000
    const cores = await page.evaluate(() => navigator.hardwareConcurrency)
    return { seconds, memoryMb: most - before, cores }
  } finally {
    await server.close()
    stop()
  }
}
