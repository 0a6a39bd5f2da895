import type { Pace } from '../breath'
import type { BreathKind, Form } from '../forms'
import { risesOf } from './breathLevel'
import { compileAlone, type WayAndRules } from './formDifference'
import { isBodyKind } from './types'

/** A stretch of one repetition: from and to where the breath goes (0 empty, 1 full), and how long. */
export interface BreathStretch {
  breath: BreathKind
  cue: string
  seconds: number
  fromLevel: number
  toLevel: number
}

/** How the breath goes over one repetition of a form (one breath of a hold), holds included. Throws as compiling does. */
export function breathLine(form: Form, under: WayAndRules, pace: Pace): BreathStretch[] {
  const timeline = compileAlone(form, under, pace, form.counts.least)
  const rises = risesOf(timeline)
  const body = timeline.segments.filter(({ kind }) => isBodyKind(kind))
  const end = body.findIndex(({ endsRepetition }) => endsRepetition)
  const line = body.slice(0, end + 1).map(({ index, breath, cue, lengthSeconds }): BreathStretch => ({
    breath,
    cue,
    seconds: lengthSeconds,
    fromLevel: rises[index]!.from,
    toLevel: rises[index]!.to,
  }))
  return asOneOfMany(line)
}

/** A repetition in the midst of others begins where the one before it ends: empty before an in-breath, full before an out-breath. */
function asOneOfMany(line: BreathStretch[]): BreathStretch[] {
  const first = line[0]
  if (!first || (first.breath !== 'in' && first.breath !== 'out')) return line
  const [begin, target] = first.breath === 'in' ? [0, 1] : [1, 0]
  const run = line.findIndex(({ breath }) => breath !== first.breath)
  const over = (level: number) => begin + ((level - first.fromLevel) / (target - first.fromLevel)) * (target - begin)
  return line.map((stretch, index) =>
    index < run || run < 0
      ? { ...stretch, fromLevel: over(stretch.fromLevel), toLevel: over(stretch.toLevel) }
      : stretch,
  )
}
