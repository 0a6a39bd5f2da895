import { memoByObject } from '../basics'
import {
  COUNT_UNITS,
  isClosingPart,
  type Choices,
  type Form,
  type HouseRules,
  type SideOrder,
  type Stance,
} from '../forms'
import { overridesAt, type BuildStage, type Routine } from '../routine'
import { TimelineBuilder } from './builder'
import { performancesOf, piecesOf, type Performance } from './performances'
import { companionsHere } from './companions'
import { formsThere } from './manners'
import { addRepetitions } from './repetitions'
import {
  MOST_SEGMENTS,
  NO_CHANGE,
  TooLongError,
  UnknownFormError,
  type CompileInput,
  type CountChange,
  type Occurrence,
  type ScheduleItem,
  type ScheduleSetting,
  type Segment,
  type SideCounts,
  type Timeline,
} from './types'
import { countsBySide, isWatched, layeredUnits, unitAfter, unitsInOrder, type Unit } from './units'

/** The schedule of a routine of these forms as planned. */
export function scheduleOf(routine: Routine, forms: readonly Form[]): ScheduleItem[] {
  return performancesOf(routine, forms).map((performance, id) => scheduleItem(id, performance))
}

/** The schedule of one entry in its routine, with what lies between it and the next entry. */
export function scheduleOfEntry(routine: Routine, forms: readonly Form[], entryId: string): ScheduleItem[] {
  const piece = piecesOf(routine, forms).find((each) => each.entryId === entryId)
  return (piece?.performances ?? []).map((performance, id) => scheduleItem(id, performance))
}

/** A performance of which nothing has been done and nothing is known but the plan. */
export function scheduleItem(id: number, performance: Performance): ScheduleItem {
  const nothingDone = { actualSeconds: {}, abandoned: null, doneUnits: 0, doneMoves: 0, doneSeconds: 0 }
  return { id, performance, change: NO_CHANGE, moveChanges: [], ...nothingDone }
}

/**
 * Compile a routine at my pace into a session on one time axis. Pure: the same input always gives the same Timeline.
 * Throws `UnknownFormError` when the routine names a form that is not in `forms`.
 */
export function compileTimeline(input: CompileInput): Timeline {
  return compileSchedule(scheduleOf(input.routine, input.forms), input)
}

/** Compile a session's schedule, as far as it has been done and as it is to go on. Throws as `compileTimeline` does. */
export function compileSchedule(schedule: readonly ScheduleItem[], setting: ScheduleSetting): Timeline {
  const builder = new TimelineBuilder(setting.pace, setting.rules, true, setting.paceScales ?? [])
  const { occurrences } = layOut(builder, schedule, setting, null)
  return { segments: builder.segments, occurrences, totalSeconds: builder.nowSeconds }
}

/** Where in a session a piece of it begins: the time, and the stance in which one stands (null at the very start). */
export interface StartingPoint {
  atSeconds: number
  stance: Stance | null
}

/** What a piece of a session takes when it begins somewhere, and where it leaves one. */
export interface PieceLength {
  movingSeconds: number
  closingSeconds: number
  /** How many segments it has; the work of measuring it grows with them. */
  segments: number
  after: StartingPoint
}

/**
 * The length of a piece of a session that begins at a time and in a stance, without laying out its segments: the same figures
 * as compiling the whole gives, for searches that ask many thousand times. Throws as compiling does.
 */
export function measurePiece(input: CompileInput, from: StartingPoint): PieceLength {
  return measureSchedule(scheduleOf(input.routine, input.forms), input, from)
}

/** The same for a piece of a schedule. */
export function measureSchedule(
  schedule: readonly ScheduleItem[],
  setting: ScheduleSetting,
  from: StartingPoint,
): PieceLength {
  const builder = new TimelineBuilder(setting.pace, setting.rules, false, setting.paceScales ?? [])
  builder.nowSeconds = from.atSeconds
  const { occurrences, stance } = layOut(builder, schedule, setting, from)
  const closingSeconds = occurrences.reduce(
    (sum, { part, lengthSeconds }) => sum + (isClosingPart(part) ? lengthSeconds : 0),
    0,
  )
  const movingSeconds = builder.nowSeconds - from.atSeconds - closingSeconds
  return { movingSeconds, closingSeconds, segments: builder.pushed, after: { atSeconds: builder.nowSeconds, stance } }
}

