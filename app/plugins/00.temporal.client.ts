/** Days and times are told by Temporal: where a browser has none, nothing begins before what stands in for it is here. */
export default defineNuxtPlugin(async () => {
  if ('Temporal' in globalThis) return
  const { untilThere } = await import('#temporal')
  await untilThere()
})
