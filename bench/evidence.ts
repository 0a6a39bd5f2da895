/**
 * How honest "Does it do me good?" is: simulated journals in which nothing helps, with feelings that last from day to day, beginnings that come
 * back to the usual by themselves, and everything asked that the application asks; and journals in which something does. `JOURNALS=200` for fewer.
 */
import { chanceFrom, normalFrom } from '#core/basics'
import {
  benefit,
  OUTCOMES,
  pairsWanted,
  trialVerdict,
  type Observation,
  type Outcome,
  type TrialDay,
} from '#core/evidence'
import { SEED } from './support/seed'

const JOURNALS = Number(process.env.JOURNALS ?? 1000)
const DAY_MS = 86_400_000

/** Who practises when. `habit`: on most days; `whenLow`: the lower, the sooner; `chosen`: a soft routine when low, another when not. */
const PEOPLE = ['habit', 'whenLow', 'chosen'] as const
type PersonKind = (typeof PEOPLE)[number]

interface Model {
  person: PersonKind
  days: number
  /** How alike one day is to the next, -1 to 1. */
  lasting: number
  /** Steps that practice adds, to every scale, in these sessions. */
  gain: (session: Pick<Observation, 'time'>) => number
  /** Spread of what is said, in steps: of the day, and of the moment. */
  daySpread: number
  momentSpread: number
}

function journal(seed: number, { person, days, lasting, gain, daySpread, momentSpread }: Model): Observation[] {
  const chance = chanceFrom(seed)
  const normal = normalFrom(chance)
  const level = Object.fromEntries(OUTCOMES.map((outcome) => [outcome, normal()])) as Record<Outcome, number>
  const sessions: Observation[] = []
  for (let day = 0; day < days; day += 1) {
    const shared = normal()
    for (const outcome of OUTCOMES) {
      const news = Math.SQRT1_2 * shared + Math.SQRT1_2 * normal()
      level[outcome] = lasting * level[outcome] + Math.sqrt(1 - lasting ** 2) * news
    }
    const time = chance() < 0.55 ? 'morning' : chance() < 0.4 ? 'day' : 'evening'
    const added = gain({ time })
    const said = (outcome: Outcome, more: number) => {
      const value = daySpread * level[outcome] + momentSpread * normal() + more
      return outcome === 'pain'
        ? Math.min(10, Math.max(0, Math.round(3 - 2 * value)))
        : Math.min(5, Math.max(1, Math.round(3 + value)))
    }
    const felt = (more: number) =>
      Object.fromEntries(OUTCOMES.map((outcome) => [outcome, said(outcome, more)])) as Record<Outcome, number>
    const before = felt(0)
    const after = felt(added)
    const low = before.energy + before.calm + before.ease < 8
    const practises = person === 'whenLow' ? (low ? 0.85 : 0.4) : 0.75
    const soft = person === 'chosen' ? (low ? 0.9 : 0.1) : 0.5
    const draws = [chance(), chance(), chance(), chance(), chance(), chance(), chance()]
    if (draws[0]! > practises) continue
    const routineId = draws[1]! < soft ? 'soft' : draws[2]! < 0.6 ? 'long' : 'other'
    const seconds = 300 + Math.floor(draws[3]! * 1500)
    sessions.push({
      startedAtMs: day * DAY_MS + 8 * 3_600_000,
      seconds,
      time,
      length: seconds < 600 ? 'short' : seconds > 1200 ? 'long' : 'middling',
      routineId,
      formIds: ['reed', 'cloud', 'bow'].filter((_, index) => draws[4 + index]! < 0.5),
      before,
      after,
    })
  }
  return sessions
}

const seed = SEED
const share = (count: number) => `${((100 * count) / JOURNALS).toFixed(1)}%`
const none: Model = { person: 'habit', days: 120, lasting: 0.6, gain: () => 0, daySpread: 0.7, momentSpread: 0.7 }

