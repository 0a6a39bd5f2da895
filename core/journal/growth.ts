import type { BreathMeasure } from '../breath'
import { COUNT_UNITS, isStillCounting, LEARNING_STAGES, type LearningStage, type StageEntry } from '../forms'
import type { DoneStep } from '../runner'
import { dayOf, practiceDay } from './practiceDay'
import type { SessionRecord } from './types'

/** What may grow: holds and counts of a form, its weight, how far it is learned; the breath in practice and at rest. */
export const GROWTH_KINDS = ['hold', 'count', 'weight', 'stage', 'practiceBreath', 'restBreath'] as const
export type GrowthKind = (typeof GROWTH_KINDS)[number]

/** One thing that grows, or does not. */
export interface Growth {
  kind: GrowthKind
  /** Null for the breath, which is no form's. */
  formId: string | null
  /** The most of each day, earliest first: seconds, repetitions, kilograms, the place of a stage from 1, seconds a breath. */
  points: { day: string; value: number; words: string }[]
}

/** The most of a day, and what was written on it. */
interface DayBest {
  value: number
  words: string
}
type Days = Map<string, DayBest>

type Grown = Pick<SessionRecord, 'startedAt' | 'timeZone' | 'done' | 'words'>

/** A thing is worth drawing from so many days on. */
const LEAST_DAYS = 3

/** All that can be seen to grow, what was seen on most days first. Breath at rest is one measured sitting or lying; where none was, any. */
export function growth(
  sessions: readonly Grown[],
  { stages, measures }: { stages: readonly StageEntry[]; measures: readonly BreathMeasure[] },
  timeZone: string,
  dayEndsAtHour: number,
): Growth[] {
  // By form and then by kind: years of sessions hold a hundred thousand steps.
  const all = new Map<string | null, Map<GrowthKind, Days>>()
  const see = (kind: GrowthKind, formId: string | null, day: string, value: number, words: string) => {
    const ofForm = all.get(formId) ?? new Map<GrowthKind, Days>()
    const days: Days = ofForm.get(kind) ?? new Map()
    if (!ofForm.has(kind)) all.set(formId, ofForm.set(kind, days))
    const there = days.get(day)
    if (!there || value > there.value) days.set(day, { value, words: words || (there?.words ?? '') })
  }
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    let breathSeconds = 0
    let breaths = 0
    for (const step of session.done) {
      if (step.outcome === 'skipped') continue
      const most = mostCounted(step)
      const held = heldSeconds(step, most)
      if (held !== null) see('hold', step.formId, day, held, session.words)
      else if (most > 0 && COUNT_UNITS[step.counting] !== 'seconds') see('count', step.formId, day, most, session.words)
      if (step.weightKg !== undefined) see('weight', step.formId, day, step.weightKg, session.words)
      if (step.breath) {
        breathSeconds += step.breath.inSeconds + step.breath.outSeconds
        breaths += 1
      }
    }
    if (breaths > 0) see('practiceBreath', null, day, breathSeconds / breaths, session.words)
  }
  for (const { formId, stage, day } of stages) see('stage', formId, day, stagePlace(stage), '')
  for (const { at, inSeconds, outSeconds } of measures) {
    see('restBreath', null, practiceDay(at, timeZone, dayEndsAtHour), inSeconds + outSeconds, '')
  }
  return [...all]
    .flatMap(([formId, kinds]) =>
      [...kinds].map(([kind, days]) => {
        const points = [...days].map(([day, best]) => ({ day, ...best }))
        // Days are written alike: their letters are in the order of time.
        return { kind, formId, points: points.sort((one, other) => (one.day < other.day ? -1 : 1)) }
      }),
    )
    .filter(({ kind, points }) => points.length >= (kind === 'stage' ? 2 : LEAST_DAYS))
    .sort((one, other) => other.points.length - one.points.length)
}

const mostCounted = ({ counts }: DoneStep) => counts.reduce((most, { count }) => Math.max(most, count), 0)

/** How long the body was still on a side, settling left out; null where it moves, or where how long its breaths were is not known. */
function heldSeconds({ counting, part, breath }: DoneStep, most: number): number | null {
  if (part === 'settle' || !isStillCounting(counting, part)) return null
  const unit = COUNT_UNITS[counting] === 'seconds' ? 1 : breath ? breath.inSeconds + breath.outSeconds : 0
  return most * unit > 0 ? most * unit : null
}

const stagePlace = (stage: LearningStage) => LEARNING_STAGES.indexOf(stage) + 1

/** Whether a growth ever changed: what has always been the same is drawn last. */
export const hasChanged = ({ points }: Growth) => points.some(({ value }) => value !== points[0]!.value)
