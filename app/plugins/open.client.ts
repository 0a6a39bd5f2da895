import { untilShipped } from '#data'
import { planWorker, prepareAhead } from '~/shared/plan/planWorker'
import { readAhead } from '~/shared/store/ahead'
import { usePersonStore } from '~/shared/store/person'

// While the page's own code is still being fetched, what the person has is read.
readAhead()

/** The store is opened while the first screen comes: no page stands before it is (see app.vue), but for the first line of Today. */
export default defineNuxtPlugin((nuxtApp) => {
  const person = usePersonStore()
  if (window.location.pathname === '/') {
    // Who judges it is called while the store is being read, and told before the screen takes its time to come.
    planWorker()
    watch(
      () => person.opened,
      () => prepareAhead(person),
      { flush: 'sync', once: true },
    )
  }
  void untilShipped.then(person.open).catch((fault: Error) => nuxtApp.runWithContext(() => showError(fault)))
})
