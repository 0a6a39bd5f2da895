import { isClosingPart, type Area, type Form } from '../forms'
import type { SessionRecord } from '../journal'
import type { Routine } from '../routine'
import { compileTimeline, TooLongError, UnknownFormError, type PracticeSetting } from '../timeline'
import { loadOf, stepsPlanned, type WeekLoad } from './load'

/** What a stretch of practice comes to: seconds, its load, and seconds for each area before the closing. */
export interface Amounts extends WeekLoad {
  seconds: number
  areas: Partial<Record<Area, number>>
}
export const NO_AMOUNTS: Amounts = { seconds: 0, standing: 0, legs: 0, areas: {} }

export function amountsInAll(all: readonly Amounts[]): Amounts {
  const areas: Amounts['areas'] = {}
  for (const each of all)
    for (const [area, seconds] of Object.entries(each.areas)) areas[area as Area] = (areas[area as Area] ?? 0) + seconds
  const sum = (of: (each: Amounts) => number) => all.reduce((total, each) => total + of(each), 0)
  return {
    seconds: sum((each) => each.seconds),
    standing: sum((each) => each.standing),
    legs: sum((each) => each.legs),
    areas,
  }
}

type Step = Pick<SessionRecord['done'][number], 'formId' | 'part' | 'seconds'>
function amountsOf(steps: readonly Step[], seconds: number, forms: ReadonlyMap<string, Form>): Amounts {
  const areas: Amounts['areas'] = {}
  for (const { formId, part, seconds: of } of steps) {
    if (isClosingPart(part)) continue
    for (const area of forms.get(formId)?.areas ?? []) areas[area] = (areas[area] ?? 0) + of
  }
  return { seconds, areas, ...loadOf(steps, forms) }
}

/** What was done in a session. */
export const amountsDone = ({ done, practisedSeconds }: SessionRecord, forms: ReadonlyMap<string, Form>): Amounts =>
  amountsOf(
    done.filter(({ outcome }) => outcome !== 'skipped'),
    practisedSeconds,
    forms,
  )

/** What a routine comes to, brought to some minutes in proportion; as long as it is planned for null. Nothing where it cannot be followed. */
export function amountsPlanned(
  routine: Routine,
  minutes: number | null,
  setting: PracticeSetting,
  forms: ReadonlyMap<string, Form>,
): Amounts {
  try {
    const timeline = compileTimeline({ ...setting, routine })
    const { totalSeconds } = timeline
    const whole = amountsOf(stepsPlanned(timeline), totalSeconds, forms)
    if (minutes === null || totalSeconds === 0) return whole
    const share = (minutes * 60) / totalSeconds
    const areas = Object.entries(whole.areas).map(([area, seconds]) => [area, seconds * share])
    return {
      seconds: minutes * 60,
      standing: whole.standing * share,
      legs: whole.legs * share,
      areas: Object.fromEntries(areas) as Amounts['areas'],
    }
  } catch (error) {
    if (error instanceof TooLongError || error instanceof UnknownFormError) return NO_AMOUNTS
    throw error
  }
}
