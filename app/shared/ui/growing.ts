import { computed, onScopeDispose, ref, toValue, watch, type ComputedRef, type MaybeRefOrGetter } from 'vue'

/**
 * A long list that stands at once with as many as a screen shows, and gets the rest in the moments in between: nobody waits for the four hundredth
 * to press the first. Another list begins anew, with no fewer than are shown already.
 */
export function useGrowing<T>(all: MaybeRefOrGetter<readonly T[]>, atOnce: number): ComputedRef<readonly T[]> {
  const shown = ref(atOnce)
  let asked = 0
  const canWait = typeof requestIdleCallback === 'function'
  const whenFree = (what: () => void): number =>
    canWait ? requestIdleCallback(what, { timeout: 200 }) : Number(setTimeout(what, 30))
  const callOff = () => (canWait ? cancelIdleCallback(asked) : clearTimeout(asked))
  function grow() {
    if (shown.value >= toValue(all).length) return
    shown.value += atOnce
    asked = whenFree(grow)
  }
  watch(
    () => toValue(all).length,
    () => {
      callOff()
      asked = whenFree(grow)
    },
    { immediate: true },
  )
  onScopeDispose(callOff)
  return computed(() => toValue(all).slice(0, shown.value))
}
