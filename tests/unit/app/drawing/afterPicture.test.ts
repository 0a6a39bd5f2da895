import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { afterPicture, answerFirst, doOwed, useAnswered, useLater } from '~/shared/drawing/afterPicture'

let frames = new Map<number, () => void>()
let asked = 0
/** The next picture is drawn, and what waited behind it is done. */
const draw = () => {
  const those = frames
  frames = new Map()
  for (const each of those.values()) each()
  vi.advanceTimersByTime(1)
}
beforeEach(() => {
  frames = new Map()
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  vi.stubGlobal('requestAnimationFrame', (what: () => void) => {
    frames.set((asked += 1), what)
    return asked
  })
  vi.stubGlobal('cancelAnimationFrame', (frame: number) => frames.delete(frame))
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('is done behind the next picture, and once', () => {
  const done = vi.fn()
  afterPicture(done)
  expect(done).not.toHaveBeenCalled()
  draw()
  expect(done).toHaveBeenCalledTimes(1)
  vi.advanceTimersByTime(1000)
  expect(done).toHaveBeenCalledTimes(1)
})

it('is done where no picture is drawn, a little later; and not at all where it is called off', () => {
  const done = vi.fn()
  const not = vi.fn()
  afterPicture(done)
  afterPicture(not)()
  vi.advanceTimersByTime(1000)
  expect(done).toHaveBeenCalledTimes(1)
  draw()
  expect(done).toHaveBeenCalledTimes(1)
  expect(not).not.toHaveBeenCalled()
})

it('what is watched is followed one picture later, the last of several; at once where it may not wait; and no more when its screen is left', () => {
  const now = ref(1)
  const mayNotWait = ref(false)
  const scope = effectScope()
  const later = scope.run(() =>
    useLater(
      () => now.value,
      () => mayNotWait.value,
    ),
  )!
  expect(later.value).toBe(1)
  now.value = 2
  now.value = 3
  expect(later.value).toBe(1)
  draw()
  expect(later.value).toBe(3)
  now.value = 4
  mayNotWait.value = true
  now.value = 5
  expect(later.value).toBe(5)
  mayNotWait.value = false
  now.value = 6
  scope.stop()
  draw()
  vi.advanceTimersByTime(1000)
  expect(later.value).toBe(5)
})

it('what presses ask for is done behind the picture that answers them, in their order, and once', () => {
  const done: string[] = []
  answerFirst(() => done.push('one'))
  answerFirst(() => done.push('another'))
  expect(done).toEqual([])
  draw()
  expect(done).toEqual(['one', 'another'])
  draw()
  vi.advanceTimersByTime(1000)
  expect(done).toEqual(['one', 'another'])
})

it('is done at once where something else comes first, and then no more', () => {
  const done: string[] = []
  answerFirst(() => done.push('one'))
  doOwed()
  done.push('what came first')
  draw()
  expect(done).toEqual(['one', 'what came first'])
})

it('one of them that fails takes none of the others with it', () => {
  const done = vi.fn()
  answerFirst(() => {
    throw new Error('not this one')
  })
  answerFirst(done)
  expect(draw).toThrow('not this one')
  doOwed()
  expect(done).toHaveBeenCalledTimes(1)
})

it('what is set stands at once and is taken behind the picture; what is not taken, or is set elsewhere, shows as it is', async () => {
  const kept = ref(1)
  const scope = effectScope()
  const shown = scope.run(() =>
    useAnswered(
      () => kept.value,
      (next) => (kept.value = Math.min(3, next)),
    ),
  )!
  shown.value = 2
  expect([shown.value, kept.value]).toEqual([2, 1])
  draw()
  expect([shown.value, kept.value]).toEqual([2, 2])
  shown.value = 9
  expect(shown.value).toBe(9)
  draw()
  await nextTick()
  expect([shown.value, kept.value]).toEqual([3, 3])
  shown.value = 9
  draw()
  await nextTick()
  expect(shown.value).toBe(3)
  kept.value = 1
  await nextTick()
  expect(shown.value).toBe(1)
  scope.stop()
})
