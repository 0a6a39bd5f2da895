import { untilShipped } from '#data'
import { openWithWorker } from '~/shared/plan/opening'
import { readAhead } from '~/shared/store/ahead'
import { useWorkspaceStore } from '~/shared/store/workspace'

// Where Today is opened, who judges it also reads what the person has; elsewhere the page reads it. Either while its own code is still being fetched.
if (window.location.pathname === '/') openWithWorker()
readAhead()

/** The store is opened while the first screen comes: no page stands before it is (see app.vue), but for the first line of Today. */
export default defineNuxtPlugin((nuxtApp) => {
  const workspace = useWorkspaceStore()
  void untilShipped
    .then(workspace.open)
    // All scripts have loaded: should they fail again later, that is mended again (see mendCache.js).
    .then(() => sessionStorage.removeItem('pebblebrook.mended'))
    .catch((fault: Error) => nuxtApp.runWithContext(() => showError(fault)))
})
