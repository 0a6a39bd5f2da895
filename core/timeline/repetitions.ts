import type { BreathSeconds } from '../breath'
import { isStillForm, stationAt, stationsOf, type Form } from '../forms'
import { LONG_OUT_SECONDS, type SoHere } from '../routine'
import { COUNTS_OF_IN_BREATH, WHOLE, type Counted, type Place, type TimelineBuilder } from './builder'
import { partOf, partsOfBeats, partsOfHold, type Part } from './insides'
import type { ResolvedForm } from './manners'
import { phasesOf, type PhaseOfForm } from './phases'
import type { ScheduleItem } from './types'
import { isWatched, unitAfter, type Unit } from './units'

/** Quick breath is quick at any pace: about a second in and a second out. Common practice, no source. */
const QUICK_SECONDS = 1.1

/** How long a phase is: bounded by its own ceiling, and by its share of the longest out-breath where a form makes that long. */
function phaseSeconds(of: PhaseOfForm, breath: BreathSeconds, isQuick: boolean): number {
  const { phase, outLength } = of
  const seconds = Math.min(plainSeconds(of, breath), phase.mostSeconds ?? Infinity)
  if (isQuick && phase.breath !== 'free') return Math.min(seconds, QUICK_SECONDS)
  if (phase.breath !== 'out' || (outLength <= 1 && !phase.unit)) return seconds
  return Math.min(seconds, (phase.length / outLength) * longestOut(breath))
}
const longestOut = ({ outSeconds }: BreathSeconds) => Math.max(LONG_OUT_SECONDS, outSeconds)

function plainSeconds({ phase, mostOutCounts }: PhaseOfForm, breath: BreathSeconds): number {
  const { inSeconds, outSeconds } = breath
  if (phase.unit === 'seconds') return phase.length
  // Shorter counts where the out-breath would be too long: the proportion is what was asked for.
  if (phase.unit === 'counts') {
    return phase.length * Math.min(inSeconds / COUNTS_OF_IN_BREATH, longestOut(breath) / mostOutCounts)
  }
  switch (phase.breath) {
    case 'in':
    case 'hold':
      return phase.length * inSeconds
    case 'out':
      return phase.length * outSeconds
    case 'free':
      return phase.length * (inSeconds + outSeconds)
  }
}

/**
 * Lay down the repetitions of a form, from the first that is not yet done, with a change of sides between. What is first and last, on
 * its side and in the step, is said here once and read off the segments everywhere else.
 */
export function addRepetitions(
  builder: TimelineBuilder,
  thereFor: (so: SoHere | null) => ResolvedForm,
  units: readonly Unit[],
  item: ScheduleItem,
  settling: boolean,
): void {
  const start = unitAfter(units, item.doneUnits)
  const whole = thereFor(units[start]?.so ?? null)
  const stations = stationsOf(whole.form)
  const partsOf = insidesOf(whole.form, stations, whole.phases, item)
  const isLayered = units.length > 0 && units[0]!.so !== null
  const inAll = isLayered ? units.filter((unit) => !isWatched(unit)).length : units.length
  const plainScale = builder.paceScale
  const plainRatio = builder.ratio
  for (let index = start; index < units.length; index += 1) {
    const unit = units[index]!
    const before = index > start ? units[index - 1] : undefined
    const there = thereFor(unit.so)
    const { form, phases } = there
    if (before && before.side !== unit.side && form.sides !== 'alternate') {
      builder.add('sideChange', builder.rules.sideChangeSeconds, unit.side, form.name)
    }
    if (before && before.so !== unit.so) changeManner(builder, thereFor(before.so), there, unit)
    builder.leadAs(there)
    builder.paceScale = plainScale * unit.paceScale
    builder.ratio = unit.so?.ratio ?? plainRatio
    const { side, repetition, repetitions } = unit
    const inside = partOf(partsOf(unit), repetition)
    const remainingOnSide = repetitions - repetition
    const remainingInStep = inAll - 1 - unit.number
    const counted: Counted = {
      side,
      repetition,
      repetitions,
      remainingOnSide,
      remainingInStep,
      isLastOnSide: repetitions > 1 && remainingOnSide === 0,
      isLastInStep: repetitions > 1 && remainingInStep === 0,
      level: unit.so?.target || levelAt(form, stations, unit, inside),
    }
    if (form.counting.by === 'beats') {
      const { phase, move } = phases[inside?.index ?? 0]!
      const beatSeconds = (60 / form.counting.beatsPerMinute) * builder.scaleNow()
      builder.push('phase', beatSeconds, counted, 'free', phase.cue, move, placeOf(WHOLE, inside), false)
    } else if (form.counting.by === 'time' || form.counting.by === 'open') {
      const { phase, move } = phases[0]!
      const seconds = index === start ? Math.max(0, unit.seconds - item.doneSeconds) : unit.seconds
      const openEnded = form.counting.by === 'open'
      const kind = settling ? 'settle' : isStillForm(form) ? 'hold' : 'phase'
      builder.push(kind, seconds, counted, 'free', phase.cue, move, WHOLE, openEnded)
    } else {
      const changes =
        form.counting.by === 'breathRepetitions' ? item.moveChanges.filter(({ where }) => where === unit.number) : []
      const here = changes.length > 0 ? { ...there, phases: phasesOf(form, changes) } : there
      const doneMoves = index === start ? item.doneMoves : 0
      addBreaths(builder, here, counted, { inside, doneMoves, holdBreaths: unit.so?.holdBreaths ?? 0 })
    }
  }
}

