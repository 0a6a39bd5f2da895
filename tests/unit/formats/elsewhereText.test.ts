import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { readElsewhereLine } from '#core/formats'
import { CATALOGUE } from '#data'

/** Wednesday, 11 March 2026, 09:20 in Lisbon (UTC then). */
const NOW = Date.parse('2026-03-11T09:20:00Z')
const read = (text: string, change: { onDay?: string } = {}) =>
  readElsewhereLine(text, {
    ways: [],
    pace: steadyPace(4, 6),
    rules: USUAL_HOUSE_RULES,
    forms: CATALOGUE,
    nowMs: NOW,
    timeZone: 'Europe/Lisbon',
    dayEndsAtHour: 3,
    usualTime: '07:10',
    ...change,
  })
const felt = (all: number | null, some = {}) => ({ energy: all, calm: all, ease: all, ...some })

describe('a practice done elsewhere, in one line', () => {
  it.each<[string, object]>([
    [
      'class 60 min yesterday 18:30, felt 4',
      {
        title: 'Class',
        minutes: 60,
        day: '2026-03-10',
        time: '18:30',
        after: felt(null),
        words: 'felt 4',
        forms: [],
        asks: ['felt'],
      },
    ],
    [
      'evening class last Thursday, an hour and a half',
      { title: 'Evening class', minutes: 90, day: '2026-03-05', time: '18:30' },
    ],
    [
      "last week's class on Tuesday at 19:00 90 minutes",
      { title: 'Class', minutes: 90, day: '2026-03-03', time: '19:00' },
    ],
    [
      'Class with friends, an hour and a quarter on Sunday evening',
      { title: 'Class with friends', minutes: 75, day: '2026-03-08', time: '18:30', asks: [] },
    ],
    ['garden, three quarters of an hour yesterday', { minutes: 45, day: '2026-03-10', asks: [] }],
    ['class, two hours and twenty minutes', { minutes: 140, asks: [] }],
    ['class, a quarter of an hour', { minutes: 15, asks: [] }],
    // What is not understood is asked, and not filled in.
    ['class 60 min the Sunday before last with my sister and her friends', { day: '2026-03-01', asks: [] }],
    ['class 60 min, some weeks ago', { asks: ['day'] }],
    ['class, a good hour or two', { minutes: null, asks: ['minutes'] }],
    ['1h30 in the park this morning', { title: 'Park', minutes: 90, day: '2026-03-11', time: '07:30' }],
    ['class 1.5 h Wednesday 8 am', { minutes: 90, day: '2026-03-11', time: '08:00' }],
    ['class 1.5 h last Wednesday 8 pm', { minutes: 90, day: '2026-03-04', time: '20:00' }],
    [
      'push hands 45 min on 28 February at 6.30 pm',
      { title: 'Push hands', minutes: 45, day: '2026-02-28', time: '18:30' },
    ],
    ['class 60 min 24.12. 10:00', { minutes: 60, day: '2025-12-24', time: '10:00' }],
    ['class 60 min 2025-11-02', { minutes: 60, day: '2025-11-02', time: '07:10' }],
    ['class 60 min Dec 24, 2024', { day: '2024-12-24' }],
    ['class 2 days ago 45 min', { day: '2026-03-09', time: '07:10', minutes: 45 }],
    ['class two weeks ago 45 min', { day: '2026-02-25' }],
    ['garden 20 min', { title: 'Garden', minutes: 20, day: '2026-03-11', time: '09:00' }],
    // Later than now: it was yesterday.
    ['garden 20 min 17:00', { day: '2026-03-10', time: '17:00' }],
    // My day ends at three: half past midnight is yesterday's night.
    ['stood 10 min yesterday 00:30', { day: '2026-03-11', time: '00:30' }],
    ['stood 10 min last night', { day: '2026-03-10', time: '21:00' }],
    ['class yesterday', { minutes: null }],
    ['class 60 min, calm 5, energy 2, effort 6', { after: felt(null, { calm: 5, energy: 2 }), exertion: 6 }],
    [
      'class 60 min, "felt 3 at first", the floor was cold',
      { after: felt(null), words: 'felt 3 at first, the floor was cold' },
    ],
    [
      'class 60 min, sore since yesterday evening in the left knee',
      { day: '2026-03-11', words: 'sore since yesterday evening in the left knee' },
    ],
    ['class 60 min, yesterday evening, tea, tea', { day: '2026-03-10', time: '18:30', words: 'tea, tea' }],
    ['', { title: 'Practice', minutes: null, day: '2026-03-11', time: '09:20' }],
  ])('“%s”', (text, expected) => {
    expect(read(text)).toMatchObject(expected)
  })
  it('takes the forms that it names, with their counts, and leaves what is none to the words', () => {
    const { title, forms, words } = read('class 60 min yesterday, cloud hands x8, Draw the bow x4 each side, tea after')
    expect(title).toBe('Class')
    expect(forms.map(({ form, count }) => [form.name, count])).toEqual([
      ['Cloud hands', 8],
      ['Draw the bow', 4],
    ])
    expect(words).toBe('tea after')
  })
  it('is of the day that is looked at, where it names no other', () => {
    expect(read('stood 20 min, felt 3', { onDay: '2026-03-05' })).toMatchObject({ day: '2026-03-05', time: '07:10' })
    expect(read('stood 20 min 18:30', { onDay: '2026-03-05' })).toMatchObject({ day: '2026-03-05', time: '18:30' })
    expect(read('stood 20 min yesterday', { onDay: '2026-03-05' }).day).toBe('2026-03-10')
  })
  it('is a form alone, where that is all it names', () => {
    expect(read('cloud hands 10 min')).toMatchObject({
      title: 'Cloud hands',
      minutes: 10,
      forms: [{ form: { id: 'cloud-hands' } }],
    })
  })
  it('loses nothing that it does not understand, and survives what is not a date', () => {
    const { title, words } = read('zog 45 min 31 February; blik x9')
    expect(`${title} ${words}`).toMatch(/zog.*blik x9/i)
    expect(read('class 2026-13-45 60 min').minutes).toBe(60)
  })
})
