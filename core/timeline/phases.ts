import type { Form, Move, Phase } from '../forms'
import type { Place } from './builder'
import type { MoveChange } from './types'

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

/** A phase of a form with its move and its place there, and whether a breath begins with it. */
export interface PhaseOfForm {
  phase: Phase
  move: Move
  beginsBreath: boolean
  /** How long the whole out-breath is that an out phase belongs to, in its unit: all that follow one another. */
  outLength: number
  /** The counts of the longest out-breath of the form that is written in counts; 0 without one. */
  mostOutCounts: number
  place: Place
}

/** The length of the out phases that follow one another around this one; 0 where it is none. */
function outLengthAt(phases: readonly Phase[], index: number): number {
  const isOther = ({ breath, unit }: Phase) => breath !== 'out' || unit !== phases[index]!.unit
  if (isOther(phases[index]!)) return 0
  const from = phases.slice(0, index).findLastIndex(isOther) + 1
  const to = phases.findIndex((phase, at) => at > index && isOther(phase))
  return phases.slice(from, to < 0 ? undefined : to).reduce((sum, { length }) => sum + length, 0)
}

/** How often a move is done in a row, with what one asked for besides; never less than once. */
const timesOf = ({ times = 1 }: Move, index: number, changes: readonly MoveChange[]) =>
  Math.max(
    1,
    changes.reduce((sum, { move, more }) => sum + (move === index ? more : 0), times),
  )

/** The phases of a form in their order, each move as often as it is done. */
export function phasesOf(form: Form, changes: readonly MoveChange[] = []): PhaseOfForm[] {
  const laid = form.moves.flatMap((move, moveIndex) => {
    const times = timesOf(move, moveIndex, changes)
    const isInside = form.moves.length > 1 || times > 1
    return Array.from({ length: times }, (_, done) =>
      move.phases.map((phase, index) => ({
        phase,
        move,
        moveIndex,
        moveRepetition: isInside ? done + 1 : 0,
        moveRepetitions: isInside ? times : 0,
        endsMove: index === move.phases.length - 1,
      })),
    ).flat()
  })
  const bare = laid.map(({ phase }) => phase)
  const outLengths = bare.map((_, index) => outLengthAt(bare, index))
  const mostOutCounts = Math.max(0, ...outLengths.filter((_, index) => bare[index]!.unit === 'counts'))
  return laid.map(({ phase, move, ...inside }, index) => ({
    phase,
    move,
    beginsBreath: beginsBreath(bare, index),
    outLength: outLengths[index]!,
    mostOutCounts,
    place: { ...inside, begins: index === 0, ends: index === laid.length - 1 },
  }))
}