/** Forms by their ids: searches lay out the same forms many thousand times. */
const formsById = memoByObject(
  (forms: readonly Form[]): ReadonlyMap<string, Form> => new Map(forms.map((form) => [form.id, form])),
)

/** Lay a schedule out in time. `from` is null for a whole session, which begins with its lead-in. */
function layOut(
  builder: TimelineBuilder,
  schedule: readonly ScheduleItem[],
  setting: ScheduleSetting,
  from: StartingPoint | null,
): { occurrences: Occurrence[]; stance: Stance | null } {
  const forms = formsById(setting.forms)
  const occurrences: Occurrence[] = []
  let stance: Stance | null = from?.stance ?? null
  for (const item of schedule) {
    const { step } = item.performance
    const form = forms.get(step.formId)
    if (!form) throw new UnknownFormError(step.id, step.formId)
    const first = occurrences.length === 0 && stance === null
    const laid = layOutItem(builder, item, form, setting, { index: occurrences.length, first, stance })
    occurrences.push(laid.occurrence)
    stance = laid.stance
  }
  return { occurrences, stance }
}

/** One item of a schedule, from its announcement to the rest after it; and the stance in which it leaves one. */
function layOutItem(
  builder: TimelineBuilder,
  item: ScheduleItem,
  known: Form,
  setting: ScheduleSetting,
  here: { index: number; first: boolean; stance: Stance | null },
): { occurrence: Occurrence; stance: Stance | null } {
  const { performance, abandoned } = item
  const { step } = performance
  const thereFor = formsThere(performance, known, setting)
  const { layers } = step
  const { choices } = thereFor(null)
  const counts = countsOfPerformance(known, performance, choices, item.change)
  const taken = unitsInOrder(known, counts)
  const all = layers ? layeredUnits(taken, layers, performance, counts[1]?.side) : taken
  const units = all.slice(unitAfter(all, item.doneUnits))
  const begins = thereFor(units[0]?.so ?? null)
  const { form, stage, spokenNotes } = begins
  builder.mirrored = choices.cueSides === 'mirrored'
  builder.ratio = performance.ratio ?? null
  builder.paceScale = performance.paceScale
  if (builder.pushed + units.length * form.moves.length > MOST_SEGMENTS) throw new TooLongError(step.id)

  const startSeconds = builder.nowSeconds
  const firstSide = units[0]?.side ?? 'none'
  builder.begin(item, here.index)
  builder.leadAs(begins)
  builder.add('announce', announcementSeconds(performance, setting.rules, here.first), firstSide, form.name)
  const takenStance = form.moves[0]!.stance ?? form.stance
  const changesStance = here.stance !== null && here.stance !== takenStance
  builder.add('stanceChange', changesStance ? setting.rules.stanceChangeSeconds : 0, firstSide, form.name)
  const begun = abandoned === null || abandoned.slot >= builder.slot

  const bodyStartSeconds = builder.nowSeconds
  addRepetitions(builder, thereFor, all, item, step.part === 'settle')
  const bodySeconds = builder.nowSeconds - bodyStartSeconds
  builder.paceScale = 1
  builder.ratio = null
  builder.leadAs(begins)
  builder.addRest(performance.restBreaths)

  const occurrence: Occurrence = {
    index: here.index,
    stepId: step.id,
    groupId: performance.groupId,
    pattern: performance.pattern,
    stage,
    announce: performance.announce,
    isBetween: performance.isBetween ?? false,
    version: begins.version,
    weightKg: begins.version === 'weighted' ? begins.weightKg : null,
    abandoned: abandoned?.why ?? null,
    round: performance.round,
    rounds: performance.rounds,
    formId: form.id,
    formName: form.name,
    part: step.part,
    stance: takenStance,
    formStance: form.stance,
    sideNames: standsOnOneLeg(form) && isSided(form.sides) ? (form.sideNames ?? 'movingLeg') : null,
    spokenNotes: stage === 'whole' ? spokenNotes : [STAGE_NOTES[stage], ...spokenNotes],
    counting: form.counting.by,
    sideOrder: form.sides,
    effort: stage === 'whole' || stage === 'movement' ? form.effort : { ...form.effort, legs: 0, balance: 0 },
    reminders: form.reminders,
    companions: companionsHere(known, setting.companions),
    counts:
      performance.stage === 'watch'
        ? counts.map(({ side }) => ({ side, count: 0 }))
        : stillAsked(form, counts, item, units),
    startSeconds,
    turnsAtSeconds: layers ? turnsOf(builder.segments, here.index, units) : [],
    lengthSeconds: builder.nowSeconds - startSeconds,
    bodyStartSeconds,
    bodySeconds,
  }
  const last = thereFor(units.at(-1)?.so ?? null).form
  return { occurrence, stance: begun ? (last.moves.at(-1)!.stance ?? last.stance) : here.stance }
}

