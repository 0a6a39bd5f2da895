/** Whether this server was started to show the demo to a browser with an empty store. */
export default defineEventHandler(() => ({ demo: process.env.PEBBLEBROOK_DEMO === '1' }))
