import { SAME_SHARE } from '#core/basics'

/** "31%". */
export const percentPhrase = (share: number) => `${Math.floor(share * 100 + SAME_SHARE)}%`

/** "1 day", "3 days". */
export const plural = (count: number, one: string, more = `${one}s`) => `${count} ${count === 1 ? one : more}`

const SIZES = new Intl.NumberFormat('en', { maximumSignificantDigits: 3 })
/** "4.2 MB", "1.5 GB"; never less than a tenth of a megabyte. */
export function fileSizePhrase(bytes: number): string {
  const megabytes = Math.max(0.1, bytes / 1_000_000)
  return megabytes < 1000 ? `${SIZES.format(megabytes)} MB` : `${SIZES.format(megabytes / 1000)} GB`
}
