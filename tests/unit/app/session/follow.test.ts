import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { closeNow, refitRemainder } from '#core/compose'
import { useFollowStore } from '~/shared/session/follow'
import { aRoutine, aStep } from '../../../helpers'
import { forgetStored, stored } from './fakeStores'

const clock = vi.hoisted(() => ({ ms: 0 }))
vi.mock('~/shared/clock/wallClock', () => ({ deviceTimeZone: () => 'Europe/Lisbon' }))
vi.mock('~/shared/clock/sessionClock', () => ({
  nowMs: () => clock.ms,
  keepTime: () => undefined,
  setSessionClock: () => undefined,
}))
const sound = vi.hoisted(() => ({ calls: [] as string[], answered: [] as unknown[] }))
vi.mock('~/shared/sound/sessionSound', () => ({
  createSessionSound: () => ({
    prepare: () => sound.calls.push('prepare'),
    learnWords: () => Promise.resolve(),
    unsaid: { value: [] },
    open: () => sound.calls.push('open'),
    cuesFor: () => [],
    schedule: () => undefined,
    answer: (...given: unknown[]) => sound.answered.push(given),
    hush: () => sound.calls.push('hush'),
    reopen: () => sound.calls.push('reopen'),
    endBeat: () => sound.calls.push('endBeat'),
    close: () => sound.calls.push('close'),
  }),
}))
vi.mock('~/shared/store/workspace', async () => (await import('./fakeStores')).fakeWorkspace)
vi.mock('~/shared/store/settings', async () => (await import('./fakeStores')).fakeSettings)
vi.mock('~/shared/store/journal', async () => (await import('./fakeStores')).fakeJournal)
vi.mock('~/shared/store/library', async () => (await import('./fakeStores')).fakeLibrary)
const routine = aRoutine([aStep('a', 'rise', { count: 3 }), aStep('b', 'rise', { count: 2 })])
const sessions = () => stored.sessions
const soon = () => new Promise((resolve) => setTimeout(resolve))

let follow: ReturnType<typeof useFollowStore>
function pass(seconds: number, beats = 1) {
  for (let beat = 0; beat < beats; beat += 1) {
    clock.ms += (seconds * 1000) / beats
    follow.beat(200)
  }
}
beforeEach(() => {
  setActivePinia(createPinia())
  clock.ms = Date.parse('2026-03-10T07:00:00Z')
  forgetStored()
  sound.calls = []
  sound.answered = []
  follow = useFollowStore()
})

