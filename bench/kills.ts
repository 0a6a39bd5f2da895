/**
 * A real browser ended at random moments, by closing the page, by a crash of its process and by killing the whole browser, while a session
 * is followed, a routine is edited, a session is noted and an archive is taken in: what is there afterwards. `KILLS=60` for fewer, `STORY=noting`
 * for one of them.
 */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test'
import { newPerson, toArchive, writeArchive } from '#core/formats'
import { elsewhereRecord, type SessionRecord } from '#core/journal'
import { replay } from '#core/runner'
import type { Routine } from '#core/routine'
import type { StoredAlive, StoredRunning } from '~/shared/store/database'
import { storedRunning } from '~/shared/session/runningKeeper'
import { CHROMIUM, CHROMIUM_ARGS, startServer } from './support/browser'
import { between, chance, oneOf } from './support/seed'

const KILLS = Number(process.env.KILLS ?? 500)
const PORT = 4394
const DEBUG_PORT = 9394
/** What was done so short before the end may still have been on its way. */
const ON_ITS_WAY_MS = 250

const { address, stop } = await startServer(PORT)
const profile = mkdtempSync(join(tmpdir(), 'bench-'))
let running = null as { pid: number; browser: Browser; context: BrowserContext } | null
async function launch() {
  const words = [...CHROMIUM_ARGS, `--remote-debugging-port=${DEBUG_PORT}`, `--user-data-dir=${profile}`]
  const child = spawn(CHROMIUM, words, { stdio: 'ignore', detached: true })
  for (let tries = 0; ; tries += 1) {
    try {
      const browser = await chromium.connectOverCDP(`http://127.0.0.1:${DEBUG_PORT}`)
      return { pid: child.pid!, browser, context: browser.contexts()[0]! }
    } catch (error) {
      if (tries > 100) throw error
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
}
async function newPage(path: string): Promise<Page> {
  running ??= await launch()
  const page = await running.context.newPage()
  page.setDefaultTimeout(15_000)
  await page.bringToFront()
  await page.goto(address + path)
  return page
}
const WAYS = ['close', 'crash', 'kill'] as const
/** End the page in some way; answers when, in milliseconds since 1970. */
async function end(page: Page, way: (typeof WAYS)[number]): Promise<number> {
  const at = Date.now()
  if (way === 'close') await page.close()
  else if (way === 'crash') {
    const crashed = page.waitForEvent('crash')
    const session = await running!.context.newCDPSession(page)
    void session.send('Page.crash' as never).catch(() => undefined)
    await crashed
    await page.close()
  } else {
    process.kill(-running!.pid, 'SIGKILL')
    await running!.browser.close().catch(() => undefined)
    running = null
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
  return at
}

interface Stored {
  sessions: SessionRecord[]
  routines: Routine[]
  running: StoredRunning[]
  alive: StoredAlive[]
}
const STORES = ['sessions', 'routines', 'running', 'alive'] as const
/** All that a page's store holds; `empties` it as well. */
const read = (page: Page, empties = false) =>
  page.evaluate(
    ([stores, emptied]) =>
      new Promise<Stored>((resolve, reject) => {
        const opening = indexedDB.open('pebblebrook')
        opening.onerror = () => reject(opening.error)
        opening.onsuccess = () => {
          const transaction = opening.result.transaction(stores, 'readwrite')
          const found: Record<string, unknown> = {}
          for (const name of stores) {
            const asked = transaction.objectStore(name).getAll()
            asked.onsuccess = () => (found[name] = asked.result)
            if (emptied) transaction.objectStore(name).clear()
          }
          transaction.oncomplete = () => {
            opening.result.close()
            resolve(found as never)
          }
        }
      }),
    [STORES, empties] as const,
  )
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

let mostLostSeconds = 0
let lost = 0
let onTheirWay = 0
let notWhole = 0
let resumed = 0
const wrong: string[] = []
const fault = (words: string) => {
  wrong.push(words)
  console.log(`  ${words}`)
}
/** Things done one after the other at these times must be there, but for those still on their way. */
function compare(what: string, doneAtMs: number[], there: number, endedAtMs: number) {
  const sure = doneAtMs.filter((ms) => ms < endedAtMs - ON_ITS_WAY_MS).length
  onTheirWay += Math.max(0, doneAtMs.length - Math.max(there, sure))
  if (there >= sure && there <= doneAtMs.length) return
  lost += 1
  fault(`${what}: ${there} there of ${doneAtMs.length}, ${sure} of them surely written`)
}
/** Do something again and again until the time is over; answers when each was done. */
async function repeatedly(forMs: number, act: () => Promise<void>): Promise<number[]> {
  const times: number[] = []
  const until = Date.now() + forMs
  while (Date.now() < until) {
    await act()
    times.push(Date.now())
    await wait(between(0, 400))
  }
  return times
}

/** Each begins something, and answers what must hold once it was ended. */
type Story = () => Promise<{ page: Page; holds: (after: Page, stored: Stored, endedAtMs: number) => Promise<void> }>
async function following(): ReturnType<Story> {
  const page = await newPage('/routines')
  await page
    .getByRole('button', { name: /^Follow / })
    .first()
    .click()
  await page.waitForURL('**/follow')
  await page.getByRole('button', { name: 'Start', exact: true }).click()
  await page.getByRole('region', { name: 'Now' }).waitFor()
  await wait(600)
  const given = await repeatedly(between(0, 2500), () => page.keyboard.press('Space'))
  if (chance() < 0.5) await wait(between(0, 1000))
  return {
    page,
    async holds(after, { running, alive }, endedAtMs) {
      const { sessions } = await storedRunning({ all: async () => ({ running, alive }) } as never)
      const stored = sessions[0]?.running
      if (!stored) return fault('following: no session is there')
      // One that was running is paused as it comes back.
      const ran = replay(stored).given.length > stored.given.length
      if (ran) mostLostSeconds = Math.max(mostLostSeconds, (endedAtMs - stored.aliveAtMs) / 1000)
      compare('following: commands', given, stored.given.filter(({ command }) => command !== 'start').length, endedAtMs)
      await after.getByRole('button', { name: 'Resume it' }).click()
      await after.getByText('Paused', { exact: true }).waitFor()
      resumed += 1
    },
  }
}
async function editing(): ReturnType<Story> {
  const page = await newPage('/routines')
  await page.getByRole('button', { name: 'New routine' }).click()
  const adds = page.getByRole('button', { name: 'Add Rise and sink', exact: true })
  await adds.waitFor()
  const added = await repeatedly(between(0, 2500), () => adds.click())
  return {
    page,
    async holds(after, { routines }, endedAtMs) {
      compare('editing: steps', added, routines[0]?.entries.length ?? 0, endedAtMs)
      await after.goto(`${address}/routines`)
      await after.getByRole('heading', { name: 'Routines', level: 1 }).waitFor()
      resumed += 1
    },
  }
}
async function noting(): ReturnType<Story> {
  const page = await newPage('/journal')
  const name = `Class ${Math.floor(chance() * 1e6)}`
  await page.getByRole('button', { name: 'Add practice done elsewhere' }).click()
  await page.getByLabel('What it was').fill(name)
  await page.getByRole('dialog').getByLabel('Day').fill('2026-03-01')
  await page.getByRole('button', { name: 'Save' }).click()
  await wait(between(0, 700))
  // What the page says is kept must be there; on a busy machine it may not have come to saying it.
  const isSaid = (await page.getByText(`${name}, `).filter({ hasText: 'is in the journal.' }).count()) > 0
  const saidMs = isSaid ? 0 : Date.now()
  return {
    page,
    async holds(after, { sessions }, endedAtMs) {
      compare('noting: entries', [saidMs], sessions.filter(({ title }) => title === name).length, endedAtMs)
      await after.goto(`${address}/journal`)
      await after.getByRole('heading', { name: 'Journal', level: 1 }).waitFor()
      resumed += 1
    },
  }
}
const ARCHIVED = 400
const archiveOf = (title: string) =>
  writeArchive(
    toArchive(
      {
        ...newPerson(),
        sessions: Array.from({ length: ARCHIVED }, (_, index) =>
          elsewhereRecord({
            id: `${title}-${index}`,
            title,
            timeZone: 'UTC',
            minutes: 30,
            words: '',
            startedAt: new Date(Date.UTC(2025, 0, 1 + index, 7)).toISOString(),
          }),
        ),
      },
      '2026-03-01T06:30:00.000Z',
    ),
  )
async function takeIn(page: Page, title: string) {
  const file = { name: 'archive.json', mimeType: 'application/json', buffer: Buffer.from(archiveOf(title)) }
  await page.goto(`${address}/settings#data`)
  await page.getByLabel('Archive to import').setInputFiles(file)
  // The second archive meets data, and takes its place.
  await page.getByRole('button', { name: /^(Take it|Put it in place of all that is here)$/ }).click()
}
async function importing(): ReturnType<Story> {
  const page = await newPage('/settings')
  await takeIn(page, 'Before')
  await page.getByText('The archive is in.').waitFor()
  await takeIn(page, 'After')
  await wait(between(0, 250))
  return {
    page,
    async holds(after, { sessions }) {
      const before = sessions.filter(({ title }) => title === 'Before').length
      if (sessions.length !== ARCHIVED || (before !== 0 && before !== ARCHIVED)) {
        notWhole += 1
        fault(`importing: ${before} of the one archive among ${sessions.length} sessions`)
      }
      await after.goto(`${address}/journal`)
      await after.getByRole('heading', { name: 'Journal', level: 1 }).waitFor()
      resumed += 1
    },
  }
}

const STORIES = { following, editing, noting, importing }
const tally: Record<string, number> = {}
const from = Date.now()
for (let turn = 0; turn < KILLS; turn += 1) {
  const story = oneOf(
    Object.keys(STORIES).filter((name) => name === (process.env.STORY ?? name)) as (keyof typeof STORIES)[],
  )
  const way = oneOf(WAYS)
  tally[`${story}/${way}`] = (tally[`${story}/${way}`] ?? 0) + 1
  try {
    const { page, holds } = await STORIES[story]()
    const endedAtMs = await end(page, way)
    const after = await newPage('/')
    await after.getByRole('heading', { level: 1 }).waitFor()
    if ((await after.getByText('could not be read').count()) > 0) fault(`${story}: something could not be read`)
    await holds(after, await read(after), endedAtMs)
    await read(after, true)
    await after.close()
  } catch (error) {
    fault(`${story}, ${way}: ${(error as Error).message.slice(0, 200)}`)
    for (const page of running?.context.pages() ?? []) await page.close().catch(() => undefined)
    const page = await newPage('/')
    await read(page, true)
    await page.close()
  }
  if ((turn + 1) % 50 === 0) console.log(`  ${turn + 1} of ${KILLS} after ${((Date.now() - from) / 1000).toFixed(0)} s`)
}
console.log(
  `kills: ${KILLS} ends of a real browser (${Object.entries(tally)
    .sort()
    .map(([name, times]) => `${name} ${times}`)
    .join(
      ', ',
    )}): ${resumed} resumed, ${wrong.length} with something wrong; at most ${mostLostSeconds.toFixed(2)} s of record lost (aim: 1); ` +
    `${lost} lost what had been done more than ${ON_ITS_WAY_MS} ms before, ${onTheirWay} things were on their way; ${notWhole} archives half taken`,
)
await running?.browser.close()
if (running) process.kill(-running.pid, 'SIGKILL')
stop()
await wait(300)
rmSync(profile, { recursive: true, force: true, maxRetries: 5 })
