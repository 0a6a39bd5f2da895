import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { readRoutineText } from '#core/formats'
import { routineOfOne } from '#core/routine'
import { compileTimeline } from '#core/timeline'
import { CATALOGUE } from '#data'

const setting = { ways: [], pace: steadyPace(4, 6), rules: USUAL_HOUSE_RULES }
const read = (line: string, reading: typeof setting | null = setting) => {
  let id = 0
  const { routine, notUnderstood } = readRoutineText(
    `- ${line}`,
    CATALOGUE,
    () => `id-${(id += 1)}`,
    reading ?? undefined,
  )
  const [step] = routine.entries
  return step?.kind === 'step' ? step.count : notUnderstood
}

describe('a count beside a form', () => {
  // At 4 in and 6 out, a breath of ten seconds.
  it.each([
    ['Rise and sink x4', 4],
    ['Rise and sink: 4 times', 4],
    ['Rise and sink 1 min', 6],
    ['Stand and arrive 30 s', 3],
    ['Stand and arrive 34 s', 3],
    ['Stand and arrive: 12 breaths', 12],
    ['Settle 90 seconds', 90],
    ['Settle 1.5 min', 90],
    ['Settle 6 breaths', 60],
    ['Settle x3', 30],
    ['Draw the bow x2 each side', 2],
    ['Draw the bow x4 in all', 2],
    ['Draw the bow 2 min', 3],
    ['Draw the bow 1 min each side', 3],
    ['Cloud hands x2 each side', 4],
    ['Cloud hands x4 in all', 4],
    ['Cloud hands 4 times', 4],
    ['Cloud hands 30 s each side', 6],
  ])('“%s” is %i', (line, count) => {
    expect(read(line)).toBe(count)
  })
  it.each([
    'Settle 30 beats',
    'Rise and sink 40 beats',
    'Draw the bow x3 in all',
    'Settle 90 min',
    'Rise and sink x2.5',
  ])('“%s” cannot be meant, and is given back', (line) => {
    expect(read(line)).toEqual([`- ${line}`])
  })
  it('a time is no count where no breath is known', () => {
    expect(read('Rise and sink 1 min', null)).toEqual(['- Rise and sink 1 min'])
    expect(read('Settle 6 breaths', null)).toEqual(['- Settle 6 breaths'])
    expect(read('Settle x3', null)).toEqual(['- Settle x3'])
  })
  it('a time becomes the count that lasts nearest to it, for every form that is counted otherwise', () => {
    const others = CATALOGUE.filter(({ counting }) => counting.by !== 'time' && counting.by !== 'open')
    for (const form of others) {
      const count = read(`{${form.id}} 2 min`) as number
      const lasts = (of: number) =>
        compileTimeline({ routine: routineOfOne(form, of), forms: [form], ...setting }).occurrences[0]!.bodySeconds
      const miss = (of: number) => Math.abs(lasts(of) - 120)
      expect(miss(count), form.name).toBeLessThanOrEqual(miss(count + 1))
      if (count > 1) expect(miss(count), form.name).toBeLessThanOrEqual(miss(count - 1))
    }
  })
})
