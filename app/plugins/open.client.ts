import { usePersonStore } from '~/shared/store/person'

/** The store is opened before the first screen, so that no screen needs to handle a person half there. */
export default defineNuxtPlugin(async () => {
  await usePersonStore().open()
})