describe('the session under way', () => {
  it('is laid out, begun, and goes with the clock to its end, where it is kept', async () => {
    follow.prepare(routine)
    expect(follow.state!.status).toBe('ready')
    expect(follow.command('start')).toBe(true)
    pass(15)
    expect(follow.moment!.segment.repetition).toBe(2)
    pass(40)
    expect(follow.state!.status).toBe('ended')
    await soon()
    expect(sessions()).toHaveLength(1)
    expect(sessions()[0]).toMatchObject({ practisedSeconds: 50, timeZone: 'Europe/Lisbon', title: 'A routine' })
    expect([stored.running, stored.alive]).toEqual([undefined, undefined])
    expect(sound.calls).toContain('endBeat')
  })
  it('answers whether a command made sense, and by what', () => {
    follow.prepare(routine)
    expect(follow.command('oneMore')).toBe(false)
    follow.command('start')
    pass(5)
    expect(follow.command('oneMore')).toBe(true)
    expect(follow.answer).toEqual({ name: 'oneMore', done: true })
    expect(follow.command('otherSide')).toBe(false)
    expect(follow.answer).toEqual({ name: 'otherSide', done: false })
    expect(sound.answered.at(-1)).toEqual(['otherSide', false, 55])
  })
  it('counts the time until a command is given, though no beat came in between', () => {
    follow.prepare(routine)
    follow.command('start')
    clock.ms += 7_000
    follow.command('pause')
    expect(follow.state!.positionSeconds).toBe(7)
    expect(sound.calls.at(-1)).toBe('hush')
  })
  it('pauses where it was when the device slept', () => {
    follow.prepare(routine)
    follow.command('start')
    pass(6)
    clock.ms += 60_000
    follow.beat(60_000)
    expect(follow.state).toMatchObject({ status: 'paused', positionSeconds: 6 })
    expect(follow.answer).toEqual({ name: 'slept', done: true })
  })
  it('fits the rest to the minutes left, with a closing that the routine does not have', () => {
    follow.prepare(routine)
    follow.command('start')
    pass(12)
    expect(follow.takeRemainder((now) => refitRemainder(now, 60))).toBe(true)
    expect(follow.state!.timeline.occurrences.map(({ formId }) => formId)).toContain('settle')
    expect(Math.abs(follow.moment!.secondsLeft - 60)).toBeLessThan(8)
    expect(follow.takeRemainder(closeNow)).toBe(true)
    expect(follow.answer).toMatchObject({ name: 'closeNow', done: true })
  })
  it('is written down as it goes, and can be taken up again where it was', async () => {
    follow.prepare(routine)
    follow.command('start')
    pass(21, 7)
    await soon()
    follow.leave()
    clock.ms += 3_600_000
    await follow.lookForInterrupted()
    expect(follow.interrupted).not.toBeNull()
    expect(await follow.takeUp()).toBe(true)
    expect(follow.state).toMatchObject({ status: 'paused', positionSeconds: 21 })
    expect(follow.interrupted).toBeNull()
    follow.command('resume')
    pass(40)
    await soon()
    expect(sessions()[0]!.practisedSeconds).toBeCloseTo(50, 6)
    expect(sessions()[0]!.pausedSeconds).toBeCloseTo(3600, 6)
  })
  it('that was interrupted can be logged as far as it went, or forgotten', async () => {
    follow.prepare(routine)
    follow.command('start')
    pass(12, 4)
    await soon()
    follow.leave()
    await follow.lookForInterrupted()
    await follow.logInterrupted()
    expect(sessions()[0]).toMatchObject({
      practisedSeconds: 12,
      done: [{ outcome: 'cutShort' }, { outcome: 'skipped' }],
    })
    await follow.lookForInterrupted()
    expect(follow.interrupted).toBeNull()
  })
  it('is not looked for while another goes on', async () => {
    stored.running = { id: 'other' }
    follow.prepare(routine)
    follow.command('start')
    await follow.lookForInterrupted()
    expect(follow.interrupted).toBeNull()
  })
  it('goes on when its end is taken back, and is no longer in the journal', async () => {
    follow.prepare(routine)
    follow.command('start')
    pass(32)
    follow.command('next')
    await soon()
    expect(follow.state!.status).toBe('ended')
    expect(sessions()).toHaveLength(1)
    clock.ms += 2_000
    expect(follow.command('undo')).toBe(true)
    await soon()
    expect(follow.state!.status).toBe('running')
    expect(sessions()).toEqual([])
    // What a lesson moved on in learning is taken back with the session.
    expect(stored.removed).toContain('stages/moved')
    expect(sound.calls).toContain('reopen')
  })
  it('keeps which lesson it was, how it is done today and who was there, whatever of that is said last', async () => {
    const lesson = { seriesId: 's', lessonId: 'l' }
    follow.prepare(routine, { lesson, elsewhereSeconds: 120 })
    follow.doToday({ version: 'seated', companions: [] })
    const mira = { name: 'Mira', version: 'seated' as const }
    follow.doToday({ version: null, companions: [mira] })
    expect(follow.state!.timeline.occurrences[0]!.companions).toMatchObject([mira])
    follow.command('start')
    pass(12)
    follow.command('oneMore')
    expect(follow.state!.timeline.occurrences[0]!.companions).toMatchObject([mira])
    follow.command('endNow')
    await soon()
    expect(sessions()[0]).toMatchObject({ lesson, elsewhereSeconds: 120, companions: [mira] })
  })
  it('takes what is said of it afterwards into the record', async () => {
    follow.prepare(routine)
    follow.command('start')
    pass(60)
    await follow.note({ after: { energy: 4, calm: null, ease: null }, sensations: ['warmth'], words: 'Snow.' })
    expect(sessions().at(-1)).toMatchObject({ after: { energy: 4 }, sensations: ['warmth'], words: 'Snow.' })
  })
})
