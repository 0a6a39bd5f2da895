import { shallowRef } from 'vue'
import type { StoredRunning } from './database'
import { usePersonStore } from './person'
import { recordOfStored, storedRunning } from './runningKeeper'

/** The session that was under way when the application was last closed: looked for, logged as far as it went, or forgotten. */
export function useInterrupted(isOtherUnderWay: () => boolean) {
  const person = usePersonStore()
  const interrupted = shallowRef<StoredRunning | null>(null)

  async function lookForInterrupted() {
    if (isOtherUnderWay()) return
    interrupted.value = (await storedRunning(person.kept)) ?? null
  }
  async function forgetInterrupted() {
    await person.kept.deleteRunning()
    interrupted.value = null
  }
  /** Log it as far as it went. */
  async function logInterrupted() {
    const stored = interrupted.value
    if (!stored) return
    const logged = recordOfStored(stored)
    if (logged) await person.putSession(logged)
    await forgetInterrupted()
  }
  return { interrupted, lookForInterrupted, logInterrupted, forgetInterrupted }
}
