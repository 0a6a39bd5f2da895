import fc from 'fast-check'
import { expect, it } from 'vitest'
import { chanceFrom } from '#core/basics'
import { benefit, observationsOf } from '#core/evidence'
import { CONDITIONS, isClosingPart, type Area, type ArcPart } from '#core/forms'
import type { PersonData } from '#core/formats'
import { addDays, dayOf, daysBetween, weekday, type SessionRecord } from '#core/journal'
import { TODAY_STATES } from '#core/compose'
import {
  bodyOf,
  effectsSeen,
  rankRoutines,
  offersFitted,
  prepareToday,
  type TodayAgainst,
  type TodayReason,
} from '#core/plan'
import { activeSteps, type Routine } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE, demoPerson, SHIPPED_ROUTINES } from '#data'
import { aboutToday, openOn } from '~/shared/plan/facts'
import { factsOfStored } from '~/shared/plan/factsOfStored'
import { againstPhrase, reasonPhrase } from '~/features/today/todayWords'
import { runsAll } from '../../../runsAll'

/**
 * Every sentence of Today is read again, slowly, off the journal: each number and name in it is counted here anew, by loops over the sessions that
 * know nothing of how the judge reckons.
 */
const byId = <T extends { id: string }>(all: readonly T[]) => new Map(all.map((each) => [each.id, each]))
const SHIPPED = { forms: byId(CATALOGUE), routines: byId(SHIPPED_ROUTINES) }
const ZONE = 'Europe/Lisbon'

interface Life {
  person: PersonData
  today: string
  hour: number
  states: (typeof TODAY_STATES)[number][]
  minutes: number | null
}
/** The demo's year, thinned out, with feelings turned round in some lives, some routines never done, and other conditions. */
const lifeArbitrary = fc
  .record({
    day: fc.integer({ min: 0, max: 200 }),
    hour: fc.integer({ min: 5, max: 23 }),
    thin: fc.constantFrom(0, 0.3, 0.7, 0.95),
    turned: fc.boolean(),
    seated: fc.boolean(),
    seed: fc.integer({ min: 1, max: 1e6 }),
    states: fc.subarray([...TODAY_STATES], { maxLength: 1 }),
    minutes: fc.constantFrom(null, null, 7, 15, 35),
    conditions: fc.subarray([...CONDITIONS], { maxLength: 1 }),
  })
  .map(({ day, hour, thin, turned, seated, seed, states, minutes, conditions }): Life => {
    const today = addDays('2026-05-01', day)
    const demo = demoPerson(today, ZONE)
    const chance = chanceFrom(seed)
    const sessions = demo.sessions
      .filter(() => chance() >= thin)
      .map((session): SessionRecord => {
        const swapped = turned && session.routineId === SHIPPED_ROUTINES[0]!.id
        const done = seated ? session.done.map((step) => ({ ...step, version: 'seated' as const })) : session.done
        return { ...session, done, ...(swapped && { before: session.after, after: session.before }) }
      })
    const settings = { ...demo.settings, conditions }
    return { person: { ...demo, sessions, settings }, today, hour, states, minutes }
  })

const round1 = (value: number) => Number(value.toFixed(1))

