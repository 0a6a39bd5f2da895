import { FSRSAlgorithm, generatorParameters, type FSRSState } from 'ts-fsrs'
import { isBeingLearned, stageHistory, type LearningStage, type StageEntry } from '../forms'
import { addDays, dayOf, daysBetween, type SessionRecord, isPractisedStep } from '../journal'

/**
 * How a form stands in memory. It is fresh until half of the time is over after which it is to come back; then it fades; then it is due.
 */
export type Keeping = 'fresh' | 'fading' | 'due'
export interface KeptForm {
  formId: string
  stage: LearningStage | null
  isLearning: boolean
  keeping: Keeping
  /** Practice days: when it came last, and when it is to come back. */
  lastDay: string
  dueDay: string
  /** How likely it can still be done from memory, 0 to 1: a model's estimate, not a measure. */
  recall: number
  /** Days on which it was done, of those looked at. */
  days: number
}

/** Below this a form is at risk of being lost. */
export const AT_RISK_BELOW = 0.8
/** A form is to come back when it is recalled as likely as this. Our choice. */
export const WANTED_RECALL = 0.85
/** What was not done for so long is not kept any more; it would be learned anew. Our choice. */
const LOOKED_AT_DAYS = 730
const FORGOTTEN_DAYS = 365
/** Of a form of which nothing was said, so many days of practice make one that is kept. Our choice. */
const KEPT_FROM_DAYS = 4
/**
 * At the latest a form comes back after so many days, by its stage. That what is being learned comes back soon and often, and what is known now
 * and then, is common practice without a source; the days are our choice.
 */
const MOST_DAYS: Record<LearningStage, number> = {
  watch: 2,
  handsOnly: 2,
  slow: 2,
  whole: 3,
  withBreath: 4,
  fromMemory: 28,
  linked: 42,
}
const MOST_DAYS_UNSAID = 28

/** The grades of the library: forgotten, hard, good, easy. */
const FORGOTTEN = 1
const HARD = 2
const GOOD = 3
const EASY = 4
type Grade = typeof FORGOTTEN | typeof HARD | typeof GOOD | typeof EASY

/**
 * FSRS-6 with the weights that ship with ts-fsrs, which were fitted to cards of words: that they serve for movements is our choice, no finding.
 * What is practised several times in a day counts once.
 */
const memory = new FSRSAlgorithm(
  generatorParameters({ request_retention: WANTED_RECALL, enable_fuzz: false, enable_short_term: false }),
)

/** What a session says of how its forms are kept. */
export type KeepingSession = Pick<SessionRecord, 'startedAt' | 'timeZone' | 'done' | 'recall'>

/**
 * What practice itself says: left early is hard; looked up is forgotten, or hard while it is being learned; expressly from memory is easy once
 * it is known. Null where the form was not done. Our choice.
 */
export function gradeOf(
  outcome: SessionRecord['done'][number]['outcome'],
  recall: SessionRecord['recall'],
  isLearning: boolean,
): Grade | null {
  if (outcome === 'skipped') return null
  if (recall === 'lookedUp') return isLearning ? HARD : FORGOTTEN
  if (outcome === 'cutShort') return HARD
  return recall === 'fromMemory' && !isLearning ? EASY : GOOD
}

interface Review {
  day: string
  outcome: SessionRecord['done'][number]['outcome']
  recall: SessionRecord['recall']
}

/**
 * The forms that are being learned or kept, and how each stands on a practice day: the likeliest to be lost first. `isKept` leaves out those that
 * are gone, that the person lets rest, or that declared conditions forbid (see `canBeDone`).
 */
export function keptForms(
  sessions: readonly KeepingSession[],
  stages: readonly StageEntry[],
  { today, dayEndsAtHour, isKept }: { today: string; dayEndsAtHour: number; isKept: (formId: string) => boolean },
): KeptForm[] {
  const reviews = reviewsOf(sessions, today, dayEndsAtHour)
  return [...reviews]
    .filter(([formId]) => isKept(formId))
    .flatMap(([formId, ofForm]) => keptForm(formId, ofForm, stageHistory(stages, formId), today) ?? [])
    .sort((one, other) => one.recall - other.recall || one.formId.localeCompare(other.formId))
}

function reviewsOf(sessions: readonly KeepingSession[], today: string, dayEndsAtHour: number): Map<string, Review[]> {
  const first = addDays(today, -LOOKED_AT_DAYS)
  const found = new Map<string, Review[]>()
  for (const session of sessions) {
    const day = dayOf(session, dayEndsAtHour)
    if (day > today || day < first) continue
    for (const step of session.done) {
      if (!isPractisedStep(step)) continue
      const { formId, outcome } = step
      const ofForm = found.get(formId) ?? []
      if (ofForm.length === 0) found.set(formId, ofForm)
      ofForm.push({ day, outcome, recall: session.recall })
    }
  }
  return found
}

function keptForm(formId: string, reviews: Review[], history: StageEntry[], today: string): KeptForm | null {
  reviews.sort((one, other) => (one.day < other.day ? -1 : one.day > other.day ? 1 : 0))
  let state: FSRSState | null = null
  let last: string | null = null
  let days = 0
  let at = 0
  const stageOn = (day: string) => {
    while (at < history.length && history[at]!.day <= day) at += 1
    return history[at - 1]?.stage ?? null
  }
  for (let place = 0; place < reviews.length;) {
    const { day } = reviews[place]!
    const stage = stageOn(day)
    const isLearning = stage !== null && isBeingLearned(stage)
    // The hardest of a day's counts for it.
    let grade: Grade = EASY
    for (; place < reviews.length && reviews[place]!.day === day; place += 1) {
      const each = gradeOf(reviews[place]!.outcome, reviews[place]!.recall, isLearning)
      if (each !== null && each < grade) grade = each
    }
    const isKnown = stage !== null && !isLearning
    // What was known when the journal began, or came from elsewhere, does not begin as something new.
    const began: Grade = state === null && isKnown && grade === GOOD ? EASY : grade
    state = memory.next_state(state, last === null ? 0 : daysBetween(last, day), began)
    last = day
    days += 1
  }
  if (state === null || last === null) return null
  const stage = stageOn(today)
  const ago = daysBetween(last, today)
  if ((stage === null && days < KEPT_FROM_DAYS) || ago > FORGOTTEN_DAYS) return null
  const most = stage === null ? MOST_DAYS_UNSAID : MOST_DAYS[stage]
  const interval = Math.max(1, Math.min(most, memory.next_interval(state.stability, ago)))
  return {
    formId,
    stage,
    isLearning: stage !== null && isBeingLearned(stage),
    lastDay: last,
    days,
    dueDay: addDays(last, interval),
    recall: memory.forgetting_curve(ago, state.stability),
    keeping: ago >= interval ? 'due' : ago * 2 >= interval && ago > 0 ? 'fading' : 'fresh',
  }
}
