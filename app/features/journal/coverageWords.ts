import { ACTIVITY_GUIDELINE, type Coverage, type Neglected } from '#core/journal'
import { AREA_WORDS } from '~/shared/words/body'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { agoPhrase } from '~/shared/words/time'

/** "not for 23 days; before, about every 3 days". */
export function neglectedPhrase({ what, daysAgo, everyDays }: Neglected): string {
  if ('area' in what) return `${AREA_WORDS[what.area]}: much less than before, last ${agoPhrase(daysAgo)}`
  const often = everyDays === null || everyDays < 1.5 ? 'about daily' : `about every ${Math.round(everyDays)} days`
  return `not for ${plural(daysAgo, 'day')}; before, ${often}`
}

/** Sides differ by chance and by a lost count; from a tenth on it is said. Our choice. */
const SIDES_DIFFER = 0.1
/** How two sides compare: "even", "12% less on the left". */
export function sidesPhrase(left: number, right: number): string {
  const most = Math.max(left, right)
  if (most === 0) return 'none'
  const less = Math.min(left, right) / most
  const side = left > right ? 'right' : 'left'
  return less > 1 - SIDES_DIFFER ? 'even' : `${percentPhrase(1 - less)} less on the ${side}`
}

/** What the last seven days are against the guideline, for adults and for the older. */
export function guidelinePhrase({
  moderateMinutes,
  balanceDays,
}: {
  moderateMinutes: number
  balanceDays: number
}): string {
  const { leastMinutes, mostMinutes, balanceDays: wanted } = ACTIVITY_GUIDELINE
  const minutes = Math.round(moderateMinutes)
  const all =
    minutes >= leastMinutes
      ? 'as much as it asks at least'
      : `${percentPhrase(minutes / leastMinutes)} of the least of it`
  return (
    `About ${minutes} min of moderate activity in the last seven days: ${all}. It asks for ${leastMinutes} to ${mostMinutes} min a week, ` +
    `all kinds of movement together; from 65 on besides for balance on ${wanted} days, and there were ${plural(balanceDays, 'day')} with moving on the feet.`
  )
}

/** The share of each area in the most that any has. */
export function areaShares({ areas }: Pick<Coverage, 'areas'>): Partial<Record<keyof Coverage['areas'], number>> {
  const most = Math.max(1, ...Object.values(areas).map(({ seconds }) => seconds))
  return Object.fromEntries(Object.entries(areas).map(([area, { seconds }]) => [area, seconds / most]))
}
