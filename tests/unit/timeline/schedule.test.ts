import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { plainWay, type Form } from '#core/forms'
import {
  compileSchedule,
  completedRepetitions,
  isBody,
  isOnSecondSide,
  measureSchedule,
  plainPerformance,
  scheduleItem,
  type Performance,
  type ScheduleItem,
  type ScheduleSetting,
  type Timeline,
} from '#core/timeline'
import { aForm, aStep, FREE_MOVE, NO_WAITING } from '../../helpers'

const breath = aForm({ id: 'breath', name: 'Breath' })
const sided = aForm({ id: 'sided', sides: 'oneThenOther', countScope: 'perSide' })
const pairs = aForm({ id: 'pairs', sides: 'alternate', countScope: 'inAll' })
const timed = aForm({
  id: 'timed',
  counting: { by: 'time' },
  moves: FREE_MOVE,
  counts: { least: 20, usual: 60, most: 90, step: 10 },
})
const beats = aForm({ id: 'beats', counting: { by: 'beats', beatsPerMinute: 60 }, moves: FREE_MOVE })
const FORMS = [breath, sided, pairs, timed, beats]
const setting = (change: Partial<ScheduleSetting> = {}): ScheduleSetting => ({
  forms: FORMS,
  ways: [],
  pace: steadyPace(4, 6),
  rules: NO_WAITING,
  ...change,
})
const item = (form: Form, count: number, change: Partial<Performance> = {}, more: Partial<ScheduleItem> = {}) => ({
  ...scheduleItem(0, { ...plainPerformance(aStep('s', form.id, { count, restBreaths: 0 })), ...change }),
  ...more,
})
const lengths = ({ segments }: Timeline) => segments.map(({ lengthSeconds }) => lengthSeconds)
const compiled = (...items: ScheduleItem[]) => compileSchedule(items, setting())

describe('a pace that was asked for', () => {
  const slower = [
    { fromSeconds: 10, scale: 2 },
    { fromSeconds: 30, scale: 0.5 },
  ]
  it('holds from its moment on, the last one given holding', () => {
    const timeline = compileSchedule([item(breath, 4)], setting({ paceScales: slower }))
    // 10 s at my breath, 20 s at half its speed, then twice as quick.
    expect(lengths(timeline)).toEqual([4, 6, 8, 12, 2, 3, 2, 3])
  })
  it('multiplies with the pace of a release, and moves beats but no stillness', () => {
    const scaled = [{ fromSeconds: 0, scale: 2 }]
    const of = (form: Form, change: Partial<Performance> = {}) =>
      lengths(compileSchedule([item(form, 2, change)], setting({ paceScales: scaled })))
    expect(of(breath, { paceScale: 0.5 })).toEqual([4, 6, 4, 6])
    expect(of(beats)).toEqual([2, 2])
    expect(of(timed)).toEqual([2])
  })
})

describe('how much of a step is performed', () => {
  const countsOf = (form: Form, count: number, change: Partial<Performance>) =>
    compiled(item(form, count, change)).occurrences[0]!.counts.map((each) => `${each.side} ${each.count}`)
  it('once is once on each side, in whatever way it is counted', () => {
    expect(countsOf(breath, 5, { once: true })).toEqual(['none 1'])
    expect(countsOf(sided, 5, { once: true })).toEqual(['left 1', 'right 1'])
    expect(countsOf(pairs, 6, { once: true })).toEqual(['left 1', 'right 1'])
    expect(countsOf(timed, 60, { once: true })).toEqual(['none 20'])
  })
  it('the first or the second side alone leaves nothing of the other', () => {
    expect(countsOf(sided, 3, { sides: 'first' })).toEqual(['left 3', 'right 0'])
    expect(countsOf(sided, 3, { sides: 'second' })).toEqual(['left 0', 'right 3'])
    expect(countsOf(breath, 3, { sides: 'second' })).toEqual(['none 3'])
  })
  it('what is only watched asks for nothing and counts nothing', () => {
    const timeline = compiled(item(pairs, 4, { stage: 'watch', once: true }))
    expect(timeline.occurrences[0]!.counts).toEqual([
      { side: 'left', count: 0 },
      { side: 'right', count: 0 },
    ])
    expect(timeline.segments.every((segment) => !isBody(segment) && !segment.beginsRepetition)).toBe(true)
    expect(completedRepetitions(timeline.segments)).toBe(0)
  })
  it('a change adds to one side or both, and never below nothing', () => {
    const changed = item(sided, 3, {}, { change: { first: 1, second: -5 } })
    expect(compiled(changed).occurrences[0]!.counts.map(({ count }) => count)).toEqual([4, 0])
  })
})

