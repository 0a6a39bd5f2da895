import type { Condition, LearningStage, VersionKind } from '../forms'
import type { PainPlace, SessionRecord } from '../journal'
import type { Routine } from '../routine'
import type { PracticeSetting } from '../timeline'

/** What a small change would change; `weightKg` is of each wrist weight. */
export type AdjustmentChange =
  | { what: 'count'; from: number; to: number }
  | { what: 'rounds'; from: number; to: number }
  | { what: 'weight'; from: number; to: number }
  | { what: 'version'; from: VersionKind; to: VersionKind | 'plain' }

/** Why: it felt easy so often; or it was not done for so long, was followed by pain, or came in a hard week. */
export type AdjustmentReason =
  | { kind: 'easy'; sessions: number }
  | { kind: 'gap'; days: number }
  | { kind: 'pain'; places: PainPlace[] }
  | { kind: 'hard' }

/** One small change of one step, or of the rounds of a group, on or back: suggested, never made by itself. */
export interface Adjustment {
  routineId: string
  /** Of the step, or of the group whose rounds it is about. */
  entryId: string
  /** Empty for rounds. */
  formId: string
  isOn: boolean
  change: AdjustmentChange
  reason: AdjustmentReason
}

export interface AdjustmentRequest extends PracticeSetting {
  /** Those that are looked at. */
  routines: readonly Routine[]
  sessions: readonly AdjustmentSession[]
  stageOf: (formId: string) => LearningStage | null
  conditions: readonly Condition[]
  /** The practice day. */
  today: string
  dayEndsAtHour: number
}
export type AdjustmentSession = Pick<
  SessionRecord,
  'routineId' | 'startedAt' | 'timeZone' | 'planned' | 'done' | 'before' | 'after' | 'exertion'
>
