import { untilShipped } from '#data'
import { planWorker } from '~/shared/plan/planWorker'
import { readAhead } from '~/shared/store/ahead'
import { usePersonStore } from '~/shared/store/person'

// While the page's own code is still being fetched, what the person has is read.
readAhead()

/** The store is opened before the first screen, so that no screen needs to handle a person half there. */
export default defineNuxtPlugin(async () => {
  // Where Today comes first, who judges it is called while the store is being read.
  if (window.location.pathname === '/') planWorker()
  await untilShipped
  await usePersonStore().open()
})
