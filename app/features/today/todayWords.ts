import type { ReadyReason } from '#core/plan'
import { WEEKDAY_WORDS } from '~/shared/words/time'

/** "done on 4 of the last 6 Tuesdays". While only the latest sessions are known, nobody can say that a routine was never followed. */
export function readyPhrase(reason: ReadyReason, isWhole: boolean): string {
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
      return isWhole ? 'not followed yet' : 'not followed lately'
  }
}
