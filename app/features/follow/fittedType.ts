import { onMounted, onScopeDispose, watch, type Ref } from 'vue'
import { useWindowSize } from '@vueuse/core'
import { afterPicture } from '~/shared/drawing/afterPicture'
/** Halvings until the size is found: to about 1%. */
const ROUNDS = 6
/** Within so much the size that stands is left as it is. */
const NEARLY = 2 * 2 ** -ROUNDS
/** Below this share of the size that the distance asks for, the screen is scrolled instead. */
const LEAST_TALL = 0.35

/**
 * Type as large as the screen has room for. Where the frame that the text stands in would overflow, first what is larger than it need be
 * shrinks (`--grand`, from 1 to 0), then all type of the text (`--tall`, from 1 down). Looked at when `changes` does, and when the window's
 * size does; one picture later where `pressed` changes too, so that who pressed is answered first.
 */
export function useFittedType(text: Ref<HTMLElement | null>, changes: () => string, pressed: () => string) {
  /** From 0 to 1; set on the text alone, as all that is drawn beside it would be styled anew with it. */
  let room = 1
  function put({ style }: HTMLElement, next: number) {
    if (next === room) return
    room = next
    const tall = Math.min(1, LEAST_TALL + (1 - LEAST_TALL) * 2 * room)
    style.setProperty('--grand', Math.max(0, room * 2 - 1).toFixed(3))
    style.setProperty('--tall', tall.toFixed(3))
  }
  function fit() {
    const element = text.value
    const frame = element?.parentElement
    if (!element || !frame) return
    const fits = () => frame.scrollHeight <= frame.clientHeight
    const before = room
    if (before < 1 && fits()) {
      // Most changes leave the room as it was: two looks tell, where finding it anew takes eight.
      put(element, Math.min(1, before + NEARLY))
      if (!fits()) return put(element, before)
    }
    put(element, 1)
    if (fits()) return
    let least = 0
    let most = 1
    for (let round = 0; round < ROUNDS; round += 1) {
      const middle = (least + most) / 2
      put(element, middle)
      if (fits()) least = middle
      else most = middle
    }
    put(element, least)
  }
  const { width, height } = useWindowSize()
  let callOff = () => {}
  watch(
    [pressed, changes, width, height],
    ([isNow], [was]) => {
      callOff()
      if (isNow === was) fit()
      else callOff = afterPicture(fit)
    },
    { flush: 'post' },
  )
  onScopeDispose(() => callOff())
  onMounted(() => {
    fit()
    void document.fonts.ready.then(fit)
  })
}
