import { addDays, dayOf, weekday, weekStart, type SessionRecord } from '../journal'
import { HABIT_WEEKS, middleMinutes, USUAL_MINUTES } from './habit'
import { dayTimeOf } from './hours'
import { DAY_TIMES, type DayTime, type Planned, type WeekRules } from './weekTypes'

/** When in every week something is practised: a weekday from 1 for Monday, when on it, and for how long. */
export interface WeekHour {
  weekday: number
  time: DayTime
  minutes: number
}

const LEAST_MINUTES = 5

interface HoursRequest {
  sessions: readonly SessionRecord[]
  planned: readonly Planned[]
  week: WeekRules
  today: string
  dayEndsAtHour: number
  /** Weekdays on which rest is planned. */
  restWeekdays: readonly number[]
}

/**
 * Hours for so many sessions a week, in their order: where I said that I have time (or, where I did not, at the time of day at which I mostly practise),
 * with nothing that comes every week there already, on no day of rest; as far from one another as can be, and on days of habit before others.
 */
export function hoursFor(times: number, request: HoursRequest): WeekHour[] {
  const { planned, week, restWeekdays, today } = request
  const lately = latelyDone(request)
  const mornings = lately.filter(({ time }) => time === 'morning').length * 2 >= lately.length
  const usual = Math.max(LEAST_MINUTES, middleMinutes(lately) ?? USUAL_MINUTES)
  const minutesOn = (day: number, time: DayTime) => {
    if (week.minutes) return week.minutes[time][day - 1] ?? 0
    return (time === 'morning') === mornings ? usual : 0
  }
  const taken = new Set(
    planned.flatMap((each) =>
      each.kind === 'practice' && each.weekly && (each.weekly.untilDay ?? today) >= today
        ? [`${weekday(each.day)}/${each.time}`]
        : [],
    ),
  )
  const free = [1, 2, 3, 4, 5, 6, 7].flatMap((day) =>
    restWeekdays.includes(day)
      ? []
      : DAY_TIMES.map((time) => ({ weekday: day, time, minutes: minutesOn(day, time) })).filter(
          ({ time, minutes }) => minutes >= LEAST_MINUTES && !taken.has(`${day}/${time}`),
        ),
  )
  const habit = (day: number) => lately.filter((each) => each.weekday === day).length / HABIT_WEEKS
  const chosen: WeekHour[] = []
  while (chosen.length < times) {
    const left = free.filter((hour) => !chosen.some((each) => each.weekday === hour.weekday))
    const best = left.sort(
      (one, other) =>
        apart(other, chosen) - apart(one, chosen) ||
        habit(other.weekday) - habit(one.weekday) ||
        other.minutes - one.minutes ||
        one.weekday - other.weekday,
    )[0]
    if (!best) break
    chosen.push(best)
  }
  return chosen.sort((one, other) => one.weekday - other.weekday)
}

/** Days to the nearest of those chosen, round the week. */
function apart({ weekday: day }: WeekHour, chosen: readonly WeekHour[]): number {
  const ways = chosen.map((each) => Math.abs(each.weekday - day))
  return Math.min(7, ...ways.map((way) => Math.min(way, 7 - way)))
}

function latelyDone({ sessions, today, dayEndsAtHour }: HoursRequest) {
  const first = addDays(weekStart(today), -7 * HABIT_WEEKS)
  return sessions
    .filter(({ startedAt }) => startedAt >= first)
    .map((session) => ({
      weekday: weekday(dayOf(session, dayEndsAtHour)),
      time: dayTimeOf(session),
      practisedSeconds: session.practisedSeconds,
    }))
}
