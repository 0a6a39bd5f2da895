import { untilShipped } from '#data'
import { planWorker } from '~/shared/plan/planWorker'
import { readAhead } from '~/shared/store/ahead'
import { usePersonStore } from '~/shared/store/person'

// While the page's own code is still being fetched, what the person has is read.
readAhead()

/** The store is opened while the first screen comes: no page stands before it is (see app.vue), but for the first line of Today. */
export default defineNuxtPlugin((nuxtApp) => {
  // Where Today comes first, who judges it is called while the store is being read.
  if (window.location.pathname === '/') planWorker()
  const person = usePersonStore()
  void untilShipped.then(person.open).catch((fault: Error) => nuxtApp.runWithContext(() => showError(fault)))
})
