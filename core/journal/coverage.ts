import {
  AREAS,
  isClosingPart,
  isStillCounting,
  latestStages,
  type Area,
  type Form,
  type LearningStage,
  type Side,
  type StageEntry,
} from '../forms'
import type { DoneStep } from '../runner'
import { addDays, daysBetween, dayOf } from './practiceDay'
import type { SessionRecord } from './types'

/** How much there was of something in the days that are looked at, and when it was last, ever. */
export interface Amount {
  seconds: number
  /** Sessions, one in which it came twice counting once. */
  sessions: number
  lastDay: string | null
}
export interface FormAmount extends Amount {
  formId: string
  name: string
}

/** What had its place in the practice and has lost it. */
export interface Neglected {
  what: { form: string; formId: string } | { area: Area }
  daysAgo: number
  /** Before it was left, it came every so many days; null for an area. */
  everyDays: number | null
}

export interface Coverage {
  /** The first day that is looked at; every day from it to today counts. */
  from: string
  sessions: number
  seconds: number
  forms: FormAmount[]
  areas: Record<Area, Amount>
  /** Repetitions on each side of forms that have sides, and seconds of holds. */
  sides: { left: SideAmount; right: SideAmount }
  /** Seconds: still (stands, sitting and settling) and moving; standing, and sitting or lying. */
  stillSeconds: number
  movingSeconds: number
  seatedSeconds: number
  standingSeconds: number
  /** Of forms that work on the breath. */
  breathSeconds: number
  neglected: Neglected[]
  learning: { formId: string; name: string; stage: LearningStage; lastDay: string | null }[]
}
export interface SideAmount {
  repetitions: number
  heldSeconds: number
}

/** What is looked at of the journal. */
export type CoveredSession = Pick<SessionRecord, 'startedAt' | 'timeZone' | 'practisedSeconds' | 'done'>

/** A form belongs to the practice when it came on so many days; it is neglected after so long, and after so many times its own gap. Our choice. */
const HABIT_DAYS = 3
const NEGLECTED_DAYS = 14
const NEGLECTED_GAPS = 3
/** Areas are judged only after so many sessions before the days that are looked at. Our choice. */
const SESSIONS_BEFORE = 8
/** An area has lost its place when its share of the time fell below this part of what it was. Our choice. */
const AREA_LEFT = 0.25

const isSeated = (step: DoneStep, form: Form | undefined) =>
  step.version === 'seated' || form?.stance === 'seated' || form?.stance === 'lying'

/**
 * What the practice of some days (from `from` to `today`) covers, and what it has let go. A form that works on several areas counts for each.
 * Steps that were skipped do not count; forms that are not known any more count by their time only.
 */
export function coverage(
  sessions: readonly CoveredSession[],
  known: { forms: readonly Form[]; stages: readonly StageEntry[] },
  from: string,
  today: string,
  dayEndsAtHour: number,
): Coverage {
  const forms = new Map(known.forms.map((form) => [form.id, form]))
  const nothing = (): Amount => ({ seconds: 0, sessions: 0, lastDay: null })
  const areas = Object.fromEntries(AREAS.map((area) => [area, nothing()])) as Record<Area, Amount>
  const areasBefore = Object.fromEntries(AREAS.map((area) => [area, 0])) as Record<Area, number>
  const byForm = new Map<string, FormAmount>()
  const daysOf = new Map<string, string[]>()
  const sides = { left: { repetitions: 0, heldSeconds: 0 }, right: { repetitions: 0, heldSeconds: 0 } }
  const sums = { sessions: 0, seconds: 0, stillSeconds: 0, movingSeconds: 0, seatedSeconds: 0, standingSeconds: 0 }
  let breathSeconds = 0
  let sessionsBefore = 0
  let secondsBefore = 0
  const dated = sessions
    .map((session) => ({ session, day: dayOf(session, dayEndsAtHour) }))
    .filter(({ day }) => day <= today)
    .sort((one, other) => (one.session.startedAt < other.session.startedAt ? -1 : 1))

  for (const { session, day } of dated) {
    const isIn = day >= from
    const seenForms = new Set<string>()
    const seenAreas = new Set<Area>()
    if (isIn) {
      sums.sessions += 1
      sums.seconds += session.practisedSeconds
    } else {
      sessionsBefore += 1
      secondsBefore += session.practisedSeconds
    }
    for (const step of session.done) {
      if (step.outcome === 'skipped') continue
      const form = forms.get(step.formId)
      const here = byForm.get(step.formId) ?? { ...nothing(), formId: step.formId, name: form?.name ?? step.formName }
      here.lastDay = day
      byForm.set(step.formId, here)
      const days = daysOf.get(step.formId) ?? []
      if (days.at(-1) !== day) days.push(day)
      daysOf.set(step.formId, days)
      for (const area of form?.areas ?? []) {
        areas[area].lastDay = day
        if (!isIn) areasBefore[area] += step.seconds
        else {
          areas[area].seconds += step.seconds
          if (!seenAreas.has(area)) areas[area].sessions += 1
          seenAreas.add(area)
        }
      }
      if (!isIn) continue
      here.seconds += step.seconds
      if (!seenForms.has(step.formId)) here.sessions += 1
      seenForms.add(step.formId)
      sums[isStillCounting(step.counting, step.part) ? 'stillSeconds' : 'movingSeconds'] += step.seconds
      sums[isSeated(step, form) ? 'seatedSeconds' : 'standingSeconds'] += step.seconds
      if (form?.areas.includes('breath')) breathSeconds += step.seconds
      addSides(sides, step)
    }
  }
  const gone = [...byForm.values()].flatMap((amount) => neglectedForm(amount, daysOf.get(amount.formId)!, today))
  const lost = AREAS.flatMap((area): Neglected[] => {
    const before = areasBefore[area] / Math.max(1, secondsBefore)
    const now = areas[area].seconds / Math.max(1, sums.seconds)
    const { lastDay } = areas[area]
    const isLost = sessionsBefore >= SESSIONS_BEFORE && sums.sessions > 0 && before > 0 && now < before * AREA_LEFT
    return isLost && lastDay ? [{ what: { area }, daysAgo: daysBetween(lastDay, today), everyDays: null }] : []
  })
  const learning = [...latestStages(known.stages)]
    .filter(([formId, stage]) => stage !== 'linked' && forms.has(formId))
    .map(([formId, stage]) => ({
      formId,
      stage,
      name: forms.get(formId)!.name,
      lastDay: byForm.get(formId)?.lastDay ?? null,
    }))
    .sort((one, other) => (one.lastDay ?? '').localeCompare(other.lastDay ?? ''))
  return {
    from,
    ...sums,
    forms: [...byForm.values()].sort((one, other) => other.seconds - one.seconds),
    areas,
    sides,
    breathSeconds,
    neglected: [...gone.sort(longestLeftFirst), ...lost.sort(longestLeftFirst)],
    learning,
  }
}

