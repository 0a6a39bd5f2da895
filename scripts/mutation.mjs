// npm run mutation -- ROOM... --share 0.3 --seed 2: puts small faults into rooms of core one by one, runs their unit tests, and prints how
// many were found. With a share only so much of each room is looked at, drawn by the seed.
import { bin, ensurePackages, giveUp, run } from './prepare.mjs'

const ROOMS = ['timeline', 'runner', 'sound', 'journal', 'routine', 'compose', 'plan']
const options = { share: '1', seed: '1' }
const rooms = []
for (const [index, word] of process.argv.slice(2).entries()) {
  const before = process.argv[index + 1]
  if (before?.startsWith('--')) options[before.slice(2)] = word
  else if (!word.startsWith('--')) rooms.push(word)
}
const unknown = rooms.filter((room) => !ROOMS.includes(room))
if (unknown.length > 0) giveUp(`There is no room ${unknown.join(', ')} to look at. There are: ${ROOMS.join(', ')}.`)
ensurePackages()
for (const room of rooms.length > 0 ? rooms : ROOMS) {
  console.log(`\n— ${room}`)
  run(bin('stryker'), ['run'], {
    env: { ...process.env, ROOM: room, SHARE: options.share, SEED: options.seed, PROPERTY_RUNS: '12' },
  })
}
