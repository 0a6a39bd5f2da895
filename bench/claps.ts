/** The clap detector on seeded rooms that the tests have not seen: claps found, false ones in ten minutes, and its own cost. */
import { clapDetector, simulateRoom, type RoomSetting } from '#core/sound'
import { SEED } from './support/seed'

const RATE_HZ = 16_000
const ROOMS: RoomSetting['sounds'][] = ['quiet', 'noise', 'speech', 'music', 'doors']
const SEEDS = 6
const clapsAt = Array.from({ length: 40 }, (_, index) => 2 + index * 1.43 + (index % 3) * 0.2)
let foundInAll = 0
let ms = 0
let heardSeconds = 0
const told: string[] = []
const listen = (setting: Omit<RoomSetting, 'sampleRateHz'>) => {
  const samples = simulateRoom({ ...setting, sampleRateHz: RATE_HZ })
  const from = performance.now()
  const found = clapDetector(RATE_HZ).push(samples)
  ms += performance.now() - from
  heardSeconds += setting.seconds
  return found.map(({ atSeconds }) => atSeconds)
}
for (const sounds of ROOMS) {
  let found = 0
  let wrong = 0
  for (let seed = 1; seed <= SEEDS; seed += 1) {
    const times = listen({ sounds, seed: SEED * 1_000_003 + seed * 7919, seconds: 62, clapsAt })
    found += clapsAt.filter((at) => times.some((time) => Math.abs(time - at) < 0.05)).length
  }
  for (let minute = 1; minute <= 10; minute += 1)
    wrong += listen({ sounds, seed: SEED * 1_000_003 + minute * 104_729, seconds: 60, clapsAt: [] }).length
  foundInAll += found
  told.push(`${sounds} ${((found / (SEEDS * clapsAt.length)) * 100).toFixed(1)}% and ${wrong} false`)
}
const all = (foundInAll / (ROOMS.length * SEEDS * clapsAt.length)) * 100
console.log(
  `claps: ${all.toFixed(1)}% found (aim 95%), false in ten minutes (aim 1 at most): ${told.join(', ')}; ${(heardSeconds / (ms / 1000)).toFixed(0)} times real time`,
)
