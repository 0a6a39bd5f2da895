import { shallowRef } from 'vue'

/** Where a press leads, from the press until the page is there: the place that was pressed says at once that it was. */
export const goingTo = shallowRef<string | null>(null)
