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

/** What brings Temporal where a browser has none: made by the build (scripts/temporal.ts). */
declare module '#temporal' {
  export const untilThere: () => Promise<void>
}
