import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { askedBy } from '#core/compose'
import { concernsOf, CONDITIONS, isClosingPart, USUAL_HOUSE_RULES } from '#core/forms'
import { rankRoutines, generateSession, offersNow, purposeMade, type KeptForm, type MakeRequest } from '#core/plan'
import { activeSteps, stepFor } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aRoutine, NOTHING_LATELY } from '../../helpers'

const TODAY = '2026-03-10'
const due = (formId: string, change: Partial<KeptForm> = {}): [string, KeptForm] => [
  formId,
  {
    formId,
    stage: 'linked',
    isLearning: false,
    keeping: 'due',
    recall: 0.8,
    days: 9,
    lastDay: '2026-02-10',
    dueDay: TODAY,
    ...change,
  },
]
const asks = (change: Partial<MakeRequest> = {}): MakeRequest => ({
  forms: CATALOGUE,
  ways: [],
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
  routines: [],
  lately: NOTHING_LATELY,
  stages: {},
  conditions: [],
  body: { states: [], pain: [] },
  minutes: 15,
  hour: 9,
  asks: [],
  minutesLacking: null,
  kept: {},
  effects: [],
  today: TODAY,
  learnedIds: [],
  longestStillSeconds: 600,
  usualMinutes: null,
  ...change,
})
let made = 0
const make = (change: Partial<MakeRequest> = {}) => generateSession(asks(change), () => `s-${(made += 1)}`)
const formsOf = (change: Partial<MakeRequest>) => activeSteps(make(change)!.routine).map(({ formId }) => formId)
const WORK = ['rise-and-sink', 'lift-the-basin', 'cloud-hands', 'part-the-mane', 'six-breath-fountain']

describe('a session made for now', () => {
  it('comes to the minutes with its closing, and is the same for the same day', () => {
    for (const minutes of [5, 10, 20]) {
      const offer = make({ minutes })!
      const { totalSeconds } = compileTimeline({ ...asks(), routine: offer.routine })
      expect(offer.seconds).toBeCloseTo(totalSeconds, 3)
      expect(Math.abs(totalSeconds - minutes * 60)).toBeLessThan(15)
      expect(isClosingPart(activeSteps(offer.routine).at(-1)!.part)).toBe(true)
      expect(formsOf({ minutes })).toEqual(formsOf({ minutes }))
    }
  })

  it('has in it what is to come back, whatever part it belongs to, and says so', () => {
    const ids = [...WORK.slice(0, 3), CATALOGUE.find(({ part }) => part === 'wake')!.id]
    const kept = Object.fromEntries(ids.map((id) => due(id)))
    const offer = make({ minutes: 20, kept, stages: Object.fromEntries(ids.map((id) => [id, 'linked' as const])) })!
    const formIds = activeSteps(offer.routine).map(({ formId }) => formId)
    expect(ids.filter((id) => !formIds.includes(id))).toEqual([])
    expect(offer.reasons[0]).toMatchObject({ kind: 'due', days: 28 })
    expect(offer.reasons.at(-1)).toEqual({ kind: 'made' })
    expect(offer.isMade).toBe(true)
  })

  it('is for what comes back where enough does and the body asks for nothing else; or else for the hour or the body', () => {
    const kept = Object.fromEntries(WORK.slice(0, 3).map((id) => due(id)))
    expect(purposeMade(asks({ kept }))).toBe('learning')
    expect(purposeMade(asks({ kept: Object.fromEntries([due(WORK[0]!), due(WORK[1]!)]) }))).toBe('morning')
    expect(purposeMade(asks({ kept, hour: 20, body: { states: ['upset'], pain: [] } }))).toBe('release')
    expect(purposeMade(asks({ kept, body: { states: [], pain: [{ place: 'neck', level: 4 }] } }))).toBe('morning')
    expect(purposeMade(asks({ comesBack: [WORK[0]!], hour: 20 }))).toBe('learning')
  })

  it('is made of what I have learned, once that is enough', () => {
    const learnedIds = CATALOGUE.filter(({ id }, at) => at % 2 === 0 || id === 'settle').map(({ id }) => id)
    expect(formsOf({ learnedIds }).filter((id) => !learnedIds.includes(id))).toEqual([])
    const few = learnedIds.slice(0, 3)
    expect(formsOf({ learnedIds: few }).some((id) => !few.includes(id))).toBe(true)
  })

  it('lasts as long as usual where no minutes were asked for', () => {
    expect(make({ minutes: null, usualMinutes: 18 })!.seconds).toBeCloseTo(18 * 60, -1.5)
    expect(make({ minutes: null })!.seconds).toBeCloseTo(12 * 60, -1.5)
  })

  it('asks nothing that declared conditions forbid, even to bring something back', () => {
    for (const condition of CONDITIONS) {
      const kept = Object.fromEntries(WORK.map((id) => due(id)))
      const offer = make({ conditions: [condition], kept, minutes: 10 })
      if (!offer) continue
      const concerns = concernsOf([condition])
      const input = { ...asks(), routine: offer.routine }
      const asked = activeSteps(offer.routine).flatMap((step) =>
        askedBy(
          step,
          CATALOGUE.find(({ id }) => id === step.formId)!,
          input,
        ).filter((each) => concerns.has(each)),
      )
      expect([condition, asked]).toEqual([condition, []])
    }
  })

  it('brings back what needs a chair within reach, and sits where more that is to come back is done sitting', () => {
    const comesBack = (...ids: string[]) => ({
      kept: Object.fromEntries(ids.map((id) => due(id, { recall: 0.75 }))),
      stages: Object.fromEntries(ids.map((id) => [id, 'linked' as const])),
    })
    expect(formsOf(comesBack('animal-crane'))).toContain('animal-crane')
    const sitting = CATALOGUE.filter(({ stance, part }) => stance === 'seated' && part === 'work').slice(0, 3)
    const ids = sitting.map(({ id }) => id)
    expect(ids.filter((id) => !formsOf(comesBack('rise-and-sink', ...ids)).includes(id))).toEqual([])
  })

  it('is something else in few minutes, where what is due cannot be brought to them', () => {
    const kept = Object.fromEntries(CATALOGUE.slice(0, 40).map(({ id }) => due(id, { recall: 0.9 })))
    for (const inSeconds of [4, 6, 7]) {
      const pace = steadyPace(inSeconds, inSeconds + 2)
      const offer = make({ minutes: 3, kept, pace })
      expect([inSeconds, Math.round((offer?.seconds ?? 0) / 60)]).toEqual([inSeconds, 3])
    }
    // Of more than can come to the minutes, as many as can.
    const many = CATALOGUE.slice(0, 40).map(({ id }) => id)
    expect(make({ minutes: 3, kept, pace: steadyPace(7, 9), comesBack: many })).not.toBeNull()
    // What is asked for by name is in it, or there is none.
    const asked = CATALOGUE.filter((_, at) => at % 9 === 0).map(({ id }) => {
      const offer = make({ minutes: 3, kept, comesBack: [id], pace: steadyPace(6, 8) })
      return offer && [id, activeSteps(offer.routine).some(({ formId }) => formId === id)]
    })
    const found = asked.filter((each) => each !== null)
    expect(found.filter(([, isIn]) => !isIn)).toEqual([])
    expect(found.length).toBeGreaterThan(0)
    expect(asked).toContain(null)
  })

  it('spares where it hurts', () => {
    const kept = Object.fromEntries(WORK.map((id) => due(id)))
    const offer = make({ kept, body: { states: [], pain: [{ place: 'leftKnee', level: 6 }] } })!
    const input = { ...asks(), routine: offer.routine }
    const asked = activeSteps(offer.routine).flatMap((step) =>
      askedBy(
        step,
        CATALOGUE.find(({ id }) => id === step.formId)!,
        input,
      ),
    )
    expect(asked.filter((each) => ['deepKnees', 'kneeTwist', 'oneLeg'].includes(each))).toEqual([])
    expect(asked).not.toEqual([])
  })
})

