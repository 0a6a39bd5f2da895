import { allowedCounts, type Form } from '../forms'
import { addDays, daysBetween, type SessionRecord } from '../journal'
import { GAP_DAYS, GAP_SHARE, HARD_SESSIONS, painAfter, PART_OF_A_COUNT, wasEasy, wasHard } from './difficulty'
import { MOST_LOAD_GROWTH } from './load'
import { SEASON_MINUTES, sessionDays, type Course, type CourseRequest, type CourseWeek } from './seasonCourse'
import { isDoneEnough } from './series'
import type { SeasonAdd, SeasonGoal } from './seasonTypes'

/** How far an amount has grown: what a week asks, and what it would be if it could be asked in any amount; and what the week before brought. */
interface GrownState {
  amount: number
  ideal: number
  brought: SeasonAdd[]
  /** Weeks that went well. */
  held: number
}

/** So many sessions of a week at least, where so many are laid, before it grows. Our choice. */
const SESSIONS_A_WEEK = 2

/** How a week went. */
type Went = 'on' | 'few' | 'unsaid' | 'hard' | { back: 'pain' | 'hard' | 'gap' } | 'nothing'

interface Growing {
  from: number
  to: number
  /** The amounts that can be asked, from least to most. */
  amounts: readonly number[]
  went(week: CourseWeek, amount: number): Went
  add(change: { from: number; to: number }): SeasonAdd
  formId: string | null
}

/** Steps of a tenth a week at most, each after a week that went well; back after a gap, pain and hard weeks. */
function growing({ from, to, amounts, went, add, formId }: Growing, weeks: readonly CourseWeek[]) {
  const most = Math.min(to, amounts.at(-1) ?? to)
  const within = (ideal: number) => amounts.findLast((amount) => amount <= ideal + 1e-9) ?? Math.min(from, most)
  const start: GrownState = { amount: from, ideal: from, brought: [], held: 0 }
  const stays = (state: GrownState, why: (SeasonAdd & { kind: 'stays' })['why']): GrownState => ({
    ...state,
    brought: [{ kind: 'stays', why }],
  })
  function on(state: GrownState): GrownState {
    const held = state.held + 1
    if (state.amount >= most) return { ...stays(state, 'there'), held }
    const ideal = Math.min(most, state.ideal * (1 + MOST_LOAD_GROWTH))
    const amount = Math.max(state.amount, within(ideal))
    if (amount === state.amount) return { ...stays(state, 'step'), ideal, held }
    return { amount, ideal, held, brought: [add({ from: state.amount, to: amount })] }
  }
  function after(state: GrownState, week: CourseWeek): GrownState {
    const how = went(week, state.amount)
    if (how === 'nothing') return { ...state, brought: [] }
    if (how === 'on') return on(state)
    if (typeof how === 'string') return stays(state, how)
    const less =
      how.back === 'gap'
        ? within(state.amount * GAP_SHARE)
        : (amounts.findLast((amount) => amount < state.amount) ?? state.amount)
    const amount = Math.min(less, state.amount)
    // There is nothing less.
    if (amount === state.amount) return stays(state, how.back)
    return {
      ...state,
      amount,
      ideal: amount,
      brought: [{ kind: 'back', formId, from: state.amount, to: amount, why: how.back }],
    }
  }
  function before(day: string): GrownState {
    let state = start
    for (const week of weeks) {
      if (addDays(week.monday, 7) > day) break
      state = after(state, week)
    }
    return state
  }
  return {
    before,
    onDay: before,
    aim: (state: GrownState) => state.brought,
    practise: (state: GrownState) => state,
    endWeek: on,
    // What a week asks was decided by the one before it.
    adds: (_before: GrownState, _after: GrownState, aim: SeasonAdd[]) => aim,
    came: () => [],
    asks: ({ amount }: GrownState) => amount,
    most,
  }
}

const inWeek = (known: CourseRequest['known'], { monday }: CourseWeek) =>
  known.filter(({ day }) => day >= monday && day <= addDays(monday, 6))
/** Whether in this week it came to be too long ago: then it goes back, once. */
function isGap(days: readonly string[], { monday }: CourseWeek): boolean {
  const last = days.findLast((day) => day < monday)
  if (last === undefined || days.some((day) => day >= monday && day <= addDays(monday, 6))) return false
  const ago = daysBetween(last, addDays(monday, 6))
  return ago >= GAP_DAYS && ago - 7 < GAP_DAYS
}

