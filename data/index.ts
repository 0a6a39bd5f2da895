import { toArchive } from '#core/formats'
import type { Series } from '#core/routine'
import { demoPerson as demoPersonOf, type DemoScenario } from './demo/demoPerson'
import demo from './demo/scenario.json'
import series from './series.json'
import { CATALOGUE, SHIPPED_ROUTINES } from './shipped'

export { CATALOGUE, SHIPPED_ROUTINES, shippedText, untilShipped } from './shipped'
export { ROUTINE_GROUPS } from './routineGroups'

/** What ships, by its ids: what an archive may name besides what it holds. */
export const SHIPPED_IDS = {
  get shippedFormIds() {
    return CATALOGUE.map(({ id }) => id)
  },
  get shippedRoutineIds() {
    return SHIPPED_ROUTINES.map(({ id }) => id)
  },
}

/** Shipped series: taken up by a copy. */
export const SHIPPED_SERIES = series as Series[]

/** The forms that close a routine which has no closing of its own, when it is closed early. */
export const SPARE_CLOSING = ['three-sweeps', 'settle']

/** An invented bookbinder's year. */
export const DEMO_SCENARIO = demo as DemoScenario

/** The bookbinder as of a day (YYYY-MM-DD) in a time zone. */
export const demoPerson = (today: string, timeZone: string) =>
  demoPersonOf(DEMO_SCENARIO, { forms: CATALOGUE, routines: SHIPPED_ROUTINES }, today, timeZone)

/** The same as an archive's text. */
export const demoArchive = (today: string, timeZone: string) =>
  JSON.stringify(toArchive(demoPerson(today, timeZone), `${today}T00:00:00.000Z`))
