import {
  FIVE_PHASES,
  type Choices,
  type Effort,
  type Form,
  type HouseRules,
  type MeetingMove,
  type Move,
  type Phase,
  type Stance,
  type Way,
} from './types'
import { inMyWords, spokenNotesOf } from './wording'

/**
 * The way that holds for a form: the one that its step names, else the first that is given for it; undefined for the form as it is
 * taught.
 */
export function wayFor(step: { formId: string; wayId?: string | null }, ways: readonly Way[]): Way | undefined {
  const named = step.wayId ? ways.find(({ id }) => id === step.wayId) : undefined
  return named ?? ways.find(({ formId }) => formId === step.formId)
}

/** A form as one person does it. */
export interface FormMyWay {
  form: Form
  /** What the way and the house rules choose, put together. */
  choices: Choices
  /** What is said before it begins, besides its name: the version, how the air goes, the eyes. */
  spokenNotes: string[]
}

const SWAPPED = { in: 'out', out: 'in', hold: 'hold', free: 'free' } as const
/** A hold that the form itself does not have is as short as those that forms usually have. */
const TOP_HOLD: Phase = { breath: 'hold', length: 0.25, cue: 'Stay' }
const MEETING_CHOICE: Record<MeetingMove, 'riseOn' | 'strikeOn' | 'roundOn'> = {
  rise: 'riseOn',
  strike: 'strikeOn',
  round: 'roundOn',
}

/**
 * The form with everything applied that the way, or else the house rules, choose: first the version, then the order of the
 * five phases, the breath that a movement meets, the holds at the top (where my in-breath ends), and at last the words.
 */
export function formMyWay(form: Form, way: Way | undefined, rules: HouseRules): FormMyWay {
  const choices: Choices = { ...rules, ...way?.choices }
  const swap = way?.swapBreath ?? meetsOtherBreath(form, choices)
  const moves = fromMyFirstPhase(form.moves, choices).map((move) => {
    let phases = move.phases
    if (swap) phases = phases.map((phase) => ({ ...phase, breath: SWAPPED[phase.breath] }))
    if (choices.topHold === 'leaveOut') phases = withoutTopHolds(phases)
    if (choices.topHold === 'hold') phases = withTopHolds(phases)
    return phases === move.phases ? move : { ...move, phases }
  })
  const version = form.versions.find(({ kind }) => kind === way?.version)
  const changed: Form = { ...form, moves, ...(version ? inVersion(form, version.kind) : {}) }
  if (version?.kind === 'seated') changed.moves = moves.map((move) => ({ ...move, stance: null }))
  return {
    form: inMyWords(changed, choices),
    choices,
    spokenNotes: [...(version?.change ? [version.change] : []), ...spokenNotesOf(changed, choices)],
  }
}

/** Whether the house does the form's movement on the other breath than it is written down for. */
function meetsOtherBreath({ meets }: Form, choices: Choices): boolean {
  if (!meets) return false
  const wanted = choices[MEETING_CHOICE[meets.what]]
  return wanted !== 'asTaught' && wanted !== meets.on
}

/** A chain of the five phases, begun where I begin it. Other chains stay as they are. */
function fromMyFirstPhase(moves: Move[], { firstPhase }: Choices): Move[] {
  if (firstPhase === 'asTaught' || moves.length < FIVE_PHASES.length) return moves
  if (moves.some(({ phaseOfFive }) => phaseOfFive === null)) return moves
  const first = moves.findIndex(({ phaseOfFive }) => phaseOfFive === firstPhase)
  return first <= 0 ? moves : [...moves.slice(first), ...moves.slice(0, first)]
}

function withoutTopHolds(phases: Phase[]): Phase[] {
  const kept: Phase[] = []
  for (const phase of phases) {
    if (phase.breath === 'hold' && kept.at(-1)?.breath === 'in') continue
    kept.push(phase)
  }
  return kept
}

function withTopHolds(phases: Phase[]): Phase[] {
  return phases.flatMap((phase, index) =>
    phase.breath === 'in' && phases[index + 1]?.breath === 'out' ? [phase, TOP_HOLD] : [phase],
  )
}

/** What a version changes besides the words: the stance, and what it asks of the body. */
function inVersion({ effort }: Form, kind: NonNullable<Way['version']>): { stance?: Stance; effort: Effort } {
  switch (kind) {
    case 'seated':
      return { stance: 'seated', effort: { ...effort, legs: 0, balance: 0 } }
    case 'supported':
      return { effort: { ...effort, balance: Math.min(1, effort.balance) } }
    case 'imagined':
      return { effort: { ...effort, shoulders: Math.min(1, effort.shoulders) } }
    case 'weighted':
      return { effort: { ...effort, shoulders: Math.min(3, effort.shoulders + 1) } }
  }
}
