import { canSit, wayFor, type Manner } from '../forms'
import type { Step } from '../routine'
import type { ScheduleItem } from '../timeline'
import { abandonWithBreath, scheduleAfter, unfinishedPart, withSchedule, type Here } from './schedule'
import type { RunnerState, SessionPlan } from './types'

/** The same performance sitting, or as it was laid out; what is only watched stays as it is, and a stage of building up too. */
function inSeat(item: ScheduleItem, sits: boolean): ScheduleItem {
  const { stage, pattern } = item.performance
  const from = sits ? 'whole' : 'seated'
  if (stage === 'watch' || (stage !== from && !(sits && stage === 'handsOnly'))) return item
  if (!sits && pattern === 'buildUp') return item
  return { ...item, performance: { ...item.performance, stage: sits ? 'seated' : 'whole' } }
}

/** From here on all that can be done sitting is; what cannot is left out. Where nothing can, nothing changes. */
export function sitDown(state: RunnerState, here: Here): RunnerState {
  const sits = ({ performance }: ScheduleItem) => {
    const form = state.plan.forms.find(({ id }) => id === performance.step.formId)
    return form !== undefined && canSit(form)
  }
  const following = state.schedule.slice(here.index + 1)
  const later = following.filter(sits).map((item) => inSeat(item, true))
  const staysHere = sits(here.item)
  if (!staysHere && later.length === 0) return state
  const isSeated = here.item.performance.stage === 'seated' || here.occurrence.stance === 'seated'
  const changesNothing = later.length === following.length && later.every((item, at) => item === following[at])
  if (staysHere && isSeated && changesNothing) return state
  return takenUpAgain(state, here, later, staysHere ? (rest) => inSeat(rest, true) : null)
}

/** Standing again, from here on, where one has sat down. */
export function standUp(state: RunnerState, here: Here): RunnerState {
  const following = state.schedule.slice(here.index + 1)
  const later = following.map((item) => inSeat(item, false))
  const upright = inSeat(here.item, false)
  if (upright === here.item && later.every((item, at) => item === following[at])) return state
  return takenUpAgain(state, here, later, (rest) => inSeat(rest, false))
}

/** What is going on is left with this breath and taken up again in another way (or not at all), and other things come after it. */
function takenUpAgain(
  state: RunnerState,
  here: Here,
  later: ScheduleItem[],
  change: ((rest: ScheduleItem) => ScheduleItem) | null,
): RunnerState {
  const why = change ? 'toResume' : 'forGood'
  const abandoned = abandonWithBreath({ ...state, lingering: false }, here, why)
  const rest = change ? unfinishedPart(state.timeline, abandoned, here.index, 'full') : null
  return scheduleAfter(abandoned, here.index, rest && change ? [change(rest), ...later] : later, true)
}

const withManner = (item: ScheduleItem, manner: Manner | undefined): ScheduleItem => {
  const { manner: _, ...step } = item.performance.step
  return { ...item, performance: { ...item.performance, step: manner ? { ...step, manner } : step } }
}

const isHigher = (step: Step, { ways }: SessionPlan) => wayFor(step, ways)?.version === 'higher'

/** From here on in the higher stance, wherever a form has one. Nothing where none has, or where all are done so already. */
export function standHigher(state: RunnerState, here: Here): RunnerState {
  return restood(state, here, (item) => {
    const { step, stage } = item.performance
    const form = state.plan.forms.find(({ id }) => id === step.formId)
    const hasHigher = form?.versions.some(({ kind }) => kind === 'higher')
    if (!hasHigher || stage === 'seated' || isHigher(step, state.plan)) return item
    return withManner(item, { version: 'higher', choices: step.manner?.choices ?? {} })
  })
}

/** From here on in the stance as it was planned; where it was planned higher, as the form has it. */
export function standLower(state: RunnerState, here: Here): RunnerState {
  const { plan } = state
  const planned = new Map(
    plan.routine.entries
      .flatMap((entry) => (entry.kind === 'step' ? [entry] : entry.steps))
      .map((step) => [step.id, step] as const),
  )
  return restood(state, here, (item) => {
    const { step } = item.performance
    if (!isHigher(step, plan)) return item
    const before = planned.get(step.id)
    if (before && !isHigher(before, plan)) return withManner(item, before.manner)
    return withManner(item, { version: 'plain', choices: step.manner?.choices ?? {} })
  })
}

/** The rest of the session with another manner; the same state where that changes nothing. */
function restood(state: RunnerState, here: Here, change: (item: ScheduleItem) => ScheduleItem): RunnerState {
  const following = state.schedule.slice(here.index + 1)
  const later = following.map(change)
  const present = change(here.item)
  const changesLater = later.some((item, at) => item !== following[at])
  if (present !== here.item) return takenUpAgain(state, here, later, change)
  return changesLater ? withSchedule(state, [...state.schedule.slice(0, here.index + 1), ...later]) : state
}
