/** The worker of the tools with all that it needs, as one text: made by the build (nuxt.config.ts). */
declare module '#tool-worker' {
  const code: string
  export default code
}
