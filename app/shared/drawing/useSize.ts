import { onScopeDispose, ref, type Ref } from 'vue'
import { useResizeObserver } from '@vueuse/core'
import { afterPicture } from '~/shared/drawing/afterPicture'

/**
 * The size of what is drawn into, in pixels, followed as it changes; `usual` until it is laid out, which is before it is painted. (Asked for on being
 * mounted, each drawing of a long list would have the whole page laid out at once.) Where it changes later, what changed it is drawn first.
 */
export function useSize(frame: Ref<HTMLElement | null>, usual: { width: number; height: number }) {
  const width = ref(usual.width)
  const height = ref(usual.height)
  let isLaidOut = false
  let callOff = () => {}
  useResizeObserver(frame, (entries) => {
    const size = entries.at(-1)!.contentRect
    const take = () => {
      width.value = size.width
      height.value = size.height
    }
    callOff()
    if (isLaidOut) callOff = afterPicture(take)
    else take()
    isLaidOut = true
  })
  onScopeDispose(() => callOff())
  return { width, height }
}
