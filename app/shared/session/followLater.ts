/** The session under way, for screens that many open without practising: fetched when it is asked for. */
export const followStore = async () => (await import('./follow')).useFollowStore()
