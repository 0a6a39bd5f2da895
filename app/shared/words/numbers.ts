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

/** "a", "a and b", "a, b and c"; of more than `most`, "a, b and 3 more". */
export function listPhrase(names: readonly string[], most = 3): string {
  const shown = names.length > most ? [...names.slice(0, most - 1), `${names.length - most + 1} more`] : [...names]
  const last = shown.pop() ?? ''
  return shown.length > 0 ? `${shown.join(', ')} and ${last}` : last
}
