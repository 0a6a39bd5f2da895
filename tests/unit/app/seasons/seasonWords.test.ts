import { describe, expect, it } from 'vitest'
import { seasonPlan, type SeasonAdd } from '#core/plan'
import {
  addPhrases,
  amountPhrase,
  goalPhrase,
  movedPhrases,
  outlookPhrases,
  sessionPhrase,
  standPhrase,
} from '~/features/seasons/seasonWords'
import { dayOfWeek, EIGHT, FORMS, laidOn, lived, planOn, requestOf, seasonOf } from '../../plan/seasons'

const formOf = (id: string) => FORMS.get(id)
const learn = seasonOf({ kind: 'learn', formIds: EIGHT, stage: 'fromMemory' }, 10)
const grow = seasonOf({ kind: 'grow', formId: 'post-at-the-heart', from: 180, to: 600 }, 16)
const evening = seasonOf({ kind: 'purpose', purpose: 'evening', fromMinutes: 8, toMinutes: 15 }, 8)
const FOUR = [0, 2, 4, 5]

describe('a season in words', () => {
  it('says what it is for', () => {
    expect(goalPhrase(learn, formOf)).toBe('8 forms, from memory, in 10 weeks')
    expect(goalPhrase(grow, formOf)).toBe('Post at the heart, from 3:00 to 10:00, in 16 weeks')
    expect(goalPhrase(evening, formOf)).toBe('wind down, from 8 to 15 minutes, in 8 weeks')
    expect(amountPhrase(FORMS.get('post-at-the-belly'), 9)).toBe('9 breaths')
  })

  it('says what a week brings: a form that begins once, with how far it comes; and why it does not go further, or goes back', () => {
    const adds: SeasonAdd[] = [
      { kind: 'stage', formId: EIGHT[1]!, stage: 'fromMemory' },
      { kind: 'begins', formId: EIGHT[0]! },
      { kind: 'stage', formId: EIGHT[0]!, stage: 'whole' },
    ]
    expect(addPhrases(adds, formOf)).toEqual([
      'Draw the bow: from memory',
      'Hold up the sky begins (up to the whole movement, breath as it comes)',
    ])
    const post = 'post-at-the-heart'
    const one = (add: SeasonAdd) => addPhrases([add], formOf)[0]
    expect(one({ kind: 'count', formId: post, from: 180, to: 210 })).toBe('3:30 instead of 3:00')
    expect(one({ kind: 'stays', why: 'unsaid' })).toBe('as before: nobody said that it was easy the week before')
    expect(one({ kind: 'back', formId: post, from: 210, to: 180, why: 'pain' })).toBe('back to 3:00: it hurt after it')
    expect(one({ kind: 'back', formId: null, from: 10, to: 8, why: 'gap' })).toBe(
      'back to 8 minutes: it was not done for two weeks',
    )
  })

  it('says where it stands, where it leads, and what has moved', () => {
    const missed = lived(learn, FOUR, (week) => week !== 2)
    const plan = planOn(learn, FOUR, missed, dayOfWeek(3, 0))
    expect(standPhrase(learn, plan, formOf)).toBe('1 of 8 forms from memory')
    expect(outlookPhrases(learn, plan, formOf)[0]).toBe(
      'If everything that is planned is done, all of it would be from memory by 10 May.',
    )
    expect(outlookPhrases(learn, plan, formOf)[1]).toMatch(/^As the last weeks went \(8 of 12 sessions\), /)
    expect(movedPhrases(plan, formOf)[0]).toBe('Raise one hand begins in week 4 instead of 3')
    const two = seasonPlan(requestOf(learn, { planned: laidOn(learn, [0, 3]) }))
    expect(outlookPhrases(learn, two, formOf)).toEqual([
      'If everything that is planned is done, Drop the heels would not be from memory by 10 May. 1 week more would do.',
    ])
    expect(outlookPhrases(learn, seasonPlan(requestOf(learn, { planned: [] })), formOf)).toEqual([
      'Nothing is planned for the weeks ahead: plan some of it in the week.',
    ])
  })

  it('says of what grows what it has come to, that weeks must feel easy, and of practice how many weeks would be kept', () => {
    const first = planOn(grow, FOUR, [], grow.startDay)
    expect(standPhrase(grow, first, formOf)).toBe('3:00 of 10:00')
    expect(outlookPhrases(grow, first, formOf)).toEqual([
      'If everything that is planned is done and feels easy, it would come to its goal by 21 Jun.',
    ])
    const evenings = planOn(evening, FOUR, [], evening.startDay)
    expect(standPhrase(evening, evenings, formOf)).toBe('8 minutes of 15')
    expect(outlookPhrases(evening, evenings, formOf)).toEqual([
      'If everything that is planned is done, all of its weeks would be kept by 26 Apr.',
    ])
    expect(sessionPhrase({ kind: 'grow', formId: 'post-at-the-heart', count: 210, minutes: 15 }, formOf)).toBe(
      'Post at the heart, 3:30',
    )
  })
})
