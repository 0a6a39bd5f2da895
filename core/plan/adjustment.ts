import { askedBy } from '../compose'
import {
  concernsOf,
  isClosingPart,
  LEARNING_STAGES,
  nextCount,
  allowedCounts,
  wayFor,
  type Form,
  type Manner,
  type VersionKind,
  type Way,
} from '../forms'
import { dayOf, daysBetween } from '../journal'
import { changeGroup, changeStep, stepsOf, type Group, type Routine, type Step } from '../routine'
import { TooLongError, UnknownFormError } from '../timeline'
import { GAP_DAYS, GAP_SHARE, HARD_SESSIONS, painAfter, PART_OF_A_COUNT, wasEasy, wasHard } from './difficulty'
import { createLoad, MOST_LOAD_GROWTH } from './load'
import type {
  Adjustment,
  AdjustmentChange,
  AdjustmentReason,
  AdjustmentRequest,
  AdjustmentSession,
} from './adjustmentTypes'

/** So many sessions in a row must have felt easy, the latest not long ago. Our choice. */
const EASY_SESSIONS = 3
const EASY_WITHIN_DAYS = 14
/** At most one change on in a week for a form. */
const WEEK = 7
/** Each wrist weight grows by so much. Our choice; that it is begun light and built up slowly is common practice, no source. */
const WEIGHT_ADJUSTMENT_KG = 0.25
const MOST_WEIGHT_KG = 1.5
/** Sessions are looked back at for so long. */
const LOOKED_AT_DAYS = 120
/** From the chair to standing, and from a higher stance to the form as it is. */
const EASIER_VERSIONS: readonly VersionKind[] = ['seated', 'supported', 'higher']
const GROWS_FROM = LEARNING_STAGES.indexOf('whole')

type Known = AdjustmentSession & { day: string }
interface Seen {
  request: AdjustmentRequest
  /** Latest first. */
  sessions: Known[]
  forms: ReadonlyMap<string, Form>
  load: ReturnType<typeof createLoad>
  isHardWeek: boolean
}

/**
 * The small changes that practice suggests, those back before those on: after sessions that were said to feel easy one step on, at most one a week
 * for a form and within the growth of the week's load; and back after a gap, after pain where a form works, and in a hard week.
 */
export function adjustments(request: AdjustmentRequest): Adjustment[] {
  const sessions = sessionsOfAdjustments(request.sessions, request)
    .map((session) => ({ ...session, day: dayOf(session, request.dayEndsAtHour) }))
    .sort((one, other) => (one.startedAt < other.startedAt ? 1 : -1))
  const forms = new Map(request.forms.map((form) => [form.id, form]))
  const seen: Seen = {
    request,
    sessions,
    forms,
    load: createLoad(request, sessions),
    isHardWeek: isHard(sessions.filter(({ day }) => daysBetween(day, request.today) < WEEK)),
  }
  const found = request.routines.flatMap((routine) => {
    const steps = stepsHere(routine, forms)
    const ofSteps = steps.flatMap((here) => ofStep(here, seen))
    const groups = routine.entries.filter((entry) => entry.kind === 'group' && !entry.off && entry.pattern === 'rounds')
    const ofGroups = groups.flatMap((group) => {
      if (group.kind !== 'group') return []
      const isIn = ({ id }: { id: string }) => group.steps.some((step) => step.id === id)
      const found = ofSteps.filter(({ entryId }) => isIn({ id: entryId }))
      return ofRounds(
        routine,
        group,
        steps.filter(({ step }) => isIn(step)),
        found,
        seen,
      )
    })
    return [...ofSteps, ...ofGroups]
  })
  return found.sort((one, other) => Number(one.isOn) - Number(other.isOn))
}

/** Of a journal those sessions that are looked at for it. */
export const sessionsOfAdjustments = <Session extends AdjustmentSession>(
  sessions: readonly Session[],
  { today, dayEndsAtHour }: Pick<AdjustmentRequest, 'today' | 'dayEndsAtHour'>,
): Session[] =>
  sessions.filter((session) => {
    const ago = daysBetween(dayOf(session, dayEndsAtHour), today)
    return ago >= 0 && ago <= LOOKED_AT_DAYS
  })

/** A routine with a change made. */
export function withAdjustment(routine: Routine, { entryId, change }: Pick<Adjustment, 'entryId' | 'change'>): Routine {
  if (change.what === 'rounds') return changeGroup(routine, entryId, { rounds: change.to })
  if (change.what === 'count') return changeStep(routine, entryId, { count: change.to })
  const step = stepsOf(routine).find(isOf(entryId))
  return step ? changeStep(routine, entryId, { manner: mannerWith(step, change) }) : routine
}
const isOf = (id: string) => (entry: { id: string }) => entry.id === id
function mannerWith({ manner }: Step, change: Extract<AdjustmentChange, { what: 'weight' | 'version' }>): Manner {
  const now = manner ?? { version: null, choices: {} }
  return change.what === 'weight' ? { ...now, weightKg: change.to } : { ...now, version: change.to }
}

