import { memoByObject } from '../basics'
import {
  formMyWay,
  plainWay,
  seated,
  wayFor,
  withBreathSwapped,
  withManner,
  type Form,
  type FormMyWay,
  type HouseRules,
  type VersionKind,
  type Way,
} from '../forms'
import type { BuildStage, SoHere } from '../routine'
import type { Performance } from './performances'
import { phasesOf, type PhaseOfForm } from './phases'
import type { PracticeSetting } from './types'

/** How a form is done in one performance, or in a unit of it. */
export interface ResolvedForm extends FormMyWay {
  phases: readonly PhaseOfForm[]
  stage: BuildStage
  version: VersionKind | null
  weightKg: number | null
  breathTurned: boolean
}

/**
 * How a form is done where layers say something (null where none do): in which way, version and stage. Who sits because sitting was asked
 * for in the session stays seated, whatever a layer says.
 */
export function formThere(
  performance: Performance,
  form: Form,
  setting: PracticeSetting,
  so: SoHere | null,
): ResolvedForm {
  const { step, stage: asked, pattern } = performance
  const sitsToday = asked === 'seated' && pattern !== 'buildUp'
  const stage = so?.stage === 'watch' || asked === 'whole' ? (so?.stage ?? asked) : asked
  const mine = wayFor(step, setting.ways)
  const layered = so?.version && !sitsToday ? withManner(form.id, mine, { version: so.version, choices: {} }) : mine
  const sits = (sitsToday || stage === 'seated') && form.versions.some(({ kind }) => kind === 'seated')
  // An imagined version stays imagined when seated: the seated version would move the arm again.
  const imagines = layered?.version === 'imagined' && form.versions.some(({ kind }) => kind === 'imagined')
  const posed =
    sits && !imagines ? { ...(layered ?? plainWay('seated', form.id)), version: 'seated' as const } : layered
  const way = so?.swapBreath ? withBreathSwapped(form, posed, setting.rules) : posed
  const mineHere = knownFormMyWay(form, way, setting.rules)
  const made = withCues(sits && imagines ? onSeat(mineHere) : mineHere, so?.cues ?? [])
  const version = form.versions.find(({ kind }) => kind === way?.version)?.kind ?? null
  const how = { stage, version, weightKg: way?.weightKg ?? null, breathTurned: so?.swapBreath ?? false }
  return so ? { ...withStances(made), ...how } : { ...made, ...how }
}

/** Movements under the words that a layer gives to their phases, in order; without any, as they are. */
function withCues(made: FormAndPhases, cues: readonly string[]): FormAndPhases {
  if (cues.length === 0) return made
  let at = 0
  const moves = made.form.moves.map((move) => ({
    ...move,
    phases: move.phases.map((phase) => ({ ...phase, cue: cues[at++] || phase.cue })),
  }))
  const form = { ...made.form, moves }
  return { ...made, form, phases: phasesOf(form) }
}

/** The same done sitting, with all else as it is. */
function onSeat(made: FormAndPhases): FormAndPhases {
  const form = seated(made.form)
  return { ...made, form, phases: phasesOf(form) }
}

/** Where the manner changes within a step, each move says how one stands. */
function withStances(made: FormAndPhases): FormAndPhases {
  const { stance } = made.form
  const phases = made.phases.map((each) => ({ ...each, move: { ...each.move, stance: each.move.stance ?? stance } }))
  return { ...made, phases }
}

type FormAndPhases = FormMyWay & { phases: readonly PhaseOfForm[] }
/** Searches ask for the same form again and again. */
const knownFormMyWay = memoByObject((form: Form, way: Way | undefined, rules: HouseRules): FormAndPhases => {
  const myWay = formMyWay(form, way, rules)
  return { ...myWay, phases: phasesOf(myWay.form) }
})

/** The same for each unit of a performance: units of which the layers say the same are done the same way. */
export function formsThere(
  performance: Performance,
  form: Form,
  setting: PracticeSetting,
): (so: SoHere | null) => ResolvedForm {
  const known = new Map<string, ResolvedForm>()
  let plain: ResolvedForm | null = null
  return (so) => {
    if (!so) return (plain ??= formThere(performance, form, setting, null))
    const key = `${so.stage} ${so.version} ${so.swapBreath} ${so.cues?.join('/') ?? ''}`
    const there = known.get(key) ?? formThere(performance, form, setting, so)
    known.set(key, there)
    return there
  }
}