describe('what is known of how it really went', () => {
  it('a segment lasted as long as it did', () => {
    expect(lengths(compiled(item(breath, 2, {}, { actualSeconds: { 2: 9.5 } })))).toEqual([9.5, 6, 4, 6])
  })
  it('a repetition of which the end was passed over ends with what was done of it', () => {
    const timeline = compiled(item(breath, 2, {}, { actualSeconds: { 2: 3, 3: 0 } }))
    expect(timeline.segments.map(({ cue, endsRepetition }) => `${cue} ${endsRepetition}`)).toEqual([
      'Rise true',
      'Rise false',
      'Sink true',
    ])
  })
  it('a repetition of which the beginning was passed over begins with what comes of it', () => {
    const timeline = compiled(item(breath, 2, {}, { actualSeconds: { 4: 0 } }))
    expect(timeline.segments.map(({ cue, beginsRepetition }) => `${cue} ${beginsRepetition}`)).toEqual([
      'Rise true',
      'Sink false',
      'Sink true',
    ])
  })
  it('what was abandoned is not done after that: midway it completes nothing, at an end it does', () => {
    const at = (slot: number, midway: boolean) =>
      compiled(item(breath, 3, {}, { abandoned: { slot, midway, why: 'forGood' } }))
    expect(lengths(at(3, false))).toEqual([4, 6])
    expect(completedRepetitions(at(3, false).segments)).toBe(1)
    expect(completedRepetitions(at(3, true).segments)).toBe(0)
    expect(at(3, false).occurrences[0]).toMatchObject({ abandoned: 'forGood', lengthSeconds: 10 })
  })
  it('what resumes does the units and the seconds that are still to be done', () => {
    const resumed = compiled(item(breath, 4, {}, { doneUnits: 3 }))
    expect(lengths(resumed)).toEqual([4, 6])
    expect(resumed.segments[0]).toMatchObject({ repetition: 4, repetitions: 4, isLastOnSide: true, remainingInStep: 0 })
    expect(resumed.occurrences[0]!.counts).toEqual([{ side: 'none', count: 1 }])
    const still = compiled(item(timed, 60, {}, { doneSeconds: 25 }))
    expect(lengths(still)).toEqual([35])
    expect(still.occurrences[0]!.counts).toEqual([{ side: 'none', count: 35 }])
  })
  it('is measured as it is compiled', () => {
    const items = [
      item(sided, 3, {}, { actualSeconds: { 2: 7 }, doneUnits: 1 }),
      item(breath, 2, { restBreaths: 2 }, { abandoned: { slot: 3, midway: false, why: 'toResume' } }),
    ]
    const { movingSeconds, after } = measureSchedule(items, setting(), { atSeconds: 0, stance: null })
    expect(movingSeconds).toBeCloseTo(compiled(...items).totalSeconds, 9)
    expect(after.atSeconds).toBeCloseTo(compiled(...items).totalSeconds, 9)
  })
})

describe('the facts of a repetition', () => {
  it('say where each begins and ends, and which is the last on its side and in the step', () => {
    const { segments } = compiled(item(sided, 2))
    expect(
      segments.map((each) => [
        each.side,
        each.beginsRepetition,
        each.endsRepetition,
        each.isLastOnSide,
        each.isLastInStep,
      ]),
    ).toEqual([
      ['left', true, false, false, false],
      ['left', false, true, false, false],
      ['left', true, false, true, false],
      ['left', false, true, true, false],
      ['right', true, false, false, false],
      ['right', false, true, false, false],
      ['right', true, false, true, true],
      ['right', false, true, true, true],
    ])
  })
  it('know no last one where there is only one', () => {
    expect(
      compiled(item(breath, 1)).segments.some(({ isLastOnSide, isLastInStep }) => isLastOnSide || isLastInStep),
    ).toBe(false)
  })
  it('hold for the breaths of a rest too', () => {
    const rest = compiled(item(breath, 1, { restBreaths: 2 })).segments.filter(({ kind }) => kind === 'rest')
    expect(rest.map((each) => [each.remainingOnSide, each.isLastOnSide, each.beginsRepetition])).toEqual([
      [1, false, true],
      [1, false, false],
      [0, true, true],
      [0, true, false],
    ])
  })
  it('tell the second side, but not while sides alternate', () => {
    const secondOf = (form: Form) => {
      const { segments, occurrences } = compiled(item(form, 2))
      return segments.filter((segment) => isOnSecondSide(occurrences[0]!, segment)).map(({ side }) => side)
    }
    expect(new Set(secondOf(sided))).toEqual(new Set(['right']))
    expect(secondOf(pairs)).toEqual([])
    expect(secondOf(breath)).toEqual([])
  })
})

