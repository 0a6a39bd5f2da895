/** How far a form is learned, in order. Common practice, no source. */
export const LEARNING_STAGES = ['watch', 'handsOnly', 'slow', 'whole', 'withBreath', 'fromMemory', 'linked'] as const
export type LearningStage = (typeof LEARNING_STAGES)[number]

/** Whether a form at this stage cannot be done from memory yet. */
export const isBeingLearned = (stage: LearningStage): boolean =>
  LEARNING_STAGES.indexOf(stage) < LEARNING_STAGES.indexOf('fromMemory')

/** From a day on, a form stands at a stage. Entries are only added, so that the history stays. */
export interface StageEntry {
  id: string
  formId: string
  stage: LearningStage
  /** Practice day, YYYY-MM-DD. */
  day: string
}

/** The entries of one form, earliest first; of several on one day the last one given counts. */
export function stageHistory(entries: readonly StageEntry[], formId: string): StageEntry[] {
  return entries.filter((entry) => entry.formId === formId).sort((one, other) => one.day.localeCompare(other.day))
}

/** The stage at which each form stands now, by its id; forms of which nothing is said are not among them. */
export function latestStages(entries: readonly StageEntry[]): Map<string, LearningStage> {
  const inOrder = [...entries].sort((one, other) => one.day.localeCompare(other.day))
  return new Map(inOrder.map(({ formId, stage }) => [formId, stage]))
}

/**
 * Days of practice at a stage before the next one is suggested, and calendar days that must have passed. The week for the
 * whole movement is common practice without a source; the rest is our choice.
 */
const READY_AFTER: Record<LearningStage, { practiceDays: number; days: number } | null> = {
  watch: { practiceDays: 1, days: 0 },
  handsOnly: { practiceDays: 2, days: 1 },
  slow: { practiceDays: 3, days: 2 },
  whole: { practiceDays: 3, days: 7 },
  withBreath: { practiceDays: 6, days: 14 },
  fromMemory: { practiceDays: 6, days: 14 },
  linked: null,
}

/**
 * The stage that practice suggests next, or null. `practiceDays` are the days (YYYY-MM-DD) on which the form was done, and
 * `daysSince` counts the days from a day to today. It is only ever suggested: the person moves it.
 */
export function suggestedStage(
  history: readonly StageEntry[],
  practiceDays: readonly string[],
  daysSince: (day: string) => number,
): LearningStage | null {
  const now = history.at(-1)
  if (!now) return null
  const needed = READY_AFTER[now.stage]
  if (!needed) return null
  const done = new Set(practiceDays.filter((day) => day >= now.day)).size
  const ready = done >= needed.practiceDays && daysSince(now.day) >= needed.days
  return ready ? LEARNING_STAGES[LEARNING_STAGES.indexOf(now.stage) + 1]! : null
}
