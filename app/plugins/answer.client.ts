import { START_LOCATION } from 'vue-router'

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

/** The press on a link is answered before the page that it leads to is fetched and made. */
export default defineNuxtPlugin(() => {
  useRouter().beforeEach((_to, from) => (from === START_LOCATION ? undefined : nextTask()))
})
