import type { Condition, Form, LearningStage } from '#core/forms'
import type { PersonData } from '#core/formats'
import { practiceDay, type SessionRecord } from '#core/journal'
import { learnedInSeason, learnedWith, possibleAmong } from '#core/plan'
import type { PracticeSetting } from '#core/timeline'

interface Known {
  person: Pick<PersonData, 'series' | 'seasons' | 'sessions' | 'stages'>
  stageOf: (formId: string) => LearningStage | null
  forms: ReadonlyMap<string, Form>
  setting: PracticeSetting
  conditions: readonly Condition[]
  dayEndsAtHour: number
}

/** The forms that move on in learning with a session: its lesson of a series, or its day of a season, is through. */
export function movedOn(
  session: SessionRecord,
  { person, stageOf, forms, setting, conditions, dayEndsAtHour }: Known,
): { formId: string; stage: LearningStage }[] {
  const { series: all, seasons, sessions, stages } = person
  const series = all.find(({ id }) => id === session.lesson?.seriesId)
  if (series) {
    const earlier = sessions.filter(({ id }) => id !== session.id)
    return learnedWith(series, session, earlier, stageOf)
  }
  const season = seasons.find(({ id }) => id === session.routineId)
  if (!season) return []
  const isPossible = possibleAmong(forms, setting, conditions)
  const about = { season, sessions, stages, forms, isPossible, dayEndsAtHour }
  return learnedInSeason(about, session, practiceDay(session.startedAt, session.timeZone, dayEndsAtHour))
}
