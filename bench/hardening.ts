/**
 * What the server bears: the worst requests that are known, many at once for a minute, while small ones go through; what it answers, how
 * long the small ones take, and how much memory it holds. `SECONDS=10` for a shorter run.
 */
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { text } from 'node:stream/consumers'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { stepFor } from '#core/routine'
import { CATALOGUE } from '#data'
import { startServer } from './support/browser'
import { between, oneOf } from './support/seed'

const AT_ONCE = 200
const LOADED_SECONDS = Number(process.env.SECONDS ?? 60)
const SMALL_EVERY_MS = 100
const MORE_ROUNDS = 4

const form = { ...CATALOGUE[0]!, counts: { least: 1, usual: 5, most: 9, step: 1 }, sides: 'none' as const }
const group = (index: number) => ({
  kind: 'group',
  id: `g${index}`,
  name: 'Rounds',
  pattern: 'rounds',
  stages: [],
  rounds: 18,
  restBreaths: 1,
  optional: index % 2 === 0,
  pinned: false,
  off: false,
  steps: Array.from({ length: 10 }, (_, at) => ({ ...stepFor(form, `s${index}-${at}`), count: 1 + (at % 3) })),
})
const setting = { forms: [form], ways: [], pace: { ...steadyPace(9, 11), settleMinutes: 30 }, rules: USUAL_HOUSE_RULES }
const routine = {
  id: 'r',
  name: 'R',
  purpose: '',
  entries: Array.from({ length: 60 }, (_, at) => group(at)),
  silenced: [],
}
const fit = JSON.stringify({ routine, ...setting, targetSeconds: 20_000, toleranceSeconds: 0.001 })
const timeline = JSON.stringify({ routine, ...setting })
const faulty = JSON.stringify({ ...setting, routine: {}, forms: Array.from({ length: 90_000 }, () => ({})) })
const deep = '['.repeat(400_000) + ']'.repeat(400_000)
/** A year made for a day that nobody has asked for yet: none of the last demos can be given. */
const someDemo = () => {
  const date = new Date(between(Date.UTC(2000), Date.UTC(2100))).toISOString().slice(0, 10)
  return `/api/demo?date=${date}&zone=${oneOf(['Europe/Lisbon', 'Pacific/Chatham', 'America/St_Johns'])}`
}
const WORST: [path: string | (() => string), body?: string][] = [
  [someDemo],
  ['/api/fit', fit],
  ['/api/timeline', timeline],
  ['/api/check', faulty],
  ['/api/timeline', deep],
  ['/api/say', JSON.stringify({ text: 'seventy '.repeat(15).trim() })],
]

const { address, stop, pid } = await startServer(4396)
const memoryMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024
const statuses = new Map<number, number>()
const headers = { 'content-type': 'application/json' }
let until = Date.now() + LOADED_SECONDS * 1000
let longestMs = 0
async function load() {
  while (Date.now() < until) {
    const [path, body] = oneOf(WORST)
    const from = performance.now()
    const where = address + (typeof path === 'string' ? path : path())
    const status = await fetch(where, body === undefined ? {} : { method: 'POST', headers, body }).then(
      async (answer) => (await answer.arrayBuffer(), answer.status),
      () => 0,
    )
    longestMs = Math.max(longestMs, performance.now() - from)
    statuses.set(status, (statuses.get(status) ?? 0) + 1)
    if (status === 429) await new Promise((resolve) => setTimeout(resolve, 500))
  }
}
let mostMb = 0
const watch = setInterval(() => (mostMb = Math.max(mostMb, memoryMb())), 100)

/** The small requests are asked from a process of their own: this one is busy with the large ones. */
const SMALL = `
  const [address, until, every] = process.argv.slice(1)
  const times = []
  while (Date.now() < Number(until)) {
    const from = performance.now()
    await (await fetch(address + '/api/mode')).text()
    times.push(performance.now() - from)
    await new Promise((resolve) => setTimeout(resolve, Number(every)))
  }
  console.log(JSON.stringify(times))`
async function ask(): Promise<number[]> {
  const words = ['--input-type=module', '-e', SMALL, address, String(until), String(SMALL_EVERY_MS)]
  const asker = spawn(process.execPath, words, { stdio: ['ignore', 'pipe', 'inherit'] })
  return JSON.parse(await text(asker.stdout)) as number[]
}
const before = memoryMb()
const [small] = await Promise.all([ask(), ...Array.from({ length: AT_ONCE }, load)])
const quiet = () => new Promise((resolve) => setTimeout(resolve, 10_000))
await quiet()
const after = memoryMb()
// What more such loads leave behind tells whether the first left something that grows.
const later: number[] = []
for (let round = 0; round < MORE_ROUNDS; round += 1) {
  until = Date.now() + (LOADED_SECONDS / 2) * 1000
  await Promise.all(Array.from({ length: AT_ONCE }, load))
  await quiet()
  later.push(memoryMb())
}
clearInterval(watch)
small.sort((one, other) => one - other)
console.log(
  `hardening: ${AT_ONCE} at once for ${LOADED_SECONDS} s: answers ${[...statuses]
    .sort(([one], [other]) => one - other)
    .map(([status, times]) => `${status} ${times}`)
    .join(', ')}; ` +
    `longest ${(longestMs / 1000).toFixed(1)} s; ${small.length} small requests beside them: median ${small[small.length >> 1]!.toFixed(0)} ms, ` +
    `99th percentile ${small[Math.floor(small.length * 0.99)]!.toFixed(0)} ms (aim: under 250); memory ${before.toFixed(0)} MB before, ${mostMb.toFixed(0)} MB at most (aim: under 400), ${after.toFixed(0)} MB after, ${later.map((mb) => mb.toFixed(0)).join(', ')} MB after further loads of half that length`,
)
stop()
