import { describe, expect, it } from 'vitest'
import { plainSpelling, schoolsOf, searchForms, type FormQuery } from '#core/forms'
import { CATALOGUE } from '#data'

const found = (query: Partial<FormQuery>) => searchForms(CATALOGUE, query)
const named = (words: string) => found({ words }).map(({ name }) => name)

describe('search', () => {
  it('reads pinyin with tone marks, without them, and in one piece', () => {
    for (const words of ['yún shǒu', 'yun shou', 'YUNSHOU', 'yun-shou']) expect(named(words)).toEqual(['Cloud hands'])
  })
  it('finds by area, set, move and the beginnings of words', () => {
    expect(named('low back')).toContain('Hips both ways')
    expect(named('eight pieces')).toHaveLength(16)
    expect(named('sea bot')).toEqual(['The short form of twenty-four', 'Shuttle, needle, fan'])
    expect(named('clo ha')).toContain('Cloud hands')
  })
  it('keeps to a part of the arc, an area, a school, an effort and a chair', () => {
    const all = <T>(list: T[], holds: (item: T) => boolean) => list.length > 0 && list.every(holds)
    expect(all(found({ part: 'wake' }), ({ part }) => part === 'wake')).toBe(true)
    expect(all(found({ area: 'eyes' }), ({ areas }) => areas.includes('eyes'))).toBe(true)
    expect(all(found({ school: 'southern' }), ({ school }) => school === 'southern')).toBe(true)
    expect(all(found({ mostEffort: 1 }), ({ effort }) => Math.max(...Object.values(effort)) <= 1)).toBe(true)
    const sitting = found({ seated: true }).map(({ name }) => name)
    expect(sitting).toContain('Seated rise and sink')
    expect(sitting).not.toContain('Slow low kick')
  })
  it('asks for stage and time only what it is told of them', () => {
    const known = {
      stageOf: (id: string) => (id === 'shake' ? ('whole' as const) : null),
      secondsOf: ({ id }: { id: string }) => (id === 'wrist-circles' ? 30 : 300),
    }
    const ids = (query: Partial<FormQuery>) => searchForms(CATALOGUE, query, known).map(({ id }) => id)
    expect(ids({ stage: 'any' })).toEqual(['shake'])
    expect(ids({ stage: 'whole' })).toEqual(['shake'])
    expect(ids({ stage: 'linked' })).toEqual([])
    expect(ids({ mostSeconds: 60 })).toEqual(['wrist-circles'])
  })
  it('finds nothing for what is nowhere', () => expect(named('bicycle')).toEqual([]))
  it('makes spellings plain', () => expect(plainSpelling('  Bā Duàn-Jǐn! ')).toBe('ba duan jin'))
  it('knows the schools', () =>
    expect(schoolsOf(CATALOGUE)).toEqual(['circles', 'northern', 'short form', 'southern', 'walking']))
})
