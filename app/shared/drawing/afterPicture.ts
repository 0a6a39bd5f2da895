import { computed, nextTick, onScopeDispose, shallowRef, watch, type ShallowRef, type WritableComputedRef } from 'vue'

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

/** What presses have asked for and is done once they are answered, in their order. */
const owed: (() => unknown)[] = []
let callOffOwed = () => {}

/**
 * Do what a press asks for once the press is answered: what was pressed shows by itself that it was, and is drawn so first. It is done sooner where something else is
 * pressed, or the page is left (`doOwed`): what is pressed one after the other is done one after the other.
 */
export function answerFirst(what: () => unknown) {
  owed.push(what)
  callOffOwed()
  callOffOwed = afterPicture(doOwed)
}

/** Do at once what was to follow an answer. */
export function doOwed() {
  for (let what = owed.shift(); what; what = owed.shift()) what()
}

/** What a press sets: it stands at once, and what it is set in follows when that is drawn. What is not taken there does not go on standing. */
export function useAnswered<T>(now: () => T, set: (next: T) => unknown): WritableComputedRef<T> {
  const shown = shallowRef(now())
  const follow = () => void (shown.value = now())
  watch(now, follow)
  return computed({
    get: () => shown.value,
    set: (next) => {
      shown.value = next
      answerFirst(() => {
        set(next)
        void nextTick(follow)
      })
    },
  })
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