const longestLeftFirst = (one: Neglected, other: Neglected) => other.daysAgo - one.daysAgo

const SIDE_OF: Partial<Record<Side, 'left' | 'right'>> = { left: 'left', right: 'right' }
function addSides(sides: Coverage['sides'], { counts, counting }: DoneStep) {
  for (const { side, count } of counts) {
    const of = SIDE_OF[side]
    if (of) sides[of][counting === 'time' || counting === 'open' ? 'heldSeconds' : 'repetitions'] += count
  }
}

/** A form that came on several days and has not come for far longer than it used to stay away. */
function neglectedForm({ formId, name }: FormAmount, days: readonly string[], today: string): Neglected[] {
  if (days.length < HABIT_DAYS) return []
  const daysAgo = daysBetween(days.at(-1)!, today)
  const everyDays = daysBetween(days[0]!, days.at(-1)!) / (days.length - 1)
  const isLong = daysAgo > NEGLECTED_DAYS && daysAgo > NEGLECTED_GAPS * everyDays
  return isLong ? [{ what: { form: name, formId }, daysAgo, everyDays }] : []
}

/** Minutes of a week that count as moderate activity, by an estimate, against a guideline. */
export interface ActivityWeek {
  moderateMinutes: number
  /** Days of the week with moving practice on the feet, which trains balance. */
  balanceDays: number
}

/**
 * World Health Organization, "Guidelines on physical activity and sedentary behaviour" (2020): adults, and adults of 65 and more, at least 150
 * to 300 minutes a week of moderate activity; the older besides, on three days or more, activity that trains balance and strength. From
 * memory.
 */
export const ACTIVITY_GUIDELINE = { leastMinutes: 150, mostMinutes: 300, balanceDays: 3 }

/**
 * The last seven days against that. Moderate is from 3 to 5.9 MET; Ainsworth et al., "2011 Compendium of Physical Activities", Medicine &
 * Science in Sports & Exercise 43 (2011), gives 3.0 for tai chi and qigong in general and 1.5 for sitting (from memory). So what moves on the
 * feet counts, and stillness, sitting, lying and the closing do not; practice elsewhere without forms counts whole. An estimate: nobody's
 * own effort was measured.
 */
export function activityOfWeek(
  sessions: readonly CoveredSession[],
  forms: readonly Form[],
  today: string,
  dayEndsAtHour: number,
): ActivityWeek {
  const known = new Map(forms.map((form) => [form.id, form]))
  const from = addDays(today, -6)
  const days = new Set<string>()
  let seconds = 0
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    if (day < from || day > today) continue
    const moving =
      session.done.length === 0
        ? session.practisedSeconds
        : session.done
            .filter((step) => step.outcome !== 'skipped' && !isClosingPart(step.part))
            .filter((step) => !isStillCounting(step.counting, step.part) && !isSeated(step, known.get(step.formId)))
            .reduce((sum, step) => sum + step.seconds, 0)
    seconds += moving
    if (moving > 0) days.add(day)
  }
  return { moderateMinutes: seconds / 60, balanceDays: days.size }
}
