/**
 * Merge: random histories of two and three devices that write, remove and exchange; at the end all exchange in every order. All must come to the same, and
 * no word that stands anywhere may be lost that nobody who had seen it changed or removed. And what it takes to merge years.
 */
import fc from 'fast-check'
import { mergePersons, type MarkedPerson } from '#core/merge'
import { newPerson } from '#core/formats'
import { afterAll, common, histories, passedBy, stampOfWord, type Given } from '../tests/unit/merge/devices'
import { years } from './support/longJournal'
import { SEED } from './support/seed'

const HISTORIES = Number(process.env.HISTORIES ?? 10_000)

const same = (one: MarkedPerson, other: MarkedPerson) => JSON.stringify(common(one)) === JSON.stringify(common(other))
const ORDERS = {
  2: [
    [0, 1],
    [1, 0],
  ],
  3: [
    [0, 1, 2],
    [0, 2, 1],
    [1, 0, 2],
    [1, 2, 0],
    [2, 0, 1],
    [2, 1, 0],
  ],
}
const wordsOf = ({ person }: MarkedPerson) => person.forms.map(({ about }) => about)

/** Words of one device that are nowhere when all are together, and that no state came after. */
function lost(all: readonly Given[], together: MarkedPerson): number {
  const kept = new Set(wordsOf(together))
  const gone = all.flatMap((each) =>
    wordsOf(each)
      .filter((word) => !kept.has(word))
      .map((word) => stampOfWord(each, word)),
  )
  return gone.filter((stamp) => !all.some((each) => passedBy(each).has(stamp))).length
}

for (const devices of [2, 3] as const) {
  let alike = 0
  let twice = 0
  let lostWords = 0
  let words = 0
  let beside = 0
  for (const history of fc.sample(histories(devices), { numRuns: HISTORIES / 2, seed: SEED })) {
    const all = afterAll(history, devices).map((each) => each.give())
    const merged = ORDERS[devices].map((order) =>
      order.map((at): MarkedPerson => all[at]!).reduce((sum, each) => mergePersons(sum, each)),
    )
    if (merged.every((each) => same(each, merged[0]!))) alike += 1
    if (same(mergePersons(merged[0]!, all[0]!), merged[0]!) && same(mergePersons(merged[0]!, merged[0]!), merged[0]!))
      twice += 1
    lostWords += lost(all, merged[0]!)
    words += all.reduce((sum, each) => sum + wordsOf(each).length, 0)
    beside += merged[0]!.person.forms.filter(({ id }) => id.includes('__')).length
  }
  console.log(
    `merge: ${devices} devices, ${HISTORIES / 2} histories: the same in all ${ORDERS[devices].length} orders ${alike}, unchanged when taken again ${twice} (aim: all); of ${words} words lost ${lostWords} (aim: 0); ${beside} stood beside another`,
  )
}

const SESSIONS = 10_000
const sessions = years(SESSIONS / 500)
const mine = { person: { ...newPerson(), sessions: sessions.slice(0, SESSIONS * 0.9) } }
const theirs = { person: { ...newPerson(), sessions: sessions.slice(SESSIONS * 0.1) } }
const from = performance.now()
const merged = mergePersons(mine, theirs)
console.log(
  `  two devices with ${mine.person.sessions.length} sessions each, a tenth of them their own: ${merged.person.sessions.length} together in ${(performance.now() - from).toFixed(0)} ms`,
)
