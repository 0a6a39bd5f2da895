/**
 * Archives spoilt by chance: each must be refused with short faults or be read, in under a second, and what is read must be of use: its
 * routines compile or say why, its days are counted. `ARCHIVES=5000` for fewer.
 */
import { MOST_FAULTS } from '#core/basics'
import { readArchive, toArchive } from '#core/formats'
import { journalTotals, streaks, weeksOfStones } from '#core/journal'
import { compileTimeline, TooLongError, UnknownFormError } from '#core/timeline'
import { CATALOGUE, demoPerson } from '#data'
import { chance, oneOf } from './support/seed'

const TODAY = '2026-03-02'
const ARCHIVES = Number(process.env.ARCHIVES ?? 50_000)
const shippedFormIds = CATALOGUE.map(({ id }) => id)
const demo = demoPerson('2026-03-01', 'Europe/Lisbon')
const small = toArchive(
  {
    ...demo,
    forms: [{ ...CATALOGUE[3]!, id: 'own' }],
    sessions: demo.sessions.slice(0, 2),
    routines: demo.routines.slice(0, 1),
    stages: demo.stages.slice(0, 2),
  },
  '2026-03-01T06:30:00.000Z',
)
const STRANGE: unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  0.5,
  '',
  '2026-02-30T06:30:00.000Z',
  '1970-01-01T00:00:00.000Z',
  '2100-12-31T23:59:59.999Z',
  '+01:00',
  '<img src=x onerror=alert(1)>',
  '\u202e'.repeat(50),
  'x'.repeat(100_000),
  [],
  {},
  [[[[]]]],
  { __proto__: { polluted: 1 } },
  JSON.parse('{"__proto__":{"polluted":1},"constructor":{"prototype":{"polluted":1}}}'),
]
type Holder = Record<string, unknown>
/** A place somewhere in the tree. */
function somewhere(tree: unknown): { holder: Holder; key: string } {
  let holder = tree as Holder
  for (;;) {
    const key = oneOf(Object.keys(holder))
    const inner = holder[key]
    const goesOn = typeof inner === 'object' && inner !== null && Object.keys(inner).length > 0 && chance() < 0.9
    if (!goesOn) return { holder, key }
    holder = inner as Holder
  }
}
function spoil(tree: unknown) {
  const { holder, key } = somewhere(tree)
  const way = chance()
  if (way < 0.5) holder[key] = structuredClone(oneOf(STRANGE))
  else if (way < 0.6) Reflect.deleteProperty(holder, key)
  else if (way < 0.75) {
    const other = somewhere(tree)
    holder[key] = structuredClone(other.holder[other.key])
  } else if (typeof holder[key] === 'number') holder[key] = holder[key] * (chance() < 0.5 ? -1 : 1 + chance())
  else if (Array.isArray(holder[key])) holder[key] = [...(holder[key] as unknown[]), ...(holder[key] as unknown[])]
  else holder[`${key}Too`] = holder[key]
}

let refused = 0
let taken = 0
let unclear = 0
let unusable = 0
let longestMs = 0
let longestUseMs = 0
for (let turn = 0; turn < ARCHIVES; turn += 1) {
  const tree = structuredClone(small)
  const times = 1 + Math.floor(chance() * 3)
  for (let time = 0; time < times; time += 1) spoil(tree)
  let text = JSON.stringify(tree)
  if (chance() < 0.05) text = text.slice(0, Math.floor(chance() * text.length))
  const from = performance.now()
  const read = readArchive(text, { shippedFormIds })
  longestMs = Math.max(longestMs, performance.now() - from)
  if (!read.ok) {
    refused += 1
    const clear = read.faults.length > 0 && read.faults.length <= MOST_FAULTS
    if (!clear || read.faults.some(({ message }) => message.length > 240 || !/[.…]$/.test(message))) {
      unclear += 1
      if (unclear <= 3) console.log('unclear:', JSON.stringify(read.faults[0]))
    }
    continue
  }
  taken += 1
  const { settings, routines, forms, ways, sessions } = read.value.person
  const used = performance.now()
  try {
    for (const routine of routines) {
      try {
        compileTimeline({ routine, forms: [...CATALOGUE, ...forms], ways, pace: settings.pace, rules: settings.rules })
      } catch (error) {
        if (!(error instanceof UnknownFormError || error instanceof TooLongError)) throw error
      }
    }
    const rules = { dayEndsAtHour: settings.dayEndsAtHour, restPlan: settings.restPlan }
    journalTotals(sessions, TODAY, settings.dayEndsAtHour)
    streaks(sessions, TODAY, rules)
    weeksOfStones(sessions, TODAY, 6, rules)
    longestUseMs = Math.max(longestUseMs, performance.now() - used)
  } catch (error) {
    unusable += 1
    if (unusable <= 3) console.log('unusable:', error)
  }
}
const polluted = 'polluted' in {}
console.log(
  `archives: ${ARCHIVES} spoilt by chance: ${refused} refused, ${taken} read; ${unclear} refused without a clear fault, ${unusable} read but of no use (aim: 0 and 0); ` +
    `longest ${longestMs.toFixed(0)} ms to read (aim: under 1000), ${longestUseMs.toFixed(0)} ms to use; ${polluted ? 'POLLUTED' : 'nothing polluted'}`,
)
