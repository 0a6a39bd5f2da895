import type { BreathSeconds } from '../breath'
import {
  doneMyWay,
  COUNT_UNITS,
  CLOSING_PARTS,
  plainWay,
  stationAt,
  stationOfHold,
  stationsOf,
  type Form,
  type FormMyWay,
  type HouseRules,
  type Phase,
  type Stance,
  type Way,
} from '../forms'
import type { Routine } from '../routine'
import { Axis, type Counted } from './axis'
import { doingsOf, type Doing } from './doings'
import {
  MOST_SEGMENTS,
  NO_CHANGE,
  TooLongError,
  UnknownFormError,
  type CompileInput,
  type CountChange,
  type CourseItem,
  type CourseSetting,
  type Occurrence,
  type SideCounts,
  type Timeline,
} from './types'
import { countsBySide, unitsInOrder, type Unit } from './units'

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

function phaseSeconds(phase: Phase, breath: BreathSeconds): number {
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

/** The course of a routine as planned. */
export function courseOf(routine: Routine): CourseItem[] {
  return doingsOf(routine).map((doing, id) => courseItem(id, doing))
}

/** A doing of which nothing has been done and nothing is known but the plan. */
export function courseItem(id: number, doing: Doing): CourseItem {
  return { id, doing, change: NO_CHANGE, lived: {}, left: null, doneUnits: 0, doneSeconds: 0 }
}

/**
 * Compile a routine at my pace into a session on one time axis. Pure: the same input always gives the same Timeline.
 * Throws `UnknownFormError` when the routine names a form that is not in `forms`.
 */
export function compileTimeline(input: CompileInput): Timeline {
  return compileCourse(courseOf(input.routine), input)
}

/** Compile a session's course, as far as it has been lived and as it is to go on. Throws as `compileTimeline` does. */
export function compileCourse(course: readonly CourseItem[], setting: CourseSetting): Timeline {
  const axis = new Axis(setting.pace, setting.rules, true, setting.paceScales ?? [])
  const { occurrences } = layOut(axis, course, setting, null)
  return { segments: axis.segments, occurrences, totalSeconds: axis.nowSeconds }
}

/** Where in a session a piece of it begins: the time, and the stance in which one stands (null at the very start). */
export interface Standing {
  atSeconds: number
  stance: Stance | null
}

/** What a piece of a session takes when it begins somewhere, and where it leaves one. */
export interface PieceLength {
  movingSeconds: number
  closingSeconds: number
  after: Standing
}

/**
 * The length of a piece of a session that begins at a time and in a stance, without laying out its segments: the same figures
 * as compiling the whole gives, for searches that ask many thousand times. Throws as compiling does.
 */
export function measurePiece(input: CompileInput, from: Standing): PieceLength {
  return measureCourse(courseOf(input.routine), input, from)
}

/** The same for a piece of a course. */
export function measureCourse(course: readonly CourseItem[], setting: CourseSetting, from: Standing): PieceLength {
  const axis = new Axis(setting.pace, setting.rules, false, setting.paceScales ?? [])
  axis.nowSeconds = from.atSeconds
  const { occurrences, stance } = layOut(axis, course, setting, from)
  const closingSeconds = occurrences.reduce(
    (sum, { part, lengthSeconds }) => sum + (CLOSING_PARTS.includes(part) ? lengthSeconds : 0),
    0,
  )
  const movingSeconds = axis.nowSeconds - from.atSeconds - closingSeconds
  return { movingSeconds, closingSeconds, after: { atSeconds: axis.nowSeconds, stance } }
}

/** Lay a course on the axis. `from` is null for a whole session, which begins with its lead-in. */
function layOut(
  axis: Axis,
  course: readonly CourseItem[],
  setting: CourseSetting,
  from: Standing | null,
): { occurrences: Occurrence[]; stance: Stance | null } {
  const forms = new Map(setting.forms.map((form) => [form.id, form]))
  const ways = new Map(setting.ways.map((way) => [way.id, way]))
  const usualWays = new Map(setting.ways.toReversed().map((way) => [way.formId, way]))
  const { announceSeconds, leadInSeconds, sideChangeSeconds, stanceChangeSeconds } = setting.rules
  const ANNOUNCE = { full: announceSeconds, short: Math.min(announceSeconds, sideChangeSeconds), none: 0 }
  const occurrences: Occurrence[] = []
  let stance: Stance | null = from?.stance ?? null

  for (const item of course) {
    const { doing } = item
    const known = forms.get(doing.step.formId)
    if (!known) throw new UnknownFormError(doing.step.id, doing.step.formId)
    const ownWay = (doing.step.wayId ? ways.get(doing.step.wayId) : undefined) ?? usualWays.get(known.id)
    const way =
      doing.stage === 'seated' ? { ...(ownWay ?? plainWay('seated', known.id)), version: 'seated' as const } : ownWay
    const { form, choices, sayings } = madeMyWay(known, way, setting.rules)
    axis.mirrored = choices.cueSides === 'mirrored'
    axis.paceScale = doing.paceScale
    axis.watching = doing.stage === 'watch'
    const index = occurrences.length
    const counts = countsOfDoing(form, doing, choices.firstSide, item.change)
    const all = unitsInOrder(form, counts)
    const units = all.slice(item.doneUnits)

    if (axis.pushed + units.length * form.moves.length > MOST_SEGMENTS) throw new TooLongError(doing.step.id)

    const startSeconds = axis.nowSeconds
    const firstUnitSide = units[0]?.side ?? 'none'
    axis.begin(item, index)
    const first = index === 0 && (from === null || from.stance === null)
    axis.add(
      'announce',
      first ? Math.max(announceSeconds, leadInSeconds) : ANNOUNCE[doing.announce],
      firstUnitSide,
      form.name,
    )
    const takenStance = form.moves[0]!.stance ?? form.stance
    const changesStance = stance !== null && stance !== takenStance
    axis.add('stanceChange', changesStance ? stanceChangeSeconds : 0, firstUnitSide, form.name)
    const bodyPlace = axis.place
    const begun = item.left === null || item.left.place >= bodyPlace
    if (begun) stance = form.moves.at(-1)!.stance ?? form.stance

    const bodyStartSeconds = axis.nowSeconds
    addBody(axis, form, all, item, doing.step.part === 'settle')
    const bodySeconds = axis.nowSeconds - bodyStartSeconds
    axis.paceScale = 1
    axis.watching = false
    axis.addRest(doing.restBreaths)

    occurrences.push({
      index,
      stepId: doing.step.id,
      groupId: doing.groupId,
      pattern: doing.pattern,
      stage: doing.stage,
      version: way?.version ?? null,
      left: item.left?.why ?? null,
      round: doing.round,
      rounds: doing.rounds,
      formId: form.id,
      formName: form.name,
      part: doing.step.part,
      stance: takenStance,
      sayings: doing.stage === 'whole' ? sayings : [STAGE_SAYINGS[doing.stage], ...sayings],
      counting: form.counting.by,
      sideOrder: form.sides,
      effort: doing.stage === 'whole' ? form.effort : { ...form.effort, legs: 0, balance: 0 },
      reminders: form.reminders,
      counts:
        doing.stage === 'watch'
          ? counts.map(({ side }) => ({ side, count: 0 }))
          : stillAsked(form, counts, item, units),
      startSeconds,
      lengthSeconds: axis.nowSeconds - startSeconds,
      bodyStartSeconds,
      bodySeconds,
    })
  }
  return { occurrences, stance }
}

/** What of the counts is left to do in an item that takes up where another left off. */
function stillAsked(form: Form, counts: SideCounts, item: CourseItem, units: readonly Unit[]): SideCounts {
  if (item.doneUnits === 0 && item.doneSeconds === 0) return counts
  const inSeconds = COUNT_UNITS[form.counting.by] === 'seconds'
  return counts.map(({ side }) => {
    const ofSide = units.filter((unit) => unit.side === side)
    const done = units[0]?.side === side ? item.doneSeconds : 0
    return { side, count: inSeconds ? ofSide.reduce((sum, { seconds }) => sum + seconds, 0) - done : ofSide.length }
  })
}

/** What was last made of a form: searches ask for the same again and again. */
const lastMade = new WeakMap<Form, { way: Way | undefined; rules: HouseRules; made: FormMyWay }>()
function madeMyWay(form: Form, way: Way | undefined, rules: HouseRules): FormMyWay {
  const known = lastMade.get(form)
  if (known && known.way === way && known.rules === rules) return known.made
  const made = doneMyWay(form, way, rules)
  lastMade.set(form, { way, rules, made })
  return made
}

const STAGE_SAYINGS = { watch: 'Watch a round', handsOnly: 'Hands only', seated: 'Sitting' }

/** The counts of a step as it is done: all of it, once, or only on one side. */
function countsOfDoing(
  form: Form,
  doing: Doing,
  firstSide: 'left' | 'right',
  change: CountChange | undefined,
): SideCounts {
  const scope = doing.once && form.countScope === 'inAll' && form.sides !== 'none' ? 2 : 1
  const inSeconds = COUNT_UNITS[form.counting.by] === 'seconds'
  const count = doing.once ? (inSeconds ? form.counts.least : scope) : doing.step.count
  const counts = countsBySide(form, count, firstSide, change)
  if (doing.sides === 'both' || counts.length === 1) return counts
  const kept = doing.sides === 'first' ? 0 : 1
  return counts.map((each, place) => (place === kept ? each : { ...each, count: 0 }))
}

function addBody(axis: Axis, form: Form, units: readonly Unit[], item: CourseItem, settling: boolean): void {
  const phases = form.moves.flatMap((move) => move.phases.map((phase) => ({ phase, move })))
  const stations = stationsOf(form)
  const bare = phases.map(({ phase }) => phase)
  const breathBegins = bare.map((_, index) => beginsBreath(bare, index))

  units.forEach((unit, index) => {
    if (index < item.doneUnits) return
    const before = index > item.doneUnits ? units[index - 1] : undefined
    if (before && before.side !== unit.side && form.sides !== 'alternate') {
      axis.add('sideChange', axis.rules.sideChangeSeconds, unit.side, form.name)
    }
    const counted: Counted = {
      side: unit.side,
      repetition: unit.repetition,
      repetitions: unit.repetitions,
      leftOnSide: unit.repetitions - unit.repetition,
      leftInStep: units.length - 1 - index,
      level:
        form.counting.by === 'breathHold'
          ? stationOfHold(stations, unit.repetition, unit.repetitions)
          : stationAt(stations, unit.repetition),
    }
    switch (form.counting.by) {
      case 'time':
      case 'open': {
        const kind = settling ? 'settle' : 'hold'
        const { phase, move } = phases[0]!
        const seconds = index === item.doneUnits ? Math.max(0, unit.seconds - item.doneSeconds) : unit.seconds
        axis.push(kind, seconds, counted, 'free', phase.cue, move, true, form.counting.by === 'open')
        break
      }
      case 'beats': {
        const { phase, move } = phases[index % phases.length]!
        const beatSeconds = (60 / form.counting.beatsPerMinute) * axis.scaleNow()
        axis.push('phase', beatSeconds, counted, 'free', phase.cue, move, true, false)
        break
      }
      case 'breathRepetitions':
      case 'breathHold': {
        const kind = form.counting.by === 'breathHold' ? 'hold' : 'phase'
        let breath = axis.breathNow()
        for (let place = 0; place < phases.length; place += 1) {
          const { phase, move } = phases[place]!
          if (breathBegins[place]) breath = axis.breathNow()
          const ends = place === phases.length - 1
          axis.push(kind, phaseSeconds(phase, breath), counted, phase.breath, phase.cue, move, ends, false)
        }
        break
      }
    }
  })
}
