/** Halvings until the size is found: to about 1%. */
const ROUNDS = 6
/** Below this share of the size that the distance asks for, the screen is scrolled instead. */
const LEAST_TALL = 0.35

/**
 * Type as large as the screen has room for. Where all would not fit the frame's height, first what is larger than it need be shrinks
 * (`--grand`, from 1 to 0), then all type (`--tall`, from 1 down). Looked at when `changes` does, and when the frame's size does.
 */
export function useFittedType(frame: Ref<HTMLElement | null>, changes: () => string) {
  const fits = (element: HTMLElement) => element.scrollHeight <= element.clientHeight
  function put(element: HTMLElement, room: number) {
    const tall = Math.min(1, LEAST_TALL + (1 - LEAST_TALL) * 2 * room)
    element.style.setProperty('--grand', Math.max(0, room * 2 - 1).toFixed(3))
    element.style.setProperty('--tall', tall.toFixed(3))
  }
  function fit() {
    const element = frame.value
    if (!element) return
    put(element, 1)
    if (fits(element)) return
    let [least, most] = [0, 1]
    for (let round = 0; round < ROUNDS; round += 1) {
      const middle = (least + most) / 2
      put(element, middle)
      if (fits(element)) least = middle
      else most = middle
    }
    put(element, least)
  }
  const { width, height } = useWindowSize()
  watch([frame, changes, width, height], fit, { flush: 'post', immediate: true })
  onMounted(() => void document.fonts.ready.then(fit))
}