/** What a sentence claims, against a slow reading; null where it is true, else what is false. */
function falseIn(reason: TodayReason | TodayAgainst, routine: Routine, life: Life): string | null {
  const { person, today } = life
  const ends = person.settings.dayEndsAtHour
  const sessions = person.sessions.map((session) => ({ session, ago: daysBetween(dayOf(session, ends), today) }))
  const past = sessions.filter(({ ago }) => ago >= 0)
  const formOf = (id: string) => SHIPPED.forms.get(id) ?? person.forms.find((form) => form.id === id)
  const withForm = (formId: string) =>
    past.filter(({ session }) => session.done.some((step) => step.formId === formId && step.outcome !== 'skipped'))
  const isIn = (formId: string) => activeSteps(routine).some((step) => step.formId === formId)
  /** Seconds in the last seven days, and in a week of the four before, of steps that count so much. */
  const seconds = (weigh: (step: SessionRecord['done'][number]) => number) => {
    const sum = (from: number, to: number) =>
      past
        .filter(({ ago }) => ago >= from && ago < to)
        .flatMap(({ session }) => session.done.filter(({ outcome }) => outcome !== 'skipped'))
        .reduce((all, step) => all + step.seconds * weigh(step), 0)
    return { week: sum(0, 7), usual: sum(7, 35) / 4 }
  }
  const ofArea = (area: Area) =>
    seconds((step) => (!isClosingPart(step.part) && formOf(step.formId)?.areas.includes(area) ? 1 : 0))
  const ofPart = (part: ArcPart) => seconds((step) => (step.part === part ? 1 : 0))
  switch (reason.kind) {
    case 'habit': {
      const days = new Set(past.filter(({ session }) => session.routineId === routine.id).map(({ ago }) => ago))
      const times = [7, 14, 21, 28, 35, 42].filter((ago) => days.has(ago)).length
      return times === reason.times ? null : `${times} times`
    }
    case 'recent':
      return Math.min(...past.filter(({ session }) => session.routineId === routine.id).map(({ ago }) => ago)) ===
        reason.daysAgo
        ? null
        : 'done on another day'
    case 'new':
      return past.some(({ session, ago }) => session.routineId === routine.id && ago < 60) ? 'followed lately' : null
    case 'due': {
      const last = (formId: string) => Math.min(...withForm(formId).map(({ ago }) => ago))
      if (last(reason.formIds[0]!) !== reason.days) return `last ${last(reason.formIds[0]!)} days ago`
      return reason.formIds.every(isIn) ? null : 'a form that is not in it'
    }
    case 'areas':
      return reason.areas.every((area) => ofArea(area).week < ofArea(area).usual / 3) ? null : 'had more than little'
    case 'parts':
      return reason.parts.every((part) => ofPart(part).week < ofPart(part).usual / 3)
        ? null
        : 'had more than hardly any'
    case 'short': {
      const all = (
        ['neck', 'shoulders', 'arms', 'wrists', 'chest', 'upperBack', 'lowBack', 'spine', 'belly', 'hips'] as Area[]
      )
        .concat(['legs', 'knees', 'ankles', 'feet', 'eyes', 'breath', 'balance'])
        .map((area) => ({ area, seconds: ofArea(area).week + 4 * ofArea(area).usual }))
      const mean = all.reduce((sum, each) => sum + each.seconds, 0) / all.length
      const isLess = (area: Area) => all.find((each) => each.area === area)!.seconds < mean
      return reason.areas.every(isLess) ? null : 'not less than on average'
    }
    case 'sides': {
      const less = (formId: string) => {
        const counts = past
          .filter(({ ago }) => ago < 7)
          .flatMap(({ session }) => session.done.filter((step) => step.formId === formId && step.outcome !== 'skipped'))
          .flatMap((step) => step.counts)
        const sum = (is: (side: string) => boolean) =>
          counts.filter(({ side }) => is(side)).reduce((all, { count }) => all + count, 0)
        return sum((side) => side === reason.side) < sum((side) => side !== reason.side)
      }
      return reason.formIds.every(less) ? null : 'not less on that side'
    }
    case 'good':
    case 'notGood': {
      const isWithIt = (session: SessionRecord) =>
        reason.formIds.length > 0
          ? session.done.some((step) => step.formId === reason.formIds[0] && step.outcome !== 'skipped')
          : session.routineId === routine.id
      const worst = (felt: SessionRecord['before']) =>
        felt.pain?.length ? -Math.max(...felt.pain.map(({ level }) => level)) : null
      const said = (felt: SessionRecord['before']) => (reason.outcome === 'pain' ? worst(felt) : felt[reason.outcome])
      const gains = person.sessions.flatMap((session) => {
        const before = said(session.before)
        const after = said(session.after)
        return before === null || after === null ? [] : [{ gain: after - before, isWithIt: isWithIt(session) }]
      })
      const mean = (those: typeof gains) => those.reduce((sum, { gain }) => sum + gain, 0) / those.length
      const withIt = gains.filter((each) => each.isWithIt)
      if (withIt.length !== reason.sessions) return `${withIt.length} sessions`
      const better = withIt.filter(({ gain }) => gain > 0).length
      const worse = withIt.filter(({ gain }) => gain < 0).length
      if (reason.kind === 'good')
        return better === reason.better && worse === reason.worse && better > worse ? null : `${better} better`
      const others = gains.filter((each) => !each.isWithIt)
      return round1(mean(withIt)) === round1(reason.gain) && round1(mean(others)) === round1(reason.othersGain)
        ? null
        : 'other means'
    }
    case 'doneToday':
      return past.some(({ session, ago }) => ago === 0 && session.routineId === routine.id) ? null : 'not done today'
    case 'repeated': {
      const done = (ago: number) => past.some((each) => each.ago === ago && each.session.routineId === routine.id)
      return Array.from({ length: reason.days }, (_, at) => at + 1).every(done) ? null : 'not so many days running'
    }
    case 'legs': {
      const legs = seconds((step) => formOf(step.formId)?.effort.legs ?? 0)
      const setting = { ways: person.ways, pace: person.settings.pace, rules: person.settings.rules }
      const forms = [...CATALOGUE, ...person.forms]
      const { occurrences, totalSeconds } = compileTimeline({ ...setting, forms, routine })
      const own = occurrences.reduce((sum, { bodySeconds, effort }) => sum + bodySeconds * effort.legs, 0)
      const times = life.minutes === null ? 1 : (life.minutes * 60) / totalSeconds
      if (occurrences.every(({ stance }) => stance === 'seated')) return 'it is all done sitting'
      return Math.abs((legs.week + own * times) / legs.usual - 1 - reason.moreShare) < 0.005 ? null : 'another share'
    }
    case 'seated': {
      const setting = { ways: person.ways, pace: person.settings.pace, rules: person.settings.rules }
      const { occurrences } = compileTimeline({ ...setting, forms: [...CATALOGUE, ...person.forms], routine })
      return occurrences.every(({ stance }) => stance === 'seated') ? null : 'not all done sitting'
    }
    case 'back':
      return activeSteps(routine).some(({ formId }) => formOf(formId)?.areas.includes('lowBack')) &&
        activeSteps(routine).every(({ formId }) => !formOf(formId)?.cautions.includes('deepFold'))
        ? null
        : 'folds deeply, or has nothing for the low back'
    case 'wakes':
      return activeSteps(routine).some(({ part }) => part === 'wake') ? null : 'no waking in it'
    default:
      return null
  }
}

