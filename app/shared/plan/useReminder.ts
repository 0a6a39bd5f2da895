import type { PlannedPractice } from '#core/plan'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { wallMs } from '~/shared/clock/wallClock'
import { useLibraryStore } from '~/shared/store/library'
import { usePlanStore } from '~/shared/store/plan'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { usePlan } from './usePlan'
import { quietNotice } from './quietNotice'

/** How often it is looked. */
const EVERY_MS = 20_000
/** So long after its hour nothing is said any more: the hour has passed. */
const MOST_LATE_MINUTES = 30
/** What was said already, for as long as the application is open. */
const told = new Set<string>()

/** A quiet word before what is laid on today, once for each: as a notification where I allowed them, else on the page until it is done. */
export function useReminder() {
  const workspace = useWorkspaceStore()
  const library = useLibraryStore()
  const plan = usePlanStore()
  const { rules, openToday } = usePlan()
  const latest = ref<{ key: string; words: string } | null>(null)
  const waits = computed(() => (rules.value.reminds === null ? [] : openToday.value))
  const clockOf = ({ laid }: PlannedPractice) => laid.at ?? rules.value.at[laid.time]
  const keyOf = (practice: PlannedPractice) => `${practice.laid.id}/${practice.day}/${clockOf(practice)}`

  function look() {
    const before = rules.value.reminds
    if (!workspace.opened || before === null || waits.value.length === 0) return
    const now = new Date(wallMs())
    const minuteNow = now.getHours() * 60 + now.getMinutes()
    for (const practice of waits.value) {
      const clock = clockOf(practice)
      const key = keyOf(practice)
      const minute = Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))
      if (told.has(key) || minuteNow < minute - before || minuteNow > minute + MOST_LATE_MINUTES) continue
      told.add(key)
      const named = [...library.routines, ...plan.seasons]
      const name = named.find(({ id }) => id === practice.routineId)?.name ?? 'Practice'
      const words = minuteNow < minute ? `${name}, at ${clock}` : `${name} is planned for now`
      void quietNotice(words, key)
      latest.value = { key, words }
    }
  }
  useIntervalFn(look, EVERY_MS)
  watch(() => workspace.opened, look, { immediate: true })
  const said = computed(() =>
    latest.value && waits.value.some((each) => keyOf(each) === latest.value!.key) ? latest.value.words : '',
  )
  return { said, dismiss: () => (latest.value = null) }
}
