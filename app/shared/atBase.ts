/** Where the application lies on its host, as the page says: the same files may lie at the root or in a folder. */
const base = () =>
  (globalThis as { __NUXT__?: { config?: { app?: { baseURL?: string } } } }).__NUXT__?.config?.app?.baseURL ?? '/'

/** The address of something beside the application, which may lie in a folder of its host; `path` is without a slash before it. */
export const atBase = (path: string) => `${base()}${path}`
