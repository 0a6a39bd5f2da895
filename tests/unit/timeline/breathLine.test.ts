import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { plainMove, USUAL_HOUSE_RULES, type Phase } from '#core/forms'
import { breathLine } from '#core/timeline'
import { CATALOGUE } from '#data'
import { aForm } from '../../helpers'

const phase = (breath: Phase['breath'], length = 1): Phase => ({ breath, length, cue: '' })
const lineOf = (...phases: Phase[]) =>
  breathLine(aForm({ moves: [plainMove('M', phases)] }), { way: undefined, rules: USUAL_HOUSE_RULES }, steadyPace(4, 6))
const levels = (...phases: Phase[]) =>
  lineOf(...phases)
    .flatMap(({ fromLevel, toLevel }) => [fromLevel, toLevel])
    .map((level) => Math.round(level * 1e9) / 1e9)

describe('the line of the breath over one repetition', () => {
  it('rises with the in-breath, stays in a hold and falls with the out-breath', () => {
    expect(levels(phase('in'), phase('hold', 0.25), phase('out'))).toEqual([0, 1, 1, 1, 1, 0])
    expect(lineOf(phase('in'), phase('hold', 0.25), phase('out')).map(({ seconds }) => seconds)).toEqual([4, 1, 6])
  })
  it('begins full where a form begins with the out-breath', () => {
    expect(levels(phase('out'), phase('in'))).toEqual([1, 0, 0, 1])
  })
  it('shares a rise between the phases of one in-breath', () => {
    expect(levels(phase('in'), phase('in', 3), phase('out'))).toEqual([0, 0.25, 0.25, 1, 1, 0])
  })
  it('is one repetition of every form, joined end to end', () => {
    for (const form of CATALOGUE) {
      const line = breathLine(form, { way: undefined, rules: USUAL_HOUSE_RULES }, steadyPace(4, 6))
      expect(line.length).toBeGreaterThan(0)
      line.slice(1).forEach((stretch, index) => expect(stretch.fromLevel).toBeCloseTo(line[index]!.toLevel, 9))
    }
  })
})
