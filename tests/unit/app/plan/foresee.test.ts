import fc from 'fast-check'
import { expect, it } from 'vitest'
import { CONDITIONS } from '#core/forms'
import { newPerson, type PersonData } from '#core/formats'
import { NOT_SAID } from '#core/journal'
import { bodyOf, judgeToday, offersNow, prepareToday } from '#core/plan'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { aboutToday, openOn } from '~/shared/plan/facts'
import { factsOfStored } from '~/shared/plan/factsOfStored'
import { foresee, stepsLed, type Foreseen } from '~/shared/plan/foresee'

const byId = <T extends { id: string }>(all: readonly T[]) => new Map(all.map((each) => [each.id, each]))
const SHIPPED = { forms: byId(CATALOGUE), routines: byId(SHIPPED_ROUTINES) }
const ZONE = 'Europe/Lisbon'
const AT = Date.parse('2026-03-04T07:30:00Z')
const stored = (person: PersonData) => ({ person, unreadable: [], isWhole: true })
const all = (person: PersonData, atMs = AT): (Foreseen | null)[] => [
  ...foresee(stored(person), SHIPPED, { atMs, timeZone: ZONE }, () => 'made'),
]

/** What is told first where the application is opened at a moment. */
function toldAt(person: PersonData, atMs: number, hour: number) {
  const [facts, setting] = factsOfStored(stored(person), SHIPPED, { atMs, timeZone: ZONE })
  const body = bodyOf(NOT_SAID, [])
  const request = { ...setting, ...aboutToday(facts, openOn(facts), hour), body, minutes: null, effects: [] }
  const judgement = judgeToday(request, prepareToday({ ...setting, body }))
  for (const offer of offersNow(judgement, request, () => 'made'))
    if ('routine' in offer)
      return {
        offer: { ...offer, routine: { name: offer.routine.name } },
        steps: stepsLed(setting, offer.routine),
        rest: judgement.rest,
      }
  return null
}

it('at whatever moment of a span the application is opened, it tells first what was foreseen', () => {
  const demo = demoPerson('2026-03-04', ZONE)
  // Where little is known of a person, the hour decides with the rest.
  const persons = [demo, { ...newPerson(), sessions: demo.sessions.slice(0, 5) }]
  const spans = persons.flatMap((person) => all(person).map((each) => ({ person, span: each! })))
  expect(spans.length).toBeGreaterThan(10)
  const within = fc.record({ of: fc.constantFrom(...spans), part: fc.double({ min: 0, max: 0.999, noNaN: true }) })
  fc.assert(
    fc.property(within, ({ of: { person, span }, part }) => {
      const atMs = Math.floor(span.fromMs + part * (span.untilMs - span.fromMs))
      // In March the clocks of Lisbon show UTC.
      const told = toldAt(person, atMs, (atMs % 86_400_000) / 3_600_000)
      expect(told).toEqual({ offer: span.offer, steps: span.steps, rest: span.rest })
    }),
    { numRuns: 60 },
  )
})

it('another day, and another time of it, may tell something else', () => {
  const told = all(demoPerson('2026-03-04', ZONE)).map((each) => JSON.stringify(each!.offer.reasons))
  expect(new Set(told).size).toBeGreaterThan(1)
})

it('with all that is declared in mind: what is to be spared is not foreseen as it is', () => {
  const person = demoPerson('2026-03-04', ZONE)
  const careful = {
    ...person,
    settings: { ...person.settings, conditions: [...CONDITIONS] },
  }
  const [one] = all(careful)
  expect(one).toMatchObject(toldAt(careful, AT, 7.5)!)
  expect(one!.offer).not.toEqual(all(person)[0]!.offer)
})

it('a span in which a season’s session has to be made first is left open; the next day is not', () => {
  const laid = { id: 'laid', kind: 'practice' as const, day: '2026-03-04', time: 'evening' as const, minutes: null }
  const season = { ...laid, changes: 0, what: { kind: 'season' as const, seasonId: 'none' } }
  const told = all({ ...newPerson(), planned: [season] })
  expect(told.filter((each) => each === null).length).toBe(3)
  expect(told.at(-1)).not.toBeNull()
})
