import type { SeriesState } from '#core/plan'
import type { LedStage, Series } from '#core/routine'
import { plural } from '~/shared/words/numbers'

/** How a lesson is led, in words that stand alone. */
export const LED_WORDS: Record<LedStage, string> = {
  movement: 'only the movement',
  handsOnly: 'hands only',
  seated: 'sitting',
}

/** "2 of 5 times". */
export const timesPhrase = ({ lesson, done }: SeriesState['lessons'][number]): string =>
  lesson.times === 1 ? (done > 0 ? 'done' : 'once') : `${done} of ${lesson.times} times`

/** Where a series stands, in a sentence. */
export function seriesPhrase(
  { begunAt, lessons, repeats }: Series,
  { next, roundsDone, lessons: places }: SeriesState,
) {
  if (lessons.length === 0) return 'It has no lesson yet.'
  const all = places.reduce((sum, { lesson }) => sum + lesson.times, 0)
  if (begunAt === undefined) return `Not begun: ${plural(lessons.length, 'lesson')}, ${plural(all, 'session')}.`
  if (!next) return `All ${plural(all, 'session')} done.`
  const done = places.reduce((sum, place) => sum + place.done, 0)
  const rounds = repeats && roundsDone > 0 ? `, after ${plural(roundsDone, 'round')}` : ''
  return `${done} of ${plural(all, 'session')} done${rounds}.`
}
