import type { Streaks } from '#core/journal'
import type { ReadyReason } from '#core/plan'
import { plural } from '~/shared/words/numbers'
import { WEEKDAY_WORDS } from '~/shared/words/time'

/** "done on 4 of the last 6 Tuesdays". */
export function readyPhrase(reason: ReadyReason): string {
  switch (reason.kind) {
    case 'habit':
      return `done on ${reason.times} of the last six ${WEEKDAY_WORDS[reason.weekday - 1]}s`
    case 'recent':
      return reason.daysAgo === 0
        ? 'done today'
        : reason.daysAgo === 1
          ? 'last done yesterday'
          : `last done ${reason.daysAgo} days ago`
    case 'new':
      return 'not followed yet'
  }
}

/** How the row of days stands, in a sentence or two. */
export function streakPhrase({ currentDays, longestDays, practisedToday }: Streaks): string {
  if (longestDays === 0) return 'No stone laid yet. The first session lays one.'
  const now =
    currentDays === 0
      ? 'No row under way.'
      : `${plural(currentDays, 'day')} in a row${practisedToday ? '' : ', today still open'}.`
  return `${now} Longest: ${plural(longestDays, 'day')}.`
}
