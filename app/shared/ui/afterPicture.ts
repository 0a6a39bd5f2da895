import { onScopeDispose, shallowRef, watch, type ShallowRef } from 'vue'

/** So long it is waited for a picture: a page that nobody sees draws none. */
const LONGEST_MS = 200

/** Do it once the next picture has been drawn: what was pressed is answered first. Answers what calls it off. */
export function afterPicture(what: () => void): () => void {
  let isOver = false
  const once = () => {
    if (isOver) return
    callOff()
    what()
  }
  const callOff = () => {
    isOver = true
    clearTimeout(late)
    cancelAnimationFrame(frame)
  }
  const late = setTimeout(once, LONGEST_MS)
  // What is asked for in a frame stands before its picture: the task after it stands behind.
  const frame = requestAnimationFrame(() => setTimeout(once))
  return callOff
}

/** The same as what is watched, one picture later: for what lies beside that which is pressed. At once while `mayNotWait`. */
export function useLater<T>(now: () => T, mayNotWait: () => boolean = () => false): Readonly<ShallowRef<T>> {
  const later = shallowRef(now())
  let callOff = () => {}
  const follow = () => void (later.value = now())
  watch(
    now,
    () => {
      callOff()
      if (mayNotWait()) follow()
      else callOff = afterPicture(follow)
    },
    { flush: 'sync' },
  )
  onScopeDispose(() => callOff())
  return later
}
