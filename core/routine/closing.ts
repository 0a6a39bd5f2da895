import { SAME_SECONDS } from '../basics'
import type { HouseRules } from '../forms'
import type { Routine } from './types'

/** Seconds before the closing and in it. */
export interface MovingAndClosing {
  movingSeconds: number
  closingSeconds: number
}

/** The share of a closing that a routine wants: its own, or the house rule's. */
export const closingShareWanted = ({ closingShare }: Routine, rules: HouseRules): number =>
  closingShare ?? rules.closingShare

/** Closing against moving time: 3 minutes after 10 are 0.3. Null when nothing moves. */
export const closingShareOf = ({ movingSeconds, closingSeconds }: MovingAndClosing): number | null =>
  movingSeconds > 0 ? closingSeconds / movingSeconds : null

/** How many seconds of closing a share wants beyond those there are; negative where there are more. */
export const closingSecondsWanted = ({ movingSeconds, closingSeconds }: MovingAndClosing, share: number): number =>
  share * movingSeconds - closingSeconds

/** Whether the closing has its share of the moving time. */
export const keepsClosing = (span: MovingAndClosing, share: number): boolean =>
  closingSecondsWanted(span, share) <= SAME_SECONDS
