import type { Effort } from './types'

/** All that is asked of the body, from 0 to 12. */
export const effortInAll = ({ legs, shoulders, spine, balance }: Effort) => legs + shoulders + spine + balance

/** The most that is asked of any part of the body, from 0 to 3. */
export const mostEffort = (effort: Effort) => Math.max(...Object.values(effort))
