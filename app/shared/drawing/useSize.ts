import { ref, type Ref } from 'vue'
import { useResizeObserver } from '@vueuse/core'

/**
 * The size of what is drawn into, in pixels, followed as it changes; `usual` until it is laid out, which is before it is painted. (Asked for on being
 * mounted, each drawing of a long list would have the whole page laid out at once.)
 */
export function useSize(frame: Ref<HTMLElement | null>, usual: { width: number; height: number }) {
  const [width, height] = [ref(usual.width), ref(usual.height)]
  useResizeObserver(frame, (entries) => {
    const size = entries.at(-1)!.contentRect
    width.value = size.width
    height.value = size.height
  })
  return { width, height }
}