console.log(
  `${JOURNALS} journals each, seed ${seed}. Where nothing helps, share of journals with any claim (aim at most 5%):`,
)
for (const person of PEOPLE) {
  for (const [days, lasting] of [
    [60, 0.3],
    [120, 0.6],
    [365, 0.6],
    [365, 0.9],
  ] as const) {
    let claimed = 0
    let questions = 0
    let ripe = 0
    const what = new Map<string, number>()
    for (let index = 0; index < JOURNALS; index += 1) {
      const answers = benefit(journal(seed * 1_000_003 + index, { ...none, person, days, lasting }))
      const claims = answers.filter(({ verdict }) => verdict === 'better' || verdict === 'worse')
      questions += answers.length
      ripe += answers.filter(({ verdict }) => verdict !== 'tooFew').length
      if (claims.length > 0) claimed += 1
      for (const { question, verdict } of claims) {
        const key = `${question.kind} ${question.about.kind} ${verdict}`
        what.set(key, (what.get(key) ?? 0) + 1)
      }
    }
    const kinds = [...what].sort((one, other) => other[1] - one[1]).slice(0, 4)
    console.log(
      `  ${person}, ${days} days, lasting ${lasting}: ${share(claimed)}; ${(questions / JOURNALS).toFixed(0)} questions asked, ${(ripe / JOURNALS).toFixed(0)} ripe; ${kinds.map(([key, count]) => `${key} ${count}`).join(', ')}`,
    )
  }
}

console.log('Where practice adds one step and changes spread by 1.2, found in (aim at least 80% by 30 sessions):')
for (const wanted of [20, 25, 30, 40]) {
  const found = { all: 0, any: 0, ripe: 0 }
  for (let index = 0; index < JOURNALS; index += 1) {
    const sessions = journal(seed * 2_000_003 + index, {
      ...none,
      days: wanted * 3,
      gain: () => 1,
      daySpread: 0.7,
      // With rounding, the difference of two moments spreads by 1.2.
      momentSpread: Math.sqrt((1.2 ** 2 - 2 / 12) / 2),
    }).slice(0, wanted)
    const answers = benefit(sessions).filter(
      ({ question: { outcome, kind } }) => outcome === 'calm' && kind === 'change',
    )
    const all = answers.find(({ question }) => question.about.kind === 'all')
    if (all && all.verdict !== 'tooFew') found.ripe += 1
    if (all?.verdict === 'better') found.all += 1
    if (answers.some(({ verdict }) => verdict === 'better')) found.any += 1
  }
  console.log(`  by ${wanted} sessions: ${share(found.all)} (enough sessions to say anything in ${share(found.ripe)})`)
}

console.log('Trials with the pairs that they ask for, changes spreading by 1.2 steps, 8% of days missed:')
const wanted = pairsWanted(1, 1.2, chanceFrom(seed))
for (const gain of [0, 1]) {
  let one = 0
  let other = 0
  const normal = normalFrom(chanceFrom(seed * 31 + gain))
  const missing = chanceFrom(seed * 37 + gain)
  for (let index = 0; index < JOURNALS; index += 1) {
    const days = Array.from({ length: 2 * wanted }, (_, at): TrialDay => {
      const arm = at % 2 === 0 ? 'one' : 'other'
      const isMissed = missing() < 0.08
      const change = Math.round(1.2 * normal() + 0.3 + (arm === 'one' ? gain : 0))
      return {
        day: '',
        arm,
        pair: Math.floor(at / 2),
        kept: isMissed ? 'missed' : 'done',
        gain: isMissed ? null : change,
      }
    })
    const { verdict } = trialVerdict(days)
    if (verdict === 'one') one += 1
    if (verdict === 'other') other += 1
  }
  console.log(
    gain === 0
      ? `  no difference, ${wanted} pairs: a verdict for either in ${share(one + other)} (aim at most 5%)`
      : `  one step, ${wanted} pairs: found in ${share(one)} (aim at least 80%), wrong way round in ${share(other)}`,
  )
}
