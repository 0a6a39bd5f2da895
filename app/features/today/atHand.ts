/** The minutes that somebody mostly has at hand. */
export const HAND_MINUTES = [3, 5, 10, 15, 20, 30] as const