it('every sentence of Today is true of the journal it is said of', () => {
  const kinds = new Set<string>()
  fc.assert(
    fc.property(lifeArbitrary, (life) => {
      const { person, today, hour, states, minutes } = life
      const stored = { person, unreadable: [], isFullyLoaded: true }
      const atMs = Date.parse(`${today}T${String(hour).padStart(2, '0')}:30:00Z`)
      const [facts, setting] = factsOfStored(stored, SHIPPED, { atMs, timeZone: ZONE })
      const felt = { energy: null, calm: null, ease: null }
      const body = bodyOf(felt, states)
      const effects = effectsSeen(benefit(observationsOf(person.sessions)))
      const request = { ...setting, ...aboutToday(facts, openOn(facts), hour), body, minutes, effects }
      const judged = rankRoutines(request, prepareToday({ ...setting, body }))
      const names = { nameOf: (id: string) => id, weekday: weekday(today) }
      for (const { routine, reasons, against } of judged.offers) {
        for (const reason of reasons) {
          kinds.add(reason.kind)
          expect(falseIn(reason, routine, { ...life, today: facts.today }), reasonPhrase(reason, names)).toBeNull()
        }
        for (const each of against) {
          kinds.add(each.kind)
          expect(falseIn(each, routine, { ...life, today: facts.today }), againstPhrase(each, names)).toBeNull()
        }
      }
    }),
    { numRuns: runsAll ? 14 : 4 },
  )
  // All kinds come up often enough, where all cases run.
  if (!runsAll) return
  for (const kind of ['habit', 'recent', 'due', 'areas', 'short', 'new']) expect(kinds).toContain(kind)
})

it('what a light head or a sore back asks for changes what is offered first, as planned too', () => {
  for (const day of ['2026-11-27', '2026-11-29', '2026-12-01']) {
    const person = demoPerson(day, ZONE)
    const [facts, setting] = factsOfStored({ person, unreadable: [], isFullyLoaded: true }, SHIPPED, {
      atMs: Date.parse(`${day}T08:00:00Z`),
      timeZone: ZONE,
    })
    const firstOf = (states: Life['states']) => {
      const body = bodyOf({ energy: null, calm: null, ease: null }, states)
      const request = { ...setting, ...aboutToday(facts, openOn(facts), 8), body, minutes: null, effects: [] }
      const judged = rankRoutines(request, prepareToday({ ...setting, body }))
      const first = [...offersFitted(judged, request)].find((each) => 'routine' in each)!
      return JSON.stringify([first.routineId, 'routine' in first && first.routine.entries])
    }
    expect(firstOf(['lightHeaded'])).not.toBe(firstOf([]))
    expect(firstOf(['stiffBack'])).not.toBe(firstOf([]))
  }
})
