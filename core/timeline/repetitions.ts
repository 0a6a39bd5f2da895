import type { BreathSeconds } from '../breath'
import { isStillForm, stationAt, stationOfHold, stationsOf, type Form, type Move, type Phase } from '../forms'
import { LONG_OUT_SECONDS } from '../routine'
import { boundsOfPhase, WHOLE, type Counted, type TimelineBuilder } from './builder'
import type { ScheduleItem } from './types'
import type { Unit } from './units'

/**
 * A breath begins with the first phase of a repetition, and again whenever the kind of breath (in or out) that the
 * repetition began with comes back after the other. All phases of one breath take their length from that moment.
 */
function beginsBreath(phases: readonly Phase[], index: number): boolean {
  if (index === 0) return true
  const phase = phases[index]!
  if (phase.breath === 'free') return true
  const paced = phases.filter(({ breath }) => breath === 'in' || breath === 'out')
  if (phase.breath !== paced[0]?.breath) return phases[index - 1]!.breath === 'free'
  const before = phases.slice(0, index).findLast(({ breath }) => breath !== 'hold')
  return before !== undefined && before.breath !== phase.breath
}

/** Quick breath is quick at any pace: about a second in and a second out. Common practice, no source. */
const QUICK_SECONDS = 1.1

function phaseSeconds(phase: Phase, breath: BreathSeconds, isQuick: boolean): number {
  const seconds = plainSeconds(phase, breath)
  if (isQuick && phase.breath !== 'free') return Math.min(seconds, QUICK_SECONDS)
  if (phase.breath === 'out' && phase.length > 1)
    return Math.min(seconds, Math.max(LONG_OUT_SECONDS, breath.outSeconds))
  return seconds
}

function plainSeconds(phase: Phase, breath: BreathSeconds): number {
  switch (phase.breath) {
    case 'in':
    case 'hold':
      return phase.length * breath.inSeconds
    case 'out':
      return phase.length * breath.outSeconds
    case 'free':
      return phase.length * (breath.inSeconds + breath.outSeconds)
  }
}

/** A phase of a form with its move, and whether a breath begins with it. */
export interface PhaseOfForm {
  phase: Phase
  move: Move
  beginsBreath: boolean
}
/** The phases of a form in their order. */
export function phasesOf(form: Form): PhaseOfForm[] {
  const bare = form.moves.flatMap(({ phases }) => phases)
  return form.moves
    .flatMap((move) => move.phases.map((phase) => ({ phase, move })))
    .map(({ phase, move }, index) => ({ phase, move, beginsBreath: beginsBreath(bare, index) }))
}

/**
 * Lay down the repetitions of a form, from the first that is not yet done, with a change of sides between. What is first and last, on
 * its side and in the step, is said here once and read off the segments everywhere else.
 */
export function addRepetitions(
  builder: TimelineBuilder,
  { form, phases }: { form: Form; phases: readonly PhaseOfForm[] },
  units: readonly Unit[],
  item: ScheduleItem,
  settling: boolean,
): void {
  const stations = stationsOf(form)
  const inHold = form.counting.by === 'breathHold'
  const isStill = isStillForm(form)
  for (let index = item.doneUnits; index < units.length; index += 1) {
    const unit = units[index]!
    const before = index > item.doneUnits ? units[index - 1] : undefined
    if (before && before.side !== unit.side && form.sides !== 'alternate') {
      builder.add('sideChange', builder.rules.sideChangeSeconds, unit.side, form.name)
    }
    const { side, repetition, repetitions } = unit
    const remainingOnSide = repetitions - repetition
    const remainingInStep = units.length - 1 - index
    const counted: Counted = {
      side,
      repetition,
      repetitions,
      remainingOnSide,
      remainingInStep,
      isLastOnSide: repetitions > 1 && remainingOnSide === 0,
      isLastInStep: repetitions > 1 && remainingInStep === 0,
      level: inHold ? stationOfHold(stations, repetition, repetitions) : stationAt(stations, repetition),
    }
    if (form.counting.by === 'beats') {
      const { phase, move } = phases[index % phases.length]!
      const beatSeconds = (60 / form.counting.beatsPerMinute) * builder.scaleNow()
      builder.push('phase', beatSeconds, counted, 'free', phase.cue, move, WHOLE, false)
    } else if (form.counting.by === 'time' || form.counting.by === 'open') {
      const { phase, move } = phases[0]!
      const seconds = index === item.doneUnits ? Math.max(0, unit.seconds - item.doneSeconds) : unit.seconds
      const openEnded = form.counting.by === 'open'
      builder.push(
        settling ? 'settle' : isStill ? 'hold' : 'phase',
        seconds,
        counted,
        'free',
        phase.cue,
        move,
        WHOLE,
        openEnded,
      )
    } else addBreaths(builder, phases, counted, isStill ? 'hold' : 'phase', form)
  }
}

/** A whole breath in two equal halves. */
function halves({ inSeconds, outSeconds }: BreathSeconds): BreathSeconds {
  const half = (inSeconds + outSeconds) / 2
  return { inSeconds: half, outSeconds: half }
}

/** One repetition, or one breath of a hold, phase by phase. */
function addBreaths(
  builder: TimelineBuilder,
  phases: readonly PhaseOfForm[],
  counted: Counted,
  kind: 'hold' | 'phase',
  form: Form,
): void {
  const isQuick = form.cautions.includes('quickBreathing')
  const breathNow = () => (form.evenBreath ? halves(builder.breathNow()) : builder.breathNow())
  let breath = breathNow()
  for (let index = 0; index < phases.length; index += 1) {
    const { phase, move, beginsBreath: begins } = phases[index]!
    if (begins) breath = breathNow()
    builder.push(
      kind,
      phaseSeconds(phase, breath, isQuick),
      counted,
      phase.breath,
      phase.cue,
      move,
      boundsOfPhase(index, phases.length),
      false,
    )
  }
}
