import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { blankForm, readFormWords } from '#core/forms'
import { routineOfOne } from '#core/routine'
import { compileTimeline, isBody } from '#core/timeline'
import { NO_WAITING } from '../../helpers'

/** The lengths of one repetition of a form that is written in plain lines, at a breath. */
function lengths(line: string, inSeconds: number, outSeconds: number): number[] {
  const form = { ...blankForm('f', 'F'), ...readFormWords(`${line}, x1 in all`).fields }
  const pace = steadyPace(inSeconds, outSeconds)
  return compileTimeline({ routine: routineOfOne(form), forms: [form], ways: [], pace, rules: NO_WAITING })
    .segments.filter(isBody)
    .map(({ lengthSeconds }) => Math.round(lengthSeconds * 1e6) / 1e6)
}

describe('a breath written three ways', () => {
  it('in my breaths: as long as mine', () => {
    expect(lengths('rise in, sink ×1.5 out', 4, 6)).toEqual([4, 9])
  })
  it('in seconds: as long as that, and in my breath up to a ceiling', () => {
    expect(lengths('rise 5 s in, sink 7 s out', 3, 3)).toEqual([5, 7])
    expect(lengths('rise in at most 5 s, sink out at most 5 s', 3, 9)).toEqual([3, 5])
  })
  it('in counts, four to my in-breath: 4 in, 8 out are one to two, whatever my own breath is', () => {
    expect(lengths('rise 4 in, sink 8 out', 4, 5)).toEqual([4, 8])
    fc.assert(
      fc.property(
        fc.double({ min: 1.5, max: 8, noNaN: true }),
        fc.double({ min: 1.5, max: 9, noNaN: true }),
        (i, o) => {
          const [inSeconds, outSeconds] = lengths('rise 4 in, sink 8 out', i, o)
          expect(outSeconds! / inSeconds!).toBeCloseTo(2, 5)
          expect(outSeconds).toBeLessThanOrEqual(10 + 1e-6)
        },
      ),
    )
  })
  it('in counts an out-breath of several phases is one', () => {
    expect(lengths('draw 4 in, push 4 out, press 4 out', 6, 6)).toEqual([5, 5, 5])
  })
})
