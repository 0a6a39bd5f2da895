// npm run mutation -- ROOM: how many small faults put into a room of core its own unit tests find. docs/measurements.md has the scores.
import { readdirSync, readFileSync } from 'node:fs'

const room = process.env.ROOM ?? 'timeline'
const share = Number(process.env.SHARE ?? 1)
const seed = Number(process.env.SEED ?? 1)
/** A room is sampled by stretches of so many lines: each is taken or left as a whole. */
const STRETCH_LINES = 12

/** Whether a stretch is taken: the same for a seed (a hash by Fowler, Noll and Vo). */
function isTaken(words) {
  let hash = 2_166_136_261
  for (const letter of words) hash = Math.imul(hash ^ letter.charCodeAt(0), 16_777_619)
  hash ^= hash >>> 15
  return (Math.imul(hash, 2_246_822_519) >>> 0) / 4_294_967_296 < share
}

// Simulated rooms are something to test with: their sounds are made by ear.
const files = readdirSync(`core/${room}`).filter((file) => !['index.ts', 'simulatedRoom.ts'].includes(file))
const stretches = files.flatMap((file) => {
  const path = `core/${room}/${file}`
  const lines = readFileSync(path, 'utf8').split('\n').length
  const starts = Array.from({ length: Math.ceil(lines / STRETCH_LINES) }, (_, stretch) => stretch * STRETCH_LINES + 1)
  return starts
    .filter((start) => isTaken(`${seed} ${path} ${start}`))
    .map((start) => `${path}:${start}-${Math.min(lines, start + STRETCH_LINES - 1)}`)
})

export default {
  testRunner: 'vitest',
  vitest: { configFile: 'tests/mutation/vitest.config.ts', related: false },
  mutate: share < 1 ? stretches : files.map((file) => `core/${room}/${file}`),
  // What runs once as a file is loaded cannot be told apart by tests that share the loading.
  ignoreStatic: true,
  reporters: ['clear-text', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false, logTests: false, allowEmojis: false, skipFull: true },
  jsonReporter: { fileName: `node_modules/.cache/mutation/${room}.json` },
  tempDirName: 'node_modules/.cache/stryker',
  concurrency: 2,
  timeoutMS: 4_000,
}
