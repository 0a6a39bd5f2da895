import { NOT_SAID } from '#core/journal'
import {
  bodyOf,
  judgeToday,
  offersNow,
  prepareToday,
  spansFrom,
  type Prepared,
  type TodayJudgement,
  type TodayOffer,
} from '#core/plan'
import type { Routine } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import type { StoredPerson } from '~/shared/store/storedPerson'
import { aboutToday, openOn } from './facts'
import { factsOfStored, type Moment } from './factsOfStored'
import type { TodaySetting } from './plan.worker'

/** What will stand in front of Today in a span of time, told before: of the offer's steps only how many there are. */
export interface Foreseen {
  /** Milliseconds since 1970; the end is not in it. */
  fromMs: number
  untilMs: number
  /** The practice day. */
  today: string
  /** Whether it was judged by all sessions; else by the latest of them. */
  isWhole: boolean
  offer: Omit<TodayOffer, 'routine'> & { routine: Pick<Routine, 'name'> }
  steps: number
  rest: TodayJudgement['rest']
}
/** So many practice days are foreseen, today among them: whoever practises daily finds the next one told. */
const DAYS = 2

/** How many steps a routine is led in. */
export const stepsLed = (setting: TodaySetting, routine: Routine): number =>
  totalsOf(compileTimeline({ ...setting, routine })).bySteps.length

/** The first offer, without looking for those after it. */
function firstOf(offers: ReturnType<typeof offersNow>): TodayOffer | null {
  for (const each of offers) if ('routine' in each) return each
  return null
}

/**
 * What will stand in front from a moment on, span by span, as long as nothing is done or changed: the same as is told where the application is opened then.
 * Null for a span in which nothing is offered, or a season's session has to be made first.
 */
export function* foresee(
  stored: StoredPerson,
  shipped: Parameters<typeof factsOfStored>[1],
  { atMs, timeZone }: Omit<Moment, 'hour'>,
  newId: () => string,
): Generator<Foreseen | null> {
  const { isWhole, person } = stored
  const body = bodyOf(NOT_SAID, [])
  let prepared: Prepared[] | null = null
  for (const span of spansFrom(atMs, { timeZone, dayEndsAtHour: person.settings.dayEndsAtHour }, DAYS)) {
    const { fromMs, untilMs, today, hour } = span
    const [facts, setting] = factsOfStored(stored, shipped, { atMs: fromMs, timeZone })
    const open = openOn(facts)
    prepared ??= prepareToday({ ...setting, body })
    const request = { ...setting, ...aboutToday(facts, open, hour), body, minutes: null, effects: [] }
    const judgement = judgeToday(request, prepared)
    const waits = open.some(({ laid }) => laid.what.kind === 'season')
    const offer = waits ? null : firstOf(offersNow(judgement, request, newId))
    yield offer
      ? {
          ...{ fromMs, untilMs, today, isWhole },
          offer: { ...offer, routine: { name: offer.routine.name } },
          steps: stepsLed(setting, offer.routine),
          rest: judgement.rest,
        }
      : null
  }
}
