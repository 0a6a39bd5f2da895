import type { Pace } from '../breath'
import { COUNT_UNITS, type Form, type HouseRules, type Way } from '../forms'
import { LIMITS, routineOfOne } from '../routine'
import { compileTimeline } from '../timeline'

/** My breath and my ways: with them, a time that is written beside a form counted otherwise becomes the count that lasts so long. */
export interface ReadingFor {
  ways: readonly Way[]
  pace: Pace
  rules: HouseRules
}

const COUNT =
  /^([x×])? ?(\d+(?:\.\d+)?) ?([x×]|times?|reps?|repetitions?|breaths?|seconds?|secs?|s|min(?:ute)?s?|beats?)?(?: (each side|each way|per side|in all))?$/i

type SaidUnit = 'times' | 'breaths' | 'seconds' | 'minutes' | 'beats' | 'own'
function unitSaid(mark: string | undefined, word: string | undefined): SaidUnit {
  const unit = word?.toLowerCase() ?? mark?.toLowerCase() ?? ''
  if (unit === '') return 'own'
  if (unit.startsWith('breath') || unit.startsWith('beat')) return unit.startsWith('breath') ? 'breaths' : 'beats'
  if (unit.startsWith('min')) return 'minutes'
  return unit.startsWith('s') ? 'seconds' : 'times'
}

/**
 * How many, in the unit and scope of the form, is meant by "x8", "6 times each side", "2 min" or "10 breaths"; null where it is no count,
 * or cannot be meant for this form.
 */
export function countOf(text: string, form: Form, reading?: ReadingFor): number | null {
  const said = COUNT.exec(text)
  if (!said) return null
  const number = Number(said[2])
  const unit = unitSaid(said[1], said[3])
  const count = inUnitOf(form, number, unit, said[4]?.toLowerCase(), reading)
  return count !== null && Number.isInteger(count) && count >= LIMITS.count.least && count <= LIMITS.count.most
    ? count
    : null
}

/** By how much a count is multiplied to stand for what the form's own counts stand for: a side, or all. */
function scopeFactor({ sides, countScope }: Form, said: string | undefined): number {
  if (!said || sides === 'none') return 1
  if (said === 'in all') return countScope === 'inAll' ? 1 : 0.5
  return countScope === 'inAll' ? 2 : 1
}

function inUnitOf(
  form: Form,
  number: number,
  said: SaidUnit,
  scope: string | undefined,
  reading?: ReadingFor,
): number | null {
  const factor = scopeFactor(form, scope)
  const own = COUNT_UNITS[form.counting.by]
  const seconds = said === 'minutes' ? Math.round(number * 60) : number
  if (own === 'seconds') {
    // "Stand x6": of what has no repetitions, breaths are meant.
    if (said === 'breaths' || said === 'times') return reading ? Math.round(number * breathSeconds(reading)) : null
    return said === 'beats' ? null : seconds * factor
  }
  if (said === 'seconds' || said === 'minutes') {
    // Said of each side, it is as long for each; said alone, it is for all.
    const sides = form.sides !== 'none' && scope && scope !== 'in all' ? 2 : 1
    return reading ? lasting(form, seconds * sides, reading) : null
  }
  if (said === 'beats') return own === 'beats' ? number * factor : null
  if (said === 'breaths' && own === 'beats') return null
  return number * factor
}

const breathSeconds = ({ pace: { settled } }: ReadingFor) => settled.inSeconds + settled.outSeconds

/** The count at which a form, done alone, lasts nearest to a time: by halving, as more never lasts less. */
function lasting(form: Form, seconds: number, reading: ReadingFor): number {
  const bodySeconds = (count: number) => {
    const routine = routineOfOne(form, count)
    return compileTimeline({ ...reading, routine, forms: [form] }).occurrences[0]!.bodySeconds
  }
  let { least, most } = LIMITS.count
  while (least < most) {
    const middle = Math.floor((least + most) / 2)
    if (bodySeconds(middle) < seconds) least = middle + 1
    else most = middle
  }
  const isOneLessNearer = least > 1 && seconds - bodySeconds(least - 1) < bodySeconds(least) - seconds
  return isOneLessNearer ? least - 1 : least
}