const isHard = (week: readonly Known[]) => week.filter(wasHard).length >= HARD_SESSIONS

/** The planned count of a step in a session, over all rounds; null where it was not in it. Of one side, where sides are counted. */
const plannedCount = ({ planned }: Known, stepId: string): number | null =>
  planned.find(isOfStep(stepId))?.counts[0]?.count ?? null
const isOfStep = (stepId: string) => (step: { stepId: string }) => step.stepId === stepId
/** The count of a step as a record has it: of one side, over all rounds. */
const recordedCount = (form: Form, step: Step, rounds: number) =>
  (form.sides !== 'none' && form.countScope === 'inAll' ? step.count / 2 : step.count) * rounds
/** Whether a session had the step as it stands now: in its count, version and weight. */
function hadAsNow(session: Known, { step, form, rounds }: Here, { request }: Seen): boolean {
  const done = session.done.find(isOfStep(step.id))
  const now = wayFor(step, request.ways)
  return (
    done !== undefined &&
    plannedCount(session, step.id) === recordedCount(form, step, rounds) &&
    done.version === (now?.version ?? null) &&
    done.weightKg === now?.weightKg
  )
}

/** A step in its routine, and how many rounds it goes through. */
interface Here {
  routine: Routine
  step: Step
  form: Form
  rounds: number
}
/** The steps of a routine whose records tell how they went: alone or in rounds, without layers, between arriving and closing. */
function stepsHere(routine: Routine, forms: ReadonlyMap<string, Form>): Here[] {
  return routine.entries.flatMap((entry): Here[] => {
    if (entry.off || (entry.kind === 'group' && entry.pattern !== 'rounds')) return []
    const [steps, rounds] = entry.kind === 'step' ? [[entry], 1] : [entry.steps, entry.rounds]
    return steps.flatMap((step): Here[] => {
      const form = forms.get(step.formId)
      const grows = step.part !== 'arrive' && !isClosingPart(step.part) && !step.layers?.length && !step.off
      return form && grows ? [{ routine, step, form, rounds }] : []
    })
  })
}

function ofStep(here: Here, seen: Seen): Adjustment[] {
  const { routine, step, form } = here
  const { today, ways } = seen.request
  const now = wayFor(step, ways)
  const adjustment = (isOn: boolean, change: AdjustmentChange | null, reason: AdjustmentReason): Adjustment[] =>
    change ? [{ routineId: routine.id, entryId: step.id, formId: form.id, isOn, change, reason }] : []
  const sessions = sessionsWith(here, seen)
  const [latest] = sessions
  // Whoever has changed it since has answered already.
  if (!latest || !hadAsNow(latest, here, seen)) return []
  const last = seen.sessions.find(({ done }) => done.some((each) => each.formId === form.id && isDone(each)))!
  const days = daysBetween(last.day, today)
  if (days >= GAP_DAYS) return adjustment(false, lessAfterGap(step, form), { kind: 'gap', days })
  const places = painAfter(latest, form)
  if (places.length > 0 && daysBetween(latest.day, today) < WEEK)
    return adjustment(false, less(step, form, now), { kind: 'pain', places })
  if (seen.isHardWeek) return isHeavy(step, form, now) ? adjustment(false, less(step, form, now), { kind: 'hard' }) : []
  if (!wasEasyLately(sessions, here, seen) || !mayGrow(here, seen)) return []
  const change = more(step, form, now)
  return change && isWise(here, change, seen) ? adjustment(true, change, { kind: 'easy', sessions: EASY_SESSIONS }) : []
}
const isDone = ({ outcome }: { outcome: string }) => outcome !== 'skipped'
const sessionsWith = ({ routine, step }: Here, { sessions }: Seen) =>
  sessions.filter(
    ({ routineId, done }) => routineId === routine.id && done.some((each) => each.stepId === step.id && isDone(each)),
  )
const wasEasyLately = (sessions: readonly Known[], here: Here, seen: Seen) =>
  sessions.length >= EASY_SESSIONS &&
  daysBetween(sessions[0]!.day, seen.request.today) <= EASY_WITHIN_DAYS &&
  sessions.slice(0, EASY_SESSIONS).every((session) => feltEasy(session, here, seen))

/** The rounds of a group come after its steps: when none of them can go on, and all felt easy. */
function ofRounds(
  routine: Routine,
  group: Group,
  here: readonly Here[],
  ofSteps: readonly Adjustment[],
  seen: Seen,
): Adjustment[] {
  const steps = group.steps.filter(({ off }) => !off).length
  if (ofSteps.length > 0 || steps === 0 || here.length < steps || seen.isHardWeek) return []
  const isEasy = here.every((each) => wasEasyLately(sessionsWith(each, seen), each, seen) && mayGrow(each, seen))
  const change = { what: 'rounds' as const, from: group.rounds, to: group.rounds + 1 }
  const adjustment: Adjustment = {
    routineId: routine.id,
    entryId: group.id,
    formId: '',
    isOn: true,
    change,
    reason: { kind: 'easy', sessions: EASY_SESSIONS },
  }
  return isEasy && isLoadWithin(routine, adjustment, seen) ? [adjustment] : []
}

