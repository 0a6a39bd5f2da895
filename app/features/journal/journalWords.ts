import { COUNT_UNITS } from '#core/forms'
import {
  EXERTION,
  FEELING_SCALES,
  PAIN_PLACES,
  practiceDay,
  type Corrected,
  type Felt,
  type SessionRecord,
} from '#core/journal'
import type { Deviation, DoneStep, PlannedStep } from '#core/runner'
import { DEVIATION_WORDS } from '~/shared/words/commands'
import { plural } from '~/shared/words/numbers'
import { PLACE_WORDS, SCALE_WORDS } from '~/shared/words/body'
import { SIDE_WORDS, VERSION_WORDS } from '~/shared/words/practice'
import { durationPhrase, shortWeekdayPhrase, timeOfDayPhrase, timePhrase } from '~/shared/words/time'

/** "Tue 3 Mar, 07:30", "Tue 3 Mar, in the night, 00:30": the practice day, with its year where that is not `thisYear`, and the time by the clock where it was done. */
export function sessionTimePhrase(
  { startedAt, timeZone }: Pick<SessionRecord, 'startedAt' | 'timeZone'>,
  dayEndsAtHour: number,
  thisYear: string,
): string {
  const day = practiceDay(startedAt, timeZone, dayEndsAtHour)
  const year = day.slice(0, 4)
  // After midnight and before the day's end: the hour alone would read as that of the morning of the day.
  const night = day === practiceDay(startedAt, timeZone, 0) ? '' : 'in the night, '
  return `${shortWeekdayPhrase(day)}${year === thisYear ? '' : ` ${year}`}, ${night}${timeOfDayPhrase(startedAt, timeZone)}`
}

/** "energy: low, then lively; calm: quiet as before"; nothing where nothing was said. */
export function feltPhrase({ before, after }: Pick<SessionRecord, 'before' | 'after'>): string {
  const scales = FEELING_SCALES.flatMap((scale) => {
    const { name, steps } = SCALE_WORDS[scale]
    const wordOf = (value: number | null) => (value === null ? null : steps[value - 1])
    const then = wordOf(before[scale])
    const now = wordOf(after[scale])
    if (!then && !now) return []
    if (!then || !now) return [`${name.toLowerCase()}: ${now ?? `${then} before`}`]
    return [`${name.toLowerCase()}: ${then === now ? `${now} as before` : `${then}, then ${now}`}`]
  })
  return [...scales, painPhrase(before, after)].filter(Boolean).join('; ')
}

/** "pain: left knee 4, then 2, low back 3 before"; nothing where nothing was said. */
function painPhrase(before: Felt, after: Felt): string {
  const levels = ({ pain }: Felt) => new Map(pain?.map(({ place, level }) => [place, level]))
  const then = levels(before)
  const now = levels(after)
  const said = PAIN_PLACES.flatMap((place) => {
    const was = then.get(place)
    const is = now.get(place)
    if (was === undefined && is === undefined) return []
    const words =
      was === undefined
        ? `${is}`
        : is === undefined
          ? `${was} before`
          : was === is
            ? `${is} as before`
            : `${was}, then ${is}`
    return [`${PLACE_WORDS[place]} ${words}`]
  })
  return said.length > 0 ? `pain: ${said.join(', ')}` : ''
}

/** "4 left, 4 right", "1 min 30 s". */
export function countsPhrase({ counting, counts }: Pick<PlannedStep, 'counting' | 'counts'>): string {
  const inSeconds = COUNT_UNITS[counting] === 'seconds'
  return counts
    .map(({ side, count }) =>
      [inSeconds ? durationPhrase(count) : String(count), SIDE_WORDS[side]].filter(Boolean).join(' '),
    )
    .join(', ')
}

const OUTCOME_WORDS = { done: 'done', cutShort: 'left early', skipped: 'skipped' }
/** "left early, seated". */
export const outcomePhrase = ({
  outcome,
  version,
  weightKg,
  leftAfter,
}: Pick<DoneStep, 'outcome' | 'version' | 'weightKg' | 'leftAfter'>) =>
  [
    OUTCOME_WORDS[outcome],
    leftAfter && `after ${leftAfter.movesDone} of ${leftAfter.moves} moves`,
    version && VERSION_WORDS[version],
    weightKg !== undefined && `${weightKg} kg each`,
  ]
    .filter(Boolean)
    .join(', ')

/** "4.2 s in, 6.1 s out". */
export const doneBreathPhrase = ({ inSeconds, outSeconds }: NonNullable<DoneStep['breath']>) =>
  `${inSeconds.toFixed(1)} s in, ${outSeconds.toFixed(1)} s out`

/** "at 4:10 paused for 40 s", "at 5:02 skipped on, undone". */
export function deviationPhrase({ what, atSeconds, lastsSeconds, undone }: Deviation): string {
  const lasts = lastsSeconds >= 1 ? ` for ${durationPhrase(lastsSeconds)}` : ''
  return `at ${timePhrase(atSeconds)} ${DEVIATION_WORDS[what]}${lasts}${undone ? ', undone' : ''}`
}

/** "how hard: 4 of 10". */
export const exertionPhrase = (exertion: number) => `how hard: ${exertion} of ${EXERTION.most}`

const CORRECTED_WORDS: Record<Corrected, string> = {
  title: 'its name',
  time: 'when it was',
  length: 'how long it was',
  counts: 'what was done',
  feelings: 'how it felt',
  words: 'its words',
  joined: '',
  split: '',
}
/** "Edited: what was done, its words. The original is kept." */
export function correctionPhrase({ recorded }: Pick<SessionRecord, 'recorded'>, what: readonly Corrected[]): string {
  if (what.includes('joined'))
    return `Joined from ${plural(recorded?.length ?? 0, 'entry', 'entries')}, which are kept.`
  if (what.includes('split')) return 'Part of a longer entry, which is kept.'
  return `Edited: ${what.map((each) => CORRECTED_WORDS[each]).join(', ')}. The original is kept.`
}

/** What stands where another tab has changed an entry meanwhile. */
export const CHANGED_ELSEWHERE =
  'This entry was changed in another tab meanwhile, and that stands. Leave this, and open the entry again.'
