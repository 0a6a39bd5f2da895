/**
 * How near is the same. Times are sums of many lengths, and the last digits of a sum mean nothing: whoever compares two of them does so
 * by one of these.
 */

/** Lengths that differ by less are equal: far below anything that is felt or heard. */
export const SAME_SECONDS = 1e-6

/** Who waits at the end of something stands so much short of it, so that its time is not yet over. */
export const SHORT_OF_END_SECONDS = 1e-6

/** What rounding may add up to along a session; less than what a waiting position stays short of its end. */
export const ROUNDING_SECONDS = 1e-7

/** Shares and scales that differ by less are equal. */
export const SAME_SHARE = 1e-9