/** Where in an occurrence its layers say something else than before. */
function turnsOf(segments: readonly Segment[], occurrence: number, units: readonly Unit[]): number[] {
  const begun = segments.filter(
    (segment) => segment.occurrence === occurrence && segment.beginsRepetition && segment.kind !== 'rest',
  )
  const said = units.map(({ so }) => JSON.stringify(so))
  return begun
    .filter((_, index) => index > 0 && said[index] !== said[index - 1])
    .map(({ startSeconds }) => startSeconds)
}

/** How long the form is announced: the very first one at least for the lead-in, a part of something larger shortly or not at all. */
function announcementSeconds({ announce }: Performance, rules: HouseRules, first: boolean): number {
  if (first) return Math.max(rules.announceSeconds, rules.leadInSeconds)
  if (announce === 'none' || announce === 'name' || announce === 'foretold') return 0
  return announce === 'short' ? Math.min(rules.announceSeconds, rules.sideChangeSeconds) : rules.announceSeconds
}

/** What of the counts is still to be done in an item that resumes where another was abandoned. */
function stillAsked(form: Form, counts: SideCounts, item: ScheduleItem, units: readonly Unit[]): SideCounts {
  const plain = item.doneUnits === 0 && item.doneSeconds === 0 && !units.some(isWatched)
  if (plain) return counts
  const inSeconds = COUNT_UNITS[form.counting.by] === 'seconds'
  return counts.map(({ side }) => {
    const ofSide = units.filter((unit) => unit.side === side && !isWatched(unit))
    const done = units[0]?.side === side ? item.doneSeconds : 0
    return { side, count: inSeconds ? ofSide.reduce((sum, { seconds }) => sum + seconds, 0) - done : ofSide.length }
  })
}

const isSided = (sides: SideOrder) => sides === 'alternate' || sides === 'oneThenOther'
const standsOnOneLeg = ({ stance, moves }: Form) =>
  stance === 'oneLeg' || moves.some((move) => move.stance === 'oneLeg')

const STAGE_NOTES: Record<Exclude<BuildStage, 'whole'>, string> = {
  watch: 'Watch a round',
  handsOnly: 'Hands only',
  seated: 'Sitting',
  movement: 'Only the movement, the breath as it comes',
}

/** The counts of a step as it is performed: all of it, once, or only on one side. */
function countsOfPerformance(form: Form, performance: Performance, { firstSide }: Choices, change: CountChange) {
  const once = form.countScope === 'inAll' && form.sides !== 'none' ? 2 : 1
  const inSeconds = COUNT_UNITS[form.counting.by] === 'seconds'
  const { step, round, stage, once: isOnce } = performance
  const countOn = (onSecondSide: boolean) =>
    (step.layers && overridesAt(step.layers, { repetition: 1, round, stage, onSecondSide }).count) ?? step.count
  const [count, second] = isOnce
    ? Array<number>(2).fill(inSeconds ? form.counts.least : once)
    : [countOn(false), countOn(true)]
  const first = countsBySide(form, count!, firstSide, change)
  const counts = second === count ? first : [first[0]!, ...countsBySide(form, second!, firstSide, change).slice(1)]
  if (performance.sides === 'both' || counts.length === 1) return counts
  const kept = performance.sides === 'first' ? 0 : 1
  return counts.map((each, index) => (index === kept ? each : { ...each, count: 0 }))
}
