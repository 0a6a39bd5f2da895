import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

/** The shipped forms and routines. */
export default defineEventHandler(() => ({ forms: CATALOGUE, routines: SHIPPED_ROUTINES }))
