import type { useRouter } from 'vue-router'

/** What Nuxt imports by itself, for screens that are mounted alone. */
export { useConfirm } from 'primevue/useconfirm'
export { useToast } from 'primevue/usetoast'
export { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
export const useHead = () => undefined
export const definePageMeta = () => undefined
export const clearError = () => undefined
export const preloadRouteComponents = async () => undefined
export const navigateTo = (to: string) => useRouterNow().push(to)

let router: ReturnType<typeof useRouter> | null = null
/** The router of the screen that is open; `navigateTo` is called outside of setup, too. */
export const setRouter = (next: ReturnType<typeof useRouter>) => void (router = next)
const useRouterNow = () => router!
export const usePWA = () => undefined
