/** The address of something beside the application, which may lie in a folder of its host; `path` is without a slash before it. */
export const atBase = (path: string) => `${import.meta.env.PEBBLEBROOK_BASE ?? '/'}${path}`
