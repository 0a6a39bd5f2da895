import { memoByObject } from '../basics'
import { plainWay } from './blank'
import {
  FIVE_PHASES,
  type Choices,
  type Form,
  type HouseRules,
  type Manner,
  type MeetingMove,
  type Move,
  type Phase,
  type VersionKind,
  type Way,
} from './types'
import { inMyWords, spokenNotesOf } from './wording'

/** What of a step says how its form is done. */
interface HowDone {
  formId: string
  wayId?: string | null
  manner?: Manner
}

/**
 * The way that holds for a form: the one that its step names, else the first of my own that is given for it, changed as the step asks;
 * undefined for the form as it is taught.
 */
export function wayFor(step: HowDone, ways: readonly Way[]): Way | undefined {
  const named = step.wayId ? ways.find(({ id }) => id === step.wayId) : undefined
  const mine = named ?? ways.find(({ formId, onlyWhereNamed }) => formId === step.formId && !onlyWhereNamed)
  return step.manner ? knownWithManner(step.manner, step.formId, mine) : mine
}

/** A way as it is in one place; undefined stays the form as it is taught. */
export function withManner(
  formId: string,
  way: Way | undefined,
  { version, choices, weightKg }: Manner,
): Way | undefined {
  if (version === null && weightKg === undefined && Object.keys(choices).length === 0) return way
  const mine = way ?? plainWay(`${formId}-here`.slice(-64), formId)
  const there = version === 'plain' ? null : version
  const weight = weightKg === undefined ? {} : { weightKg }
  const made = { ...mine, version: version === null ? mine.version : there, choices: { ...mine.choices, ...choices } }
  return { ...made, ...weight }
}

/** Searches ask for the same again and again, and know it by being the same. */
const knownWithManner = memoByObject((manner: Manner, formId: string, way: Way | undefined): Way | undefined =>
  withManner(formId, way, manner),
)

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
  const swap = swapsBreath(form, way, choices)
  const moves = fromMyFirstPhase(form.moves, choices).map((move) => {
    let phases = move.phases
    if (swap) phases = phases.map((phase) => ({ ...phase, breath: SWAPPED[phase.breath] }))
    if (choices.topHold === 'leaveOut') phases = withoutHolds(phases)
    if (choices.topHold === 'hold') phases = withTopHolds(phases)
    return phases === move.phases ? move : { ...move, phases }
  })
  const version = form.versions.find(({ kind }) => kind === way?.version)
  const changed = version ? inVersion({ ...form, moves }, version.kind) : { ...form, moves }
  return {
    form: inMyWords(changed, choices),
    choices,
    spokenNotes: [...(version?.change ? [version.change] : []), ...spokenNotesOf(changed, choices)],
  }
}

const swapsBreath = (form: Form, way: Way | undefined, choices: Choices) =>
  way?.swapBreath ?? meetsOtherBreath(form, choices)

/** A way with in and out taken the other way round than it has them. */
export function withBreathSwapped(form: Form, way: Way | undefined, rules: HouseRules): Way {
  const swapBreath = !swapsBreath(form, way, { ...rules, ...way?.choices })
  return { ...(way ?? plainWay(`${form.id}-here`.slice(-64), form.id)), swapBreath }
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

/** A hold is a hold, after the in-breath or after the out-breath: whoever leaves it out leaves it out wherever it stands. */
function withoutHolds(phases: Phase[]): Phase[] {
  const kept = phases.filter(({ breath }) => breath !== 'hold')
  return kept.length > 0 ? kept : phases
}

function withTopHolds(phases: Phase[]): Phase[] {
  return phases.flatMap((phase, index) =>
    phase.breath === 'in' && phases[index + 1]?.breath === 'out' ? [phase, TOP_HOLD] : [phase],
  )
}

/** A form in a version: what that changes besides the words, the stance, and what it asks of the body. */
function inVersion(form: Form, kind: VersionKind): Form {
  const { effort } = form
  switch (kind) {
    case 'seated':
      return seated(form)
    case 'higher':
      return { ...form, effort: { ...effort, legs: Math.min(1, effort.legs) } }
    case 'supported':
      return { ...form, effort: { ...effort, balance: Math.min(1, effort.balance) } }
    case 'imagined':
      return { ...form, effort: { ...effort, shoulders: Math.min(1, effort.shoulders) } }
    case 'weighted':
      return { ...form, effort: { ...effort, shoulders: Math.min(3, effort.shoulders + 1) } }
  }
}

/** A form done sitting: all of its moves, and nothing asked of the legs. */
export function seated(form: Form): Form {
  const moves = form.moves.map((move) => ({ ...move, stance: null }))
  return { ...form, moves, stance: 'seated', effort: { ...form.effort, legs: 0, balance: 0 } }
}

/** A form as a step does it, as far as its version goes. */
export function inManner(form: Form, manner: Manner | undefined): Form {
  const version = form.versions.find(({ kind }) => kind === manner?.version)
  return version ? inVersion(form, version.kind) : form
}
