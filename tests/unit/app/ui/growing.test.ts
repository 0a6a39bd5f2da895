import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useGrowing } from '~/shared/ui/growing'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

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
