import type { Form } from '../forms'
import { daysBetween } from '../journal'
import type { Routine } from '../routine'
import {
  compileTimeline,
  TooLongError,
  totalsOf,
  UnknownFormError,
  type PracticeSetting,
  type Timeline,
} from '../timeline'
import type { AdjustmentSession } from './adjustmentTypes'

/** A week's load on the legs: seconds stood still; and seconds of what asks the legs, each as often as it asks (0 to 3). */
export interface WeekLoad {
  standing: number
  legs: number
}
/** A week may be so much fuller than usual. Common practice, no source. */
export const MOST_LOAD_GROWTH = 0.1
const WEEKS = 4

/** What a Timeline leads, step by step, with the form of each and what it is counted by. */
export function stepsPlanned(timeline: Timeline) {
  const of = new Map(timeline.occurrences.map(({ stepId, formId, counting }) => [stepId, { formId, counting }]))
  return totalsOf(timeline).bySteps.map((step) => ({ ...step, ...of.get(step.stepId)! }))
}

type Weighed = { formId: string; part: string; seconds: number }
export function loadOf(steps: readonly Weighed[], forms: ReadonlyMap<string, Form>): WeekLoad {
  const load: WeekLoad = { standing: 0, legs: 0 }
  for (const { formId, part, seconds } of steps) {
    if (part === 'stand') load.standing += seconds
    load.legs += seconds * (forms.get(formId)?.effort.legs ?? 0)
  }
  return load
}
const plus = (one: WeekLoad, other: WeekLoad, times = 1): WeekLoad => ({
  standing: one.standing + other.standing * times,
  legs: one.legs + other.legs * times,
})
const NOTHING: WeekLoad = { standing: 0, legs: 0 }

/**
 * The load of a usual week, as it was done in the last four; of a week as my routines are planned now, each as often as it was done; and of one in which
 * a routine is otherwise. So what was changed and not practised yet counts already. Throws as compiling does.
 */
export function createLoad(
  { routines, today, ...setting }: PracticeSetting & { routines: readonly Routine[]; today: string },
  sessions: readonly (AdjustmentSession & { day: string })[],
) {
  const forms = new Map(setting.forms.map((form) => [form.id, form]))
  const lately = sessions.filter(({ day }) => daysBetween(day, today) < WEEKS * 7)
  const usualWeek = lately.reduce((sum, { done }) => plus(sum, loadOf(done, forms), 1 / WEEKS), NOTHING)
  const timesAWeek = (routineId: string) => lately.filter((session) => session.routineId === routineId).length / WEEKS
  const ofRoutine = (routine: Routine): WeekLoad => {
    return loadOf(stepsPlanned(compileTimeline({ ...setting, routine })), forms)
  }
  const planned = new Map<string, WeekLoad>()
  for (const routine of routines) {
    const times = timesAWeek(routine.id)
    if (times === 0) continue
    try {
      planned.set(routine.id, plus(NOTHING, ofRoutine(routine), times))
    } catch (error) {
      if (!(error instanceof TooLongError || error instanceof UnknownFormError)) throw error
    }
  }
  const isMine = (routineId: string | null) => routineId !== null && planned.has(routineId)
  const others = lately
    .filter(({ routineId }) => !isMine(routineId))
    .reduce((sum, { done }) => plus(sum, loadOf(done, forms), 1 / WEEKS), NOTHING)
  const weekAsPlanned = [...planned.values()].reduce((sum, each) => plus(sum, each), others)
  return {
    usualWeek,
    weekAsPlanned,
    weekWith(routine: Routine): WeekLoad {
      const without = plus(weekAsPlanned, planned.get(routine.id) ?? NOTHING, -1)
      return plus(without, ofRoutine(routine), timesAWeek(routine.id))
    },
  }
}
