import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { groupFor } from '#core/routine'
import { chaptersOf, compileTimeline } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { aForm, aRoutine, aStep } from '../../helpers'

const setting = { forms: CATALOGUE, ways: [], pace: steadyPace(4, 5), rules: USUAL_HOUSE_RULES }

describe('the chapters of a session', () => {
  it('cover each ready-made session from its beginning to the end, without gap or overlap', () => {
    for (const routine of SHIPPED_ROUTINES) {
      const timeline = compileTimeline({ routine, ...setting })
      const chapters = chaptersOf(timeline, timeline.totalSeconds + 6)
      expect(chapters[0]!.startSeconds).toBe(0)
      expect(chapters.at(-1)!.endSeconds).toBe(timeline.totalSeconds + 6)
      chapters.slice(1).forEach(({ startSeconds }, index) => expect(startSeconds).toBe(chapters[index]!.endSeconds))
      expect(chapters).toHaveLength(timeline.occurrences.filter(({ isBetween }) => !isBetween).length)
    }
  })
  it('begin where a form is announced, and tell rounds apart', () => {
    const forms = [aForm({ id: 'one', name: 'One' }), aForm({ id: 'two', name: 'Two' })]
    const rounds = { ...groupFor('rounds', 'g', 'Rounds', [aStep('b', 'two')]), rounds: 2 }
    const timeline = compileTimeline({ ...setting, forms, routine: aRoutine([aStep('a', 'one'), rounds]) })
    expect(chaptersOf(timeline, 100).map(({ title }) => title)).toEqual([
      'One',
      'Two, round 1 of 2',
      'Two, round 2 of 2',
    ])
    expect(chaptersOf(timeline, 100)[1]!.startSeconds).toBe(timeline.occurrences[1]!.startSeconds)
  })
  it('give what lies between two pieces to the one that is announced meanwhile', () => {
    const timeline = compileTimeline({
      ...setting,
      forms: [aForm({ id: 'one', name: 'One' }), aForm({ id: 'two', name: 'Two' }), aForm({ id: 'rub', name: 'Rub' })],
      routine: {
        ...aRoutine([aStep('a', 'one'), aStep('b', 'two')]),
        between: { by: 'form', formId: 'rub', count: 1 },
      },
    })
    const between = timeline.occurrences.find(({ isBetween }) => isBetween)!
    const chapters = chaptersOf(timeline, timeline.totalSeconds)
    expect(chapters.map(({ title }) => title)).toEqual(['One', 'Two'])
    expect(chapters[1]!.startSeconds).toBe(between.startSeconds)
  })
})
