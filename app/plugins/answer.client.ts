import { START_LOCATION } from 'vue-router'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { doOwed } from '~/shared/drawing/afterPicture'
import { goingTo } from '~/shared/ui/going'

/** A task of its own, behind those that wait: a browser draws what a press has changed before it comes to it. (Timers may stand still; this does not.) */
const nextTask = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      resolve()
    }
    port2.postMessage(null)
  })

/**
 * What may come before a press has been answered, and must find done what it asked for. Not a finger that comes down: what moves then is no longer under it when
 * it is lifted.
 */
const NEXT_INPUTS = ['click', 'keydown', 'popstate', 'beforeunload', 'visibilitychange', 'pagehide']

/** The press on a link is answered before the page that it leads to is fetched and made: the place is marked, and drawn so. */
export default defineNuxtPlugin(() => {
  for (const input of NEXT_INPUTS) addEventListener(input, doOwed, { capture: true })
  const workspace = useWorkspaceStore()
  // Behind that: what is owed is being written by now.
  const leave = () => void (document.visibilityState === 'hidden' && workspace.layAside())
  addEventListener('visibilitychange', leave, { capture: true })
  addEventListener('pagehide', () => workspace.layAside(), { capture: true })
  // The browser asks in its own words whether the page is to be left.
  addEventListener('beforeunload', (event) => {
    if (workspace.refused.length > 0 || workspace.wasDeleted) event.preventDefault()
  })
  const router = useRouter()
  router.beforeEach((to, from) => {
    if (from === START_LOCATION) return
    goingTo.value = to.path
    return nextTask()
  })
  const arrived = () => void (goingTo.value = null)
  router.afterEach(arrived)
  router.onError(arrived)
})
