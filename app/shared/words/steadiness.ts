import { weekday, type DayStone, type SteadinessRules, rulesOn, type Steadiness, type WeekReport } from '#core/journal'
import { plural } from './numbers'
import { minutesPhrase, shortWeekdayPhrase, weekdayPhrase } from './time'

/** "3 days in a row, today still open. Longest: 9 days." */
export function rowPhrase({ current, longest, practisedToday }: Steadiness): string {
  if (!longest) return 'No sessions yet. Each session adds a stone.'
  const now = current
    ? `${plural(current.days, 'day')} in a row${practisedToday ? '' : ', not done yet today'}.`
    : 'No streak at present.'
  return `${now} Longest: ${plural(longest.days, 'day')}.`
}

const MOST_NAMED = 3
/** "Sun 1 Mar and Sun 8 Mar were", "5 days were": a few by their names, more by their number. */
function namedDays(days: readonly string[]): string {
  if (days.length > MOST_NAMED) return `${plural(days.length, 'day')} were`
  const names = days.map(shortWeekdayPhrase)
  const all = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0]!
  return `${all} ${names.length > 1 ? 'were' : 'was'}`
}
const placeOf = (zone: string) => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ')

/** Why the row counts as it does: from where to where, which days broke nothing and why, and where it begins. */
export function rowReason(steady: Steadiness, rules: SteadinessRules): string {
  const { current, last, rests, free, travel, brokenOn } = steady
  if (!last) return ''
  if (!current) {
    const ended = brokenOn ? ` ${brokenPhrase(brokenOn, steady, rules)}` : ''
    return `The last streak was ${plural(last.days, 'day')}, up to ${shortWeekdayPhrase(last.to)}.${ended}`
  }
  const upTo =
    current.days === 1
      ? `${shortWeekdayPhrase(current.from)}.`
      : `${shortWeekdayPhrase(current.from)} to ${shortWeekdayPhrase(current.to)}.`
  const kept = [
    rests.length > 0 && `${namedDays(rests)} planned rest.`,
    free.length > 0 && `${namedDays(free)} left out, as ${plural(freeOf(free, rules), 'day')} a week may be.`,
    ...travel.map(
      ({ day, hours, fromZone, toZone }) =>
        `${shortWeekdayPhrase(day)} had only ${Math.round(hours)} hours, between ${placeOf(fromZone)} and ${placeOf(toZone)}.`,
    ),
  ].filter(Boolean)
  const excused = rests.length + free.length + travel.length
  const none =
    excused === 0
      ? ''
      : excused === 1
        ? ' That day neither counts nor breaks the row.'
        : ' These days neither count nor break the row.'
  const begins = brokenOn ? ` It begins there because: ${brokenPhrase(brokenOn, steady, rules)}` : ''
  return `${current.days === 1 ? 'Practised' : 'Practised from'} ${upTo} ${kept.join(' ')}${none}${begins}`
    .replace(/ +/g, ' ')
    .trim()
}
const freeOf = (days: readonly string[], { restPlan }: SteadinessRules) =>
  rulesOn(restPlan, days.at(-1)!)?.restDaysAWeek ?? 0

function brokenPhrase(day: string, { standings }: Steadiness, { restPlan }: SteadinessRules): string {
  const { restDaysAWeek = 0, leastMinutes = 0 } = rulesOn(restPlan, day) ?? {}
  const more = restDaysAWeek > 0 ? `, and more days of that week than the ${restDaysAWeek} that may be left out` : ''
  if (standings.get(day) === 'short')
    return `${shortWeekdayPhrase(day)} was shorter than the ${leastMinutes} min from which a day counts${more}.`
  return `${shortWeekdayPhrase(day)} passed without practice${more}.`
}

/** What a stone stands for: "Tuesday 3 March: 2 sessions, 24 min". */
export function stonePhrase({ day, seconds, sessions, standing, rest }: DayStone): string {
  const done = sessions > 0 ? `${plural(sessions, 'session')}, ${minutesPhrase(seconds)}` : ''
  const words = {
    practised: done,
    short: `${done}, too short to count`,
    plannedRest: 'planned rest',
    freeRest: done ? `${done}, a free day` : 'a free day of its week',
    travel: 'made short by travel',
    missed: 'no practice noted',
    open: done ? `${done}, too short to count yet` : 'open',
    future: rest ? 'rest is planned' : 'still to come',
  }
  return `${weekdayPhrase(day)}: ${standing ? words[standing] : done || 'before the first practice'}`
}

/** How far back the aim is looked at: a year. */
export const AIM_WEEKS = 53

/** "4 of 5 days and 34 of 60 min this week; the aim was met in 3 of the last 5 weeks." Nothing where nothing is aimed at. */
export function aimPhrase(weeks: readonly WeekReport[], today: string): string {
  const now = weeks.at(-1)
  if (!now || now.met === null) return ''
  const parts = [
    now.aimDays !== null && `${now.days} of ${plural(now.aimDays, 'day')}`,
    now.aimMinutes !== null && `${Math.round(now.seconds / 60)} of ${now.aimMinutes} min`,
  ].filter(Boolean)
  const aimed = weeks
    .slice(0, -1)
    .filter(({ met }) => met !== null)
    .slice(-12)
  const left = now.met ? ', the aim is met' : weekday(today) === 7 ? '' : `, ${plural(7 - weekday(today), 'day')} to go`
  const before =
    aimed.length > 0
      ? ` Before it, the aim was met in ${aimed.filter(({ met }) => met).length} of the last ${plural(aimed.length, 'week')}.`
      : ''
  return `${parts.join(' and ')} this week${left}.${before}`
}
