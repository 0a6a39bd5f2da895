import { shallowRef } from 'vue'
import type { Brought } from '#core/handover'

/** What was read on one page and is to be looked at on another before it is taken. */
export const incoming = shallowRef<Brought | null>(null)
