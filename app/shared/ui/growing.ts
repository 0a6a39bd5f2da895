import { afterPicture } from '~/shared/drawing/afterPicture'
import { computed, onScopeDispose, ref, toValue, watch, type ComputedRef, type MaybeRefOrGetter } from 'vue'

/**
 * A long list that stands at once with as many as a screen shows, and gets the rest in the moments after its first picture: nobody waits for the four
 * hundredth to press the first. Another list begins anew, with no fewer than are shown already.
 */
export function useGrowing<T>(all: MaybeRefOrGetter<readonly T[]>, atOnce: number): ComputedRef<readonly T[]> {
  const shown = ref(atOnce)
  const canWait = typeof requestIdleCallback === 'function'
  let callOff = () => {}
  function whenFree(what: () => void) {
    const asked = canWait ? requestIdleCallback(what, { timeout: 200 }) : Number(setTimeout(what, 30))
    callOff = () => (canWait ? cancelIdleCallback(asked) : clearTimeout(asked))
  }
  function grow() {
    if (shown.value >= toValue(all).length) return
    shown.value += atOnce
    whenFree(grow)
  }
  watch(
    () => toValue(all).length,
    () => {
      callOff()
      // A browser may be free before it has drawn what stands at once.
      callOff = afterPicture(() => whenFree(grow))
    },
    { immediate: true },
  )
  onScopeDispose(() => callOff())
  return computed(() => toValue(all).slice(0, shown.value))
}
