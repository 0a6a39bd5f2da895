import { useWorkspaceStore } from '~/shared/store/workspace'

/** Errors that say that something was called off on purpose. */
const isCalledOff = (error: unknown) => error instanceof DOMException && error.name === 'AbortError'

/**
 * The last resort for errors: each place handles its own, and tells the person what it means there (docs/architecture.md). One that no place handles
 * is told here, so that nothing fails in silence.
 */
export default defineNuxtPlugin((nuxtApp) => {
  const workspace = useWorkspaceStore()
  function tell(error: unknown) {
    if (isCalledOff(error)) return
    const why = error instanceof Error && error.message ? ` (${error.message.slice(0, 200)})` : ''
    workspace.notify(
      'error',
      `Something failed on this page${why}. Load the page again. If it comes back, export your data.`,
    )
  }
  // Until then Nuxt has a handler of its own, for a start that fails. What an error boundary shows does not come here.
  nuxtApp.hook('app:mounted', () => {
    nuxtApp.vueApp.config.errorHandler = (error) => reportError(error)
  })
  addEventListener('unhandledrejection', ({ reason }) => tell(reason))
  // Messages without an error object, such as those of a ResizeObserver that is called again, are no faults.
  addEventListener('error', ({ error }) => error && tell(error))
})
