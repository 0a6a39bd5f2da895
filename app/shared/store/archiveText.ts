import { readArchive, type ReadArchive } from '#core/formats'
import { SHIPPED_IDS } from '#data'

export { toArchive, writeArchive } from '#core/formats'
export { unseenStates } from '#core/merge'

/** Read an archive strictly; the forms and routines that ship may be named in it. */
export const readText = (text: string): ReadArchive => readArchive(text, SHIPPED_IDS)