describe('an occurrence', () => {
  const way = { ...plainWay('my-way', 'breath'), version: 'seated' as const, choices: { eyes: 'closed' as const } }
  const formed = aForm({
    id: 'breath',
    name: 'Breath',
    stance: 'wide',
    effort: { legs: 2, shoulders: 1, spine: 0, balance: 1 },
    versions: [{ kind: 'seated', change: 'Sitting on a chair' }],
  })
  const one = (change: Partial<Performance> = {}, ways: ScheduleSetting['ways'] = []) =>
    compileSchedule([item(breath, 2, change)], setting({ forms: [formed], ways })).occurrences[0]!
  it('says in which version and with which words it is performed', () => {
    expect(one()).toMatchObject({ version: null, spokenNotes: [], stance: 'wide', stage: 'whole' })
    expect(one({}, [way])).toMatchObject({
      version: 'seated',
      spokenNotes: ['Sitting on a chair', 'Eyes closed'],
      stance: 'seated',
    })
  })
  it('asks less of legs and balance while one builds up, and says the stage first', () => {
    expect(one({ stage: 'handsOnly' })).toMatchObject({
      spokenNotes: ['Hands only'],
      effort: { legs: 0, shoulders: 1, spine: 0, balance: 0 },
    })
    expect(one({ stage: 'seated' })).toMatchObject({ version: 'seated', stance: 'seated' })
    expect(one({ stage: 'watch' }).spokenNotes).toEqual(['Watch a round'])
    expect(one()).toMatchObject({ effort: { legs: 2, shoulders: 1, spine: 0, balance: 1 } })
  })
  it('knows its round and its group, and what was asked of it', () => {
    const of = { round: 2, rounds: 3, groupId: 'g', pattern: 'rounds' as const }
    expect(one(of)).toMatchObject({ ...of, stepId: 's', formId: 'breath', formName: 'Breath', part: 'work' })
    expect(one(of).counts).toEqual([{ side: 'none', count: 2 }])
  })
})

describe('the times between', () => {
  const rules = { ...NO_WAITING, announceSeconds: 5, leadInSeconds: 9, sideChangeSeconds: 3, stanceChangeSeconds: 4 }
  const wide = aForm({ id: 'wide', stance: 'wide' })
  const kinds = (...items: ScheduleItem[]) =>
    compileSchedule(items, setting({ forms: [...FORMS, wide], rules })).segments.map(
      ({ kind, lengthSeconds }) => `${kind} ${lengthSeconds}`,
    )
  it('the first form has its lead-in, the next ones are announced, in full, shortly or not at all', () => {
    expect(kinds(item(breath, 1))[0]).toBe('announce 9')
    expect(kinds(item(breath, 1), item(breath, 1))[3]).toBe('announce 5')
    expect(kinds(item(breath, 1), item(breath, 1, { announce: 'short' }))[3]).toBe('announce 3')
    expect(kinds(item(breath, 1), item(breath, 1, { announce: 'none' }))[3]).toBe('phase 4')
  })
  it('a stance is changed only where it is another, and sides are changed in between', () => {
    expect(kinds(item(breath, 1), item(wide, 1)).slice(3, 5)).toEqual(['announce 5', 'stanceChange 4'])
    expect(kinds(item(breath, 1), item(sided, 1)).slice(3)).toEqual([
      'announce 5',
      'phase 4',
      'phase 6',
      'sideChange 3',
      'phase 4',
      'phase 6',
    ])
  })
  it('what was abandoned before it began does not change the stance in which one stands', () => {
    const gone = item(wide, 1, {}, { abandoned: { slot: 0, midway: false, why: 'forGood' } })
    expect(kinds(item(breath, 1), gone, item(breath, 1)).filter((each) => each.startsWith('stance'))).toEqual([])
  })
})