/** The station of a unit: that of its position in a hold, of its block, or the next with each repetition. */
function levelAt(
  form: Form,
  stations: readonly string[],
  { repetition, repetitions }: Unit,
  inside: Part | null,
): string {
  if (inside && form.counting.by === 'breathHold') return stations[inside.index]!
  return stationAt(stations, repetition, form.levelOrder === 'blocks' ? repetitions : 0)
}

/** Time to stand otherwise, where the next unit of a step is done in another stance than the one before. */
function changeManner(builder: TimelineBuilder, before: ResolvedForm, next: ResolvedForm, { side }: Unit): void {
  if (before.form === next.form) return
  const was = before.form.moves.at(-1)!.stance ?? before.form.stance
  const will = next.form.moves[0]!.stance ?? next.form.stance
  builder.leadAs(next)
  builder.add('stanceChange', was === will ? 0 : builder.rules.stanceChangeSeconds, side, next.form.name)
}

/** What the units of a side are divided into: a hold into its positions, beats into their words; null where into nothing. */
function insidesOf(
  form: Form,
  stations: readonly string[],
  phases: readonly PhaseOfForm[],
  { moveChanges }: ScheduleItem,
): (unit: Unit) => readonly number[] | null {
  const { by } = form.counting
  const inPositions = by === 'breathHold' && stations.length > 0
  const inWords = by === 'beats' && phases.length > 1
  if (!inPositions && !inWords) return () => null
  const partsOf = ({ side, repetitions }: Unit) => {
    const changes = moveChanges.filter(({ where }) => where === side)
    if (inPositions) return partsOfHold(stations.length, repetitions, changes)
    const lengths = phases.map(({ phase }) => phase.length)
    return partsOfBeats(lengths, repetitions, changes)
  }
  /** The same for all units of a side. */
  const known = new Map<Unit['side'], readonly number[]>()
  return (unit) => {
    const parts = known.get(unit.side) ?? partsOf(unit)
    known.set(unit.side, parts)
    return parts
  }
}

/** A place of a whole unit, in its position or under its word. */
const placeOf = (place: Place, inside: Part | null): Place =>
  inside
    ? {
        ...place,
        moveIndex: inside.index,
        moveRepetition: inside.repetition,
        moveRepetitions: inside.repetitions,
        endsMove: place.ends && inside.repetition === inside.repetitions,
      }
    : place

/** A whole breath in two equal halves. */
function halves({ inSeconds, outSeconds }: BreathSeconds): BreathSeconds {
  const half = (inSeconds + outSeconds) / 2
  return { inSeconds: half, outSeconds: half }
}

/** One repetition, or one breath of a hold, phase by phase; held at its half where that is asked for. */
function addBreaths(
  builder: TimelineBuilder,
  { form, phases, stage }: ResolvedForm,
  counted: Counted,
  { inside, doneMoves, holdBreaths }: { inside: Part | null; doneMoves: number; holdBreaths: number },
): void {
  const kind = isStillForm(form) ? 'hold' : 'phase'
  const isQuick = form.cautions.includes('quickBreathing')
  const breathNow = () => (form.evenBreath ? halves(builder.breathNow()) : builder.breathNow())
  let breath = breathNow()
  const from = phaseAfterMoves(phases, doneMoves)
  const half = Math.ceil(phases.length / 2) - 1
  for (let index = from; index < phases.length; index += 1) {
    const { phase, move, beginsBreath: begins, place } = phases[index]!
    if (begins) breath = breathNow()
    builder.push(
      kind,
      phaseSeconds(phases[index]!, breath, isQuick),
      counted,
      // Who learns the movement leaves the breath as it comes; the time stays that of the breath.
      stage === 'movement' ? 'free' : phase.breath,
      phase.cue,
      move,
      // Who takes a chain up again begins with the move that was left.
      placeOf(index === from && from > 0 ? { ...place, begins: true } : place, inside),
      false,
    )
    if (holdBreaths > 0 && index === half) addHeldBreaths(builder, holdBreaths, counted, { move, place })
  }
}

/** Whole breaths in which a repetition stays where it is; the repetition goes on after them. */
function addHeldBreaths(
  builder: TimelineBuilder,
  breaths: number,
  counted: Counted,
  { move, place }: Pick<PhaseOfForm, 'move' | 'place'>,
): void {
  const within = { ...place, begins: false, ends: false, endsMove: false }
  for (let done = 0; done < breaths; done += 1) {
    const { inSeconds, outSeconds } = builder.breathNow()
    builder.push('hold', inSeconds, counted, 'in', 'Hold', move, within, false)
    builder.push('hold', outSeconds, counted, 'out', 'Hold', move, within, false)
  }
}

/** Where it goes on once so many moves are done; at the beginning where all of them are. */
function phaseAfterMoves(phases: readonly PhaseOfForm[], doneMoves: number): number {
  let done = 0
  for (let index = 0; index < phases.length - 1 && done < doneMoves; index += 1) {
    if (phases[index]!.place.endsMove) done += 1
    if (done === doneMoves) return index + 1
  }
  return 0
}
