import type { RouterConfig } from 'nuxt/schema'
import TodayPage from './pages/index.vue'

/** The first page comes with the entry: a file of its own would be one more that Begin waits for. */
export default {
  routes: (routes) => {
    const first = routes.find(({ name }) => name === 'index')
    if (first) first.component = TodayPage
    return routes
  },
} satisfies RouterConfig