describe('the offers of today, in their order', () => {
  const first = WORK[0]!
  const second = WORK[1]!
  const routineOf = (id: string, formId: string) => ({
    ...aRoutine([
      {
        ...stepFor(
          CATALOGUE.find((form) => form.id === formId)!,
          `${id}-1`,
        ),
        restBreaths: 0,
      },
      {
        ...stepFor(
          CATALOGUE.find((form) => form.id === 'settle')!,
          `${id}-2`,
        ),
        restBreaths: 0,
      },
    ]),
    id,
    name: id,
  })
  const order = (change: Partial<MakeRequest>) => {
    const request = asks({ routines: [routineOf('a', first), routineOf('b', second)], minutes: null, ...change })
    return [...offersNow(rankRoutines(request), request, () => `s-${(made += 1)}`)].map((each) => each.routineId)
  }
  const lost = (formId: string) => Object.fromEntries([due(formId, { recall: 0.7 })])

  it('are the routines, and last what is made', () => {
    expect(order({})).toEqual(['a', 'b', `made-${TODAY}`])
    expect(order({ kept: Object.fromEntries([due(WORK[2]!)]) }).at(-1)).toBe(`made-${TODAY}`)
  })

  it('begin with what is made where it brings back what is about to be lost and the best routine does not', () => {
    expect(order({ kept: lost(WORK[2]!) })[0]).toBe(`made-${TODAY}`)
    expect(order({ kept: lost(second) })).toEqual(['b', 'a', `made-${TODAY}`])
  })

  it('begin with what was planned for today all the same', () => {
    const planned = [{ routineId: 'a', by: 'series' as const, name: 'Eight weeks' }]
    expect(order({ kept: lost(WORK[2]!), asks: planned })[0]).toBe('a')
  })
})