/** Done whole as it stands now, and said to have been easy, without pain. */
function feltEasy(session: Known, here: Here, seen: Seen): boolean {
  const done = session.done.find(isOfStep(here.step.id))
  if (!wasEasy(session) || done?.outcome !== 'done' || !hadAsNow(session, here, seen)) return false
  const planned = plannedCount(session, here.step.id)!
  return (
    done.counts.every(({ count }) => count >= planned - PART_OF_A_COUNT) && painAfter(session, here.form).length === 0
  )
}
/** It is far enough in learning, stands so for a week at least and has not gone on lately elsewhere, and asks nothing that the person's conditions forbid. */
function mayGrow(here: Here, seen: Seen): boolean {
  const stage = seen.request.stageOf(here.form.id)
  if (stage !== null && LEARNING_STAGES.indexOf(stage) < GROWS_FROM) return false
  const concerns = concernsOf(seen.request.conditions)
  if (askedBy(here.step, here.form, seen.request).some((caution) => concerns.has(caution))) return false
  const isOld = (each: Here) =>
    sessionsWith(each, seen).some(
      (session) => daysBetween(session.day, seen.request.today) >= WEEK && hadAsNow(session, each, seen),
    )
  const wasLess = (each: Here) =>
    sessionsWith(each, seen).some(
      (session) => (plannedCount(session, each.step.id) ?? 0) < recordedCount(each.form, each.step, each.rounds),
    )
  const elsewhere = seen.request.routines
    .flatMap((routine) => stepsHere(routine, seen.forms))
    .filter(({ routine, step, form }) => {
      const isHere = routine.id === here.routine.id && step.id === here.step.id
      return form.id === here.form.id && !isHere
    })
  return isOld(here) && elsewhere.every((each) => isOld(each) || !wasLess(each))
}

/** Standing, hard legs, and weights. */
const isHeavy = ({ part }: Step, { effort }: Form, now: Way | undefined) =>
  part === 'stand' || effort.legs >= 2 || now?.weightKg !== undefined

/** One on: out of the chair first, then the count, then the weight. Null at the end of what the form has. */
function more(step: Step, form: Form, now: Way | undefined): AdjustmentChange | null {
  const version = now?.version
  if (version && EASIER_VERSIONS.includes(version) && step.count >= form.counts.usual) {
    const has = (kind: VersionKind) => form.versions.some((each) => each.kind === kind)
    const to = version === 'seated' && has('supported') ? 'supported' : 'plain'
    return { what: 'version', from: version, to }
  }
  const to = nextCount(form, step.count, 1)
  if (to > step.count) return { what: 'count', from: step.count, to }
  const weightKg = now?.weightKg
  if (weightKg !== undefined && weightKg + WEIGHT_ADJUSTMENT_KG <= MOST_WEIGHT_KG)
    return { what: 'weight', from: weightKg, to: Math.round((weightKg + WEIGHT_ADJUSTMENT_KG) * 100) / 100 }
  return null
}
/** One back: the weight first, then the count. Null where there is nothing less. */
function less(step: Step, form: Form, now: Way | undefined): AdjustmentChange | null {
  const weightKg = now?.weightKg
  if (weightKg !== undefined && weightKg > WEIGHT_ADJUSTMENT_KG)
    return { what: 'weight', from: weightKg, to: Math.round((weightKg - WEIGHT_ADJUSTMENT_KG) * 100) / 100 }
  const to = nextCount(form, step.count, -1)
  return to < step.count ? { what: 'count', from: step.count, to } : null
}
function lessAfterGap(step: Step, form: Form): AdjustmentChange | null {
  const to = allowedCounts(form).findLast((count) => count <= step.count * GAP_SHARE)
  return to === undefined || to >= step.count ? null : { what: 'count', from: step.count, to }
}

/** What it would ask is wise: nothing that a condition forbids, and no week much fuller than usual. */
function isWise({ routine, step, form }: Here, change: AdjustmentChange, seen: Seen): boolean {
  const concerns = concernsOf(seen.request.conditions)
  const adjustment = { entryId: step.id, change }
  const changed = stepsOf(withAdjustment(routine, adjustment)).find(isOf(step.id))!
  if (askedBy(changed, form, seen.request).some((caution) => concerns.has(caution))) return false
  return isLoadWithin(routine, adjustment, seen)
}
function isLoadWithin(routine: Routine, adjustment: Pick<Adjustment, 'entryId' | 'change'>, { load }: Seen): boolean {
  try {
    const grown = load.weekWith(withAdjustment(routine, adjustment))
    const usual = load.usualWeek
    return (['standing', 'legs'] as const).every(
      (what) => grown[what] <= load.weekAsPlanned[what] + 1e-6 || grown[what] <= usual[what] * (1 + MOST_LOAD_GROWTH),
    )
  } catch (error) {
    if (error instanceof TooLongError || error instanceof UnknownFormError) return false
    throw error
  }
}
