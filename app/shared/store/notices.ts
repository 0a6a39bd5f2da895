import { shallowRef } from 'vue'

/** Notices about stored data that the person must see: refused changes, changes by another tab, and waits. One for each key, the last one. */
export function createNotices() {
  const notices = shallowRef<{ key: string; words: string }[]>([])
  return {
    notices,
    notify: (key: string, words: string) => {
      notices.value = [...notices.value.filter((each) => each.key !== key), { key, words }]
    },
    dismiss: (key: string) => void (notices.value = notices.value.filter((each) => each.key !== key)),
    dismissAll: () => void (notices.value = []),
  }
}
