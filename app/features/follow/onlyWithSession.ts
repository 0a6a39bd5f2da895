import { followStore } from '~/shared/session/followLater'

/** Nothing laid out to follow, as after a reload: Today offers what was interrupted. */
export async function onlyWithSession() {
  const { state } = await followStore()
  return state ? undefined : navigateTo('/', { replace: true })
}
