import { shallowRef } from 'vue'
import type { IncomingContent } from '#core/handover'

/** What was read on one page and is to be looked at on another before it is taken. */
export const incoming = shallowRef<IncomingContent | null>(null)
