import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventRepeatingFreq, ICalEventStatus } from 'ical-generator'
import { addDays } from '../journal'
import { daysOf, type PlannedSession, type Pause, type Planned, type WeekRules } from '../plan'

/** What a calendar has to know of practice besides when it is laid. */
export interface PlanWords {
  nameOf: (laid: PlannedSession) => string
  /** How long it is. */
  secondsOf: (laid: PlannedSession) => number
}

/**
 * What is planned as a calendar (RFC 5545). Times are those of the clock on the wall wherever one is: practice at seven is at seven, at home and
 * away. Each is one event under a name of its own that stays, with a sequence that rises with every change, so that it can be taken in again
 * and again without doubles; what lies in a pause is left out, or called off. `now` is an instant, for the stamp.
 */
export function writePlanCalendar(
  planned: readonly Planned[],
  rules: Pick<WeekRules, 'at' | 'reminds' | 'changes'>,
  { nameOf, secondsOf }: PlanWords,
  now: string,
): string {
  const calendar = ical({
    name: 'Practice ahead',
    prodId: { company: 'Pebblebrook', product: 'Week' },
    method: ICalCalendarMethod.PUBLISH,
  })
  const pauses = planned.filter((each) => each.kind === 'pause')
  for (const laid of planned) {
    if (laid.kind !== 'practice') continue
    const clock = laid.at ?? rules.at[laid.time]
    const name = nameOf(laid)
    const event = calendar.createEvent({
      id: `${laid.id}@pebblebrook`,
      sequence: laid.changes + rules.changes,
      stamp: new Date(now),
      floating: true,
      start: at(laid.day, clock, 0),
      end: at(laid.day, clock, Math.max(60, secondsOf(laid))),
      summary: name,
    })
    if (rules.reminds !== null)
      event.createAlarm({ type: ICalAlarmType.display, triggerBefore: rules.reminds * 60, description: name })
    if (laid.weekly) {
      const { untilDay, notOn } = laid.weekly
      const exclude = [...new Set([...notOn, ...pausedDays(laid, pauses)])].sort().map((day) => at(day, clock, 0))
      event.repeating({
        freq: ICalEventRepeatingFreq.WEEKLY,
        ...(untilDay === undefined ? {} : { until: at(untilDay, clock, 0) }),
        ...(exclude.length > 0 ? { exclude } : {}),
      })
    } else if (pauses.some((pause) => isIn(pause, laid.day))) event.status(ICalEventStatus.CANCELLED)
  }
  return calendar.toString()
}

const isIn = ({ day, lastDay }: Pause, asked: string) => day <= asked && asked <= lastDay
const pausedDays = (laid: PlannedSession, pauses: readonly Pause[]) =>
  pauses.flatMap(({ day, lastDay }) => daysOf(laid, day, lastDay))

/**
 * A day and a clock on the wall, some seconds later (a minute begun is a whole one). The library writes a time without a zone as it is in UTC, whatever
 * zone this machine is in: so it is said in UTC.
 */
function at(day: string, clock: string, afterSeconds: number): Date {
  return new Date(Date.parse(`${day}T${clock}:00.000Z`) + Math.ceil(afterSeconds / 60) * 60_000)
}

/** Practice that comes on a day of the week that begins on a Monday, with what comes every week whole; and the pauses. */
export const plannedIn = (planned: readonly Planned[], monday: string): Planned[] =>
  planned.filter((each) => each.kind === 'pause' || daysOf(each, monday, addDays(monday, 6)).length > 0)
