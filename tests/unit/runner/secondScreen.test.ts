import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import {
  isLost,
  leadingClockMs,
  readyRunner,
  reduce,
  shownAfter,
  shownState,
  tick,
  type PlainCommand,
  type RunnerState,
  type Shown,
  type ShownMessage,
} from '#core/runner'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'

const plan = {
  routine: SHIPPED_ROUTINES[0]!,
  forms: CATALOGUE,
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
}
const START_MS = 1_000_000
/** The clock of the window that shows is behind the one that leads. */
const BEHIND_MS = 40_000
const DELAY_MS = 3

/** A session as it is led, and what it tells. */
function led(sessionId = 'one') {
  let state = readyRunner(plan)
  let told = 0
  return {
    now: () => state,
    command(command: PlainCommand, atMs: number) {
      state = reduce(tick(state, atMs), command, atMs)
    },
    tick: (atMs: number) => (state = tick(state, atMs)),
    whole(clockMs: number): ShownMessage {
      told = state.given.length
      return { kind: 'session', sessionId, plan: state.plan, given: state.given, clockMs }
    },
    since(clockMs: number): ShownMessage {
      const from = told
      told = state.given.length
      return { kind: 'commands', sessionId, from, given: state.given.slice(from), clockMs }
    },
    left: (): ShownMessage => ({ kind: 'left', sessionId }),
  }
}
const hereMs = (leadingMs: number) => leadingMs - BEHIND_MS
const after = (shown: Shown | null, message: ShownMessage, leadingMs: number, delayMs = DELAY_MS) =>
  shownAfter(shown, message, hereMs(leadingMs) + delayMs)
const seen = ({ status, positionSeconds, overrunSeconds, leader, timeline }: RunnerState) => ({
  status,
  leader,
  overrunSeconds: overrunSeconds.toFixed(6),
  positionSeconds: positionSeconds.toFixed(6),
  totalSeconds: timeline.totalSeconds.toFixed(6),
})

describe('a session that another window leads', () => {
  it('is shown as it stands there, whatever is commanded and however late the messages come', () => {
    const commands = fc.constantFrom<PlainCommand>(
      'pause',
      'resume',
      'next',
      'oneFewer',
      'back',
      'dizzy',
      'undo',
      'leadMe',
      'signal',
    )
    fc.assert(
      fc.property(fc.array(fc.tuple(commands, fc.integer({ min: 100, max: 30_000 })), { maxLength: 12 }), (given) => {
        const there = led()
        let { shown } = after(null, there.whole(START_MS), START_MS)
        let clockMs = START_MS
        there.command('start', clockMs)
        for (const [command, laterMs] of given) {
          ;({ shown } = after(shown, there.since(clockMs), clockMs, DELAY_MS + (laterMs % 50)))
          clockMs += laterMs
          there.command(command, clockMs)
        }
        ;({ shown } = after(shown, there.since(clockMs), clockMs))
        there.tick(clockMs + 2000)
        const state = shownState(shown!, hereMs(clockMs + 2000) + DELAY_MS)
        expect(seen(state)).toEqual(seen(there.now()))
      }),
      { numRuns: 60 },
    )
  })

  it('goes by the message that came soonest, and not by the one that came last', () => {
    const there = led()
    let { shown } = after(null, there.whole(START_MS), START_MS, 2)
    ;({ shown } = after(shown, there.since(START_MS + 1000), START_MS + 1000, 400))
    expect(leadingClockMs(shown!, hereMs(START_MS + 2000))).toBe(START_MS + 1998)
  })

  it('is asked for where a message is missing, and where it is not known at all', () => {
    const there = led()
    expect(after(null, there.since(START_MS), START_MS)).toEqual({ shown: null, ask: true })
    const { shown } = after(null, there.whole(START_MS), START_MS)
    there.command('start', START_MS)
    there.since(START_MS)
    there.command('pause', START_MS + 500)
    expect(after(shown, there.since(START_MS + 500), START_MS + 500)).toEqual({ shown, ask: true })
    expect(after(shown, there.whole(START_MS + 600), START_MS + 600).shown!.atCommands.status).toBe('paused')
  })

  it('is not given up for another while it is under way and heard of', () => {
    const one = led('one')
    const other = led('other')
    const ready = after(null, one.whole(START_MS), START_MS).shown!
    expect(after(ready, other.whole(START_MS), START_MS).shown!.sessionId).toBe('other')
    one.command('start', START_MS)
    const running = after(ready, one.since(START_MS), START_MS).shown!
    expect(after(running, other.whole(START_MS + 1000), START_MS + 1000).shown).toBe(running)
    expect(after(running, other.left(), START_MS + 1000).shown).toBe(running)
    expect(after(running, other.whole(START_MS + 9000), START_MS + 9000).shown!.sessionId).toBe('other')
  })

  it('gives way to another once its own end has come, also where that was by the time alone', () => {
    const one = led('one')
    const other = led('other')
    one.command('start', START_MS)
    const { shown } = after(null, one.whole(START_MS), START_MS)
    const endMs = START_MS + one.now().timeline.totalSeconds * 1000 + 1000
    const heard = after(shown, one.since(endMs), endMs).shown
    expect(after(heard, other.whole(endMs + 100), endMs + 100).shown!.sessionId).toBe('other')
  })

  it('stays while another lies ready too, until that one is laid out anew or begun', () => {
    const one = led('one')
    const other = led('other')
    const { shown } = after(null, one.whole(START_MS), START_MS)
    expect(after(shown, other.since(START_MS + 100), START_MS + 100)).toEqual({ shown })
    other.command('start', START_MS + 200)
    expect(after(shown, other.since(START_MS + 200), START_MS + 200)).toEqual({ shown, ask: true })
    expect(after(shown, other.whole(START_MS + 300), START_MS + 300).shown!.sessionId).toBe('other')
  })

  it('is over when it is left there, and lost when it is not heard of for some seconds', () => {
    const there = led()
    const { shown } = after(null, there.whole(START_MS), START_MS, 0)
    expect(isLost(shown!, hereMs(START_MS + 4000))).toBe(false)
    expect(isLost(shown!, hereMs(START_MS + 6000))).toBe(true)
    expect(after(shown, there.left(), START_MS + 100)).toEqual({ shown: null })
  })
})
