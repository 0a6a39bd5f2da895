import type { Form } from '#core/forms'
import { practiceDay } from '#core/journal'
import { possibleAmong } from '#core/plan'
import type { Routine } from '#core/routine'
import type { StoredPerson } from '~/shared/store/storedPerson'
import type { PlanFacts } from './facts'
import type { TodaySetting } from './planRequests'

/** When it is, where the page is; a worker would have to guess. */
export interface Moment {
  atMs: number
  timeZone: string
  /** By the clock on the wall, with its minutes as a part. */
  hour: number
}

/** What a person who was read, with what ships, says of a day: as the page's own store has it, from which it is told apart by nothing. */
export function factsOfStored(
  { person, isFullyLoaded }: StoredPerson,
  shipped: { forms: ReadonlyMap<string, Form>; routines: ReadonlyMap<string, Routine> },
  { atMs, timeZone }: Omit<Moment, 'hour'>,
): [PlanFacts, TodaySetting] {
  const { settings, ways } = person
  const forms = [...shipped.forms.values(), ...person.forms]
  const formsById = new Map(forms.map((form) => [form.id, form]))
  const routines = [...person.routines, ...shipped.routines.values()]
  const { pace, rules, conditions, dayEndsAtHour, restPlan } = settings
  const pauses = person.planned.filter((each) => each.kind === 'pause')
  const facts: PlanFacts = {
    person,
    settings,
    isFullyLoaded,
    routines,
    formsById,
    sessions: [...person.sessions].reverse(),
    today: practiceDay(new Date(atMs).toISOString(), timeZone, dayEndsAtHour),
    steadinessRules: { dayEndsAtHour, restPlan, timeZoneToday: timeZone, pauses },
    isPossible: possibleAmong(formsById, { ways, rules }, conditions),
  }
  return [facts, { routines, forms, ways, pace, rules, conditions }]
}
