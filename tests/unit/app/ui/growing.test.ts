import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useGrowing } from '~/shared/ui/growing'

/** A picture is drawn each 16 ms, unless none is. */
let draws = true
beforeEach(() => {
  vi.useFakeTimers()
  draws = true
  vi.stubGlobal('requestAnimationFrame', (what: () => void) => setTimeout(() => draws && what(), 16))
  vi.stubGlobal('cancelAnimationFrame', (frame: number) => clearTimeout(frame))
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a long list', () => {
  it('stands at once with so many, gets the rest in between, and keeps what is shown when it becomes another', async () => {
    const all = ref(Array.from({ length: 100 }, (_, at) => at))
    const scope = effectScope()
    const shown = scope.run(() => useGrowing(all, 40))!
    expect(shown.value).toHaveLength(40)
    await vi.advanceTimersByTimeAsync(250)
    expect(shown.value.length).toBeGreaterThan(40)
    await vi.advanceTimersByTimeAsync(5000)
    expect(shown.value).toEqual(all.value)
    all.value = all.value.filter((each) => each % 2 === 1)
    await nextTick()
    expect(shown.value).toEqual(all.value)
    scope.stop()
  })
  it('waits for the first picture however free the browser is, and not for ever where none is drawn', async () => {
    // Free at once, before anything is drawn.
    vi.stubGlobal('requestIdleCallback', (what: () => void) => setTimeout(what, 0))
    vi.stubGlobal('cancelIdleCallback', (asked: number) => clearTimeout(asked))
    const grown = () => effectScope().run(() => useGrowing([1, 2, 3], 1))!
    const drawnOne = grown()
    await vi.advanceTimersByTimeAsync(15)
    expect(drawnOne.value).toEqual([1])
    await vi.advanceTimersByTimeAsync(10)
    expect(drawnOne.value).toEqual([1, 2, 3])
    draws = false
    const unseen = grown()
    await vi.advanceTimersByTimeAsync(100)
    expect(unseen.value).toEqual([1])
    await vi.advanceTimersByTimeAsync(400)
    expect(unseen.value).toEqual([1, 2, 3])
  })
  it('grows no more once it is left', async () => {
    const scope = effectScope()
    const shown = scope.run(() =>
      useGrowing(
        Array.from({ length: 100 }, (_, at) => at),
        10,
      ),
    )!
    scope.stop()
    await vi.advanceTimersByTimeAsync(5000)
    expect(shown.value).toHaveLength(10)
  })
})
