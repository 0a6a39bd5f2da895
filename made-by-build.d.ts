/** The worker of the tools with all that it needs, as one text: made by the build (nuxt.config.ts). */
declare module '#tool-worker' {
  const code: string
  export default code
}

/** The worker that says words, as one text: made by the build (nuxt.config.ts). */
declare module '#say-worker' {
  const code: string
  export default code
}
