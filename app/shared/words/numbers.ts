import { SAME_SHARE } from '#core/basics'

/** "31%". */
export const percentPhrase = (share: number) => `${Math.floor(share * 100 + SAME_SHARE)}%`

/** "1 day", "3 days". */
export const plural = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`
