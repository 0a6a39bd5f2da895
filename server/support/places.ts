import { availableParallelism } from 'node:os'

/** Places at which threads of several pools may work at the same time. */
export interface Places {
  /** Take one; false where none is free. */
  take: () => boolean
  /** Give one back: whoever waits is told, in turn. */
  give: () => void
  /** Be told whenever one is free. */
  onFree: (listener: () => void) => void
}

export function createPlaces(most: number): Places {
  let taken = 0
  const listeners: (() => void)[] = []
  return {
    take() {
      if (taken >= most) return false
      taken += 1
      return true
    },
    give() {
      taken -= 1
      // In turn: whoever was told first comes last the next time, so that no pool starves another.
      for (const listener of [...listeners]) listener()
      if (listeners.length > 1) listeners.push(listeners.shift()!)
    },
    onFree: (listener) => void listeners.push(listener),
  }
}

/**
 * The places of this server: two at least, so that a small question does not wait for a large one; what works at once holds memory at once. The system
 * shares the processors with everything else.
 */
export const serverPlaces = createPlaces(Math.max(2, Math.min(3, availableParallelism() - 1)))
