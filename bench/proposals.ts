/**
 * Proposals judged as a teacher would judge them. First safety: over all purposes, minutes, states and sets of up to three conditions, no
 * step may be done in a way that a declared condition speaks against. Then a written list of rules, each counted. `SAFE=50000 JUDGED=3000`.
 */
import { workOf } from '#core/basics'
import { CONDITIONS, type Condition, type LearningStage } from '#core/forms'
import { propose, PURPOSES, TODAY_STATES, type ProposeRequest } from '#core/compose'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { CATALOGUE } from '#data'
import { breachesOf, RULES, RULE_WORDS, type Rule } from './support/teacherRules'
import { unsafeSteps } from './support/safeSteps'
import { between, chance, oneOf, SEED } from './support/seed'

const SAFE = Number(process.env.SAFE ?? 50_000)
/** What takes longer is named. */
const SLOW_MS = 1000
const JUDGED = Number(process.env.JUDGED ?? 3000)

const some = <T>(list: readonly T[], most: number): T[] => {
  const left = [...list]
  return Array.from(
    { length: Math.floor(chance() * (most + 1)) },
    () => left.splice(Math.floor(chance() * left.length), 1)[0]!,
  )
}
/** Somebody new, somebody who has done some of it, or somebody who knows most. */
function person(): Pick<ProposeRequest, 'stageOf' | 'daysSince' | 'longestStillSeconds'> {
  const share = oneOf([0, 0, 0.3, 0.9])
  const known = new Map(CATALOGUE.filter(() => chance() < share).map(({ id }) => [id, Math.floor(between(0, 40))]))
  const stage: LearningStage = 'whole'
  return {
    stageOf: (id) => (known.has(id) ? stage : null),
    daysSince: (id) => known.get(id) ?? null,
    longestStillSeconds: share > 0.5 ? 900 : null,
  }
}
function anyRequest(conditions: Condition[]): ProposeRequest {
  let next = 0
  return {
    purpose: oneOf(PURPOSES),
    minutes: Math.floor(between(5, 61)),
    states: some(TODAY_STATES, 2),
    conditions,
    forms: CATALOGUE,
    ways: [],
    pace: steadyPace(between(2.5, 5.5), between(3, 7)),
    rules: {
      ...USUAL_HOUSE_RULES,
      topHold: oneOf(['asTaught', 'asTaught', 'leaveOut', 'hold']),
      riseOn: oneOf(['asTaught', 'asTaught', 'in', 'out']),
    },
    allowed: () => true,
    ...person(),
    seed: Math.floor(chance() * 1e9),
    another: chance() < 0.3 ? 1 : 0,
    newId: () => `p${(next += 1)}`,
  }
}

let steps = 0
let unsafe = 0
let empty = 0
const from = performance.now()
for (let turn = 0; turn < SAFE; turn += 1) {
  const request = anyRequest(some(CONDITIONS, 3))
  // What is done and how is settled before the fit, which only counts: a short one will do.
  const proposal = propose({ ...request, work: workOf(20_000) })
  if (proposal.empty) empty += 1
  const bad = unsafeSteps(proposal, request)
  steps += proposal.routine.entries.length
  unsafe += bad.length > 0 ? 1 : 0
  if (bad.length > 0 && unsafe <= 5)
    console.log(
      `  unsafe: ${request.purpose}, ${request.conditions.join('+')}, ${request.states.join('+')}: ${bad.join('; ')}`,
    )
}
console.log(
  `proposals: ${SAFE} (seed ${SEED}) with up to three conditions, ${steps} steps: ${unsafe} against a declared condition or state (aim: 0), ${empty} with nothing to propose; ${((performance.now() - from) / 1000).toFixed(0)} s`,
)

const counts = new Map<Rule, number>(RULES.map((rule) => [rule, 0]))
let breached = 0
const shown = new Map<Rule, number>()
const times: number[] = []
let proven = 0
for (let turn = 0; turn < JUDGED; turn += 1) {
  const request = anyRequest(chance() < 0.5 ? [] : some(CONDITIONS, 2))
  const began = performance.now()
  const proposal = propose(request)
  times.push(performance.now() - began)
  if (times.at(-1)! > SLOW_MS)
    console.log(
      `  slow: ${request.purpose} ${request.minutes} min, ${times.at(-1)!.toFixed(0)} ms, ${proposal.routine.entries.length} entries`,
    )
  if (proposal.fit.proven) proven += 1
  const breaches = breachesOf(proposal, request)
  if (breaches.length > 0) breached += 1
  for (const { rule, words } of breaches) {
    counts.set(rule, counts.get(rule)! + 1)
    shown.set(rule, (shown.get(rule) ?? 0) + 1)
    if (shown.get(rule)! <= Number(process.env.SHOWN ?? 1)) {
      console.log(
        `  ${rule}: ${request.purpose} ${request.minutes} min, ${request.conditions.join('+') || 'no conditions'}, ${request.states.join('+') || 'as usual'}: ${words}`,
      )
    }
  }
}
const total = [...counts.values()].reduce((sum, count) => sum + count, 0)
for (const rule of RULES) console.log(`  ${String(counts.get(rule)).padStart(5)}  ${RULE_WORDS[rule]}`)
times.sort((one, other) => one - other)
const at = (share: number) => times[Math.floor(times.length * share)]!.toFixed(0)
console.log(
  `proposals: ${JUDGED} judged by ${RULES.length} rules: ${total} breaches in ${breached} of them, ${((100 * total) / JUDGED).toFixed(2)} in 100 (aim: under 1); ` +
    `${((100 * proven) / JUDGED).toFixed(1)}% with a proven fit; median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, longest ${times.at(-1)!.toFixed(0)} ms (aim: 150)`,
)
