import { chanceFrom } from '#core/basics'
import { steadyPace } from '#core/breath'
import { TODAY_STATES, type TodayState } from '#core/compose'
import { CONDITIONS, USUAL_HOUSE_RULES, type Condition, type LearningStage, type StageEntry } from '#core/forms'
import { addDays, NOT_SAID, PAIN_PLACES, type Pain, type SessionRecord } from '#core/journal'
import { formIdsOf, type Routine } from '#core/routine'
import { compileTimeline, totalsOf, type PracticeSetting } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

/** Weeks that were practised by habit before the weeks that are looked at. */
export const WEEKS_BEFORE = 5
export const FIRST_DAY = '2026-01-05'

/** One invented person: all that does not depend on what is practised is drawn beforehand, so that several can live the same life. */
export interface Invented {
  setting: PracticeSetting
  conditions: Condition[]
  routines: Routine[]
  stages: StageEntry[]
  /** Minutes a week that are aimed at; well within the minutes that there are. */
  aimMinutes: number
  /** Each day from the first one looked at: minutes at hand (0 for none), the hour, how the body is, and what chance draws for how it felt. */
  days: { day: string; minutes: number; hour: number; states: TodayState[]; pain: Pain[]; luck: number }[]
}

const MINUTES = [3, 5, 10, 15, 20, 30]

export function invent(seed: number, weeks: number): Invented {
  const chance = chanceFrom(seed)
  const oneOf = <T>(list: readonly T[]) => list[Math.floor(chance() * list.length)]!
  const some = <T>(list: readonly T[], share: number) => list.filter(() => chance() < share)
  const conditions = chance() < 0.5 ? [] : some(CONDITIONS, 0.08)
  const routines = some(SHIPPED_ROUTINES, 0.4)
  if (routines.length < 3) routines.push(...SHIPPED_ROUTINES.slice(0, 3).filter((each) => !routines.includes(each)))
  const usual = Array.from({ length: 7 }, () => (chance() < 0.25 ? 0 : oneOf(MINUTES)))
  const hour = oneOf([7, 7, 12, 19, 21])
  const stage = (): LearningStage => oneOf(['handsOnly', 'whole', 'withBreath', 'fromMemory', 'fromMemory', 'linked'])
  const formIds = [...new Set(routines.flatMap((routine) => [...formIdsOf(routine)]))]
  const stages = some(formIds, 0.5).map((formId) => ({
    id: formId,
    formId,
    stage: stage(),
    day: addDays(FIRST_DAY, -WEEKS_BEFORE * 7),
  }))
  const days = Array.from({ length: weeks * 7 }, (_, at) => ({
    day: addDays(FIRST_DAY, at),
    minutes: chance() < 0.15 ? 0 : usual[at % 7]!,
    hour: hour + chance(),
    states: chance() < 0.25 ? [oneOf(TODAY_STATES)] : [],
    pain: chance() < 0.06 ? [{ place: oneOf(PAIN_PLACES), level: 1 + Math.floor(chance() * 7) }] : [],
    luck: chance(),
  }))
  const atHand = usual.reduce((sum, minutes) => sum + minutes, 0)
  return {
    setting: {
      forms: CATALOGUE,
      ways: [],
      rules: USUAL_HOUSE_RULES,
      pace: steadyPace(3 + Math.round(chance() * 4) / 2, 4 + Math.round(chance() * 6) / 2),
    },
    conditions,
    routines,
    stages,
    days,
    aimMinutes: Math.round(atHand * 0.6),
  }
}

/** A routine followed to its end, as the journal has it; or until so many minutes were over, and left then. */
export function practised(
  routine: Routine,
  setting: PracticeSetting,
  about: { id: string; day: string; hour: number; after: Partial<SessionRecord['after']>; before: Pain[] },
  leftAfterMinutes = Infinity,
): SessionRecord {
  const timeline = compileTimeline({ ...setting, routine })
  const { bySteps, movingSeconds, closingSeconds, totalSeconds } = totalsOf(timeline)
  const practisedSeconds = Math.min(totalSeconds, leftAfterMinutes * 60)
  const of = new Map(timeline.occurrences.map(({ stepId, formId, counting }) => [stepId, { formId, counting }]))
  const planned = bySteps.map(({ stepId, formName, part, seconds, counts }) => {
    const { formId, counting } = of.get(stepId)!
    return { stepId, formId, formName, part, counting, counts, seconds }
  })
  const startMs = Date.parse(`${about.day}T00:00:00.000Z`) + about.hour * 3_600_000
  const manners = new Map(
    routine.entries.flatMap((entry) => (entry.kind === 'step' ? [entry] : entry.steps)).map((each) => [each.id, each]),
  )
  return {
    id: about.id,
    source: 'followed',
    routineId: routine.id,
    title: routine.name,
    timeZone: 'UTC',
    startedAt: new Date(startMs).toISOString(),
    endedAt: new Date(startMs + practisedSeconds * 1000).toISOString(),
    practisedSeconds,
    pausedSeconds: 0,
    plannedSeconds: totalSeconds,
    movingSeconds,
    closingSeconds,
    planned,
    done: planned.map((step, at) => {
      const { version } = manners.get(step.stepId)?.manner ?? {}
      const before = planned.slice(0, at).reduce((sum, each) => sum + each.seconds, 0)
      const seconds = Math.max(0, Math.min(step.seconds, practisedSeconds - before))
      const share = step.seconds > 0 ? seconds / step.seconds : 1
      return {
        ...step,
        seconds,
        counts: step.counts.map((each) => ({ ...each, count: each.count * share })),
        outcome: share === 0 ? 'skipped' : share < 1 ? 'cutShort' : 'done',
        version: version && version !== 'plain' ? version : null,
        breath: null,
      }
    }),
    asides: [],
    sensations: [],
    words: '',
    before: { ...NOT_SAID, ...(about.before.length > 0 ? { pain: about.before } : {}) },
    after: { ...NOT_SAID, ...about.after },
  }
}