/** A hold or a count grows: only after weeks in which it was done as planned and was said to be easy. */
export function growCourse(
  goal: SeasonGoal & { kind: 'grow' },
  request: CourseRequest,
): Course<GrownState, SeasonAdd[]> {
  const { formId, from, to } = goal
  const form = request.forms.get(formId)
  const isPossible = form !== undefined && request.isPossible(formId)
  const known = request.known.filter(({ session }) => stepOf(session, formId) !== undefined)
  const days = known.map(({ day }) => day)
  const amounts = form ? allowedCounts(form).filter((count) => count <= to) : []
  const course = growing(
    {
      from,
      to,
      amounts,
      formId,
      add: (change) => ({ kind: 'count', formId, ...change }),
      went(week, amount) {
        const sessions = inWeek(known, week).map(({ session }) => session)
        if (sessions.length === 0) return isGap(days, week) ? { back: 'gap' } : 'nothing'
        if (sessions.some((session) => painAfter(session, form!).length > 0)) return { back: 'pain' }
        const hard = sessions.filter(wasHard).length
        if (hard >= HARD_SESSIONS) return { back: 'hard' }
        if (hard > 0) return 'hard'
        const whole = sessions.filter((session) => isDoneWhole(session, form!, amount)).length
        if (whole < Math.min(SESSIONS_A_WEEK, Math.max(1, week.days.length))) return 'few'
        return sessions.some(wasEasy) ? 'on' : 'unsaid'
      },
    },
    request.weeks,
  )
  const share = (amount: number) => (to > from ? Math.min(1, Math.max(0, (amount - from) / (to - from))) : 1)
  return {
    ...course,
    // Wherever it was done, it was done.
    doneDays: new Set(days.filter((day) => day >= request.season.startDay)),
    reach: ({ amount }) => (isPossible ? share(amount) : 0),
    missing: ({ amount }) => (amount < course.most || course.most < to || !isPossible ? [formId] : []),
    session: ({ amount }, { minutes }) => ({ kind: 'grow', formId, count: amount, minutes: minutes ?? SEASON_MINUTES }),
  }
}
const stepOf = (session: SessionRecord, formId: string) =>
  session.done.find((step) => step.formId === formId && step.outcome !== 'skipped')
/** Whether it was done in all of an amount, in one place of the session. */
function isDoneWhole(session: SessionRecord, form: Form, amount: number): boolean {
  const asked = form.sides !== 'none' && form.countScope === 'inAll' ? amount / 2 : amount
  return session.done.some(
    ({ formId, outcome, counts }) =>
      formId === form.id &&
      outcome === 'done' &&
      counts.length > 0 &&
      counts.every(({ count }) => count >= asked - PART_OF_A_COUNT),
  )
}

/** Practice for a purpose lasts longer by and by: after weeks in which at least half of it came and that were not hard. */
export function purposeCourse(
  goal: SeasonGoal & { kind: 'purpose' },
  request: CourseRequest,
): Course<GrownState, SeasonAdd[]> {
  const { purpose, fromMinutes, toMinutes } = goal
  const { season, weeks } = request
  const known = request.known.filter(({ session }) => session.routineId === season.id && isDoneEnough(session))
  const days = known.map(({ day }) => day)
  const amounts = Array.from({ length: toMinutes - fromMinutes + 1 }, (_, at) => fromMinutes + at)
  const course = growing(
    {
      from: fromMinutes,
      to: toMinutes,
      amounts,
      formId: null,
      add: (change) => ({ kind: 'minutes', ...change }),
      went(week) {
        const sessions = inWeek(known, week).map(({ session }) => session)
        if (sessions.length === 0) return isGap(days, week) ? { back: 'gap' } : 'nothing'
        if (sessions.filter(wasHard).length >= HARD_SESSIONS) return { back: 'hard' }
        return sessions.length * 2 >= week.days.length ? 'on' : 'few'
      },
    },
    weeks,
  )
  const held = Math.max(1, weeks.filter((week) => week.days.length > 0).length)
  return {
    ...course,
    doneDays: sessionDays(request),
    reach: (state) => Math.min(1, state.held / held),
    missing: () => [],
    session: ({ amount }, { minutes }) => ({
      kind: 'purpose',
      purpose,
      minutes: minutes === null ? amount : Math.min(minutes, amount),
    }),
  }
}
