import type { Routine } from '#core/routine'
import { CATALOGUE } from './catalogue'
import routines from './routines.json'

// The files are checked against the schemas in tests/unit/data.test.ts; here they are only named.
export { CATALOGUE } from './catalogue'

/** The shipped routines of about 4, 12 and 25 minutes. */
export const SHIPPED_ROUTINES = routines as Routine[]

/** All of it as one text, `[forms, routines]`: what is sent to a worker so costs next to nothing. */
export const shippedText = (): string => JSON.stringify([CATALOGUE, SHIPPED_ROUTINES])

/** When they are here: at once, but in a built page, which fetches them as data beside its code (see scripts/shippedRead.ts). */
export const untilShipped: Promise<unknown> = Promise.resolve()
