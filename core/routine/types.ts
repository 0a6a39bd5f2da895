import type { ArcPart, Form, Manner } from '../forms'
import type { BuildStage } from './buildStages'
import type { BreathRatio, Layer } from './layers'

/** One form in a routine. The unit of `count` and its scope (per side or in all) are the form's. */
export interface Step {
  kind: 'step'
  id: string
  formId: string
  wayId: string | null
  /** How it is done here, besides that way: in a version, or with other choices; left out where it is done as always. */
  manner?: Manner
  part: ArcPart
  count: number
  /** Whole breaths of rest after the step. */
  restBreaths: number
  /** May be dropped when time is short, and only then. */
  optional: boolean
  /** Stays as it is when the routine is fitted to a time. */
  pinned: boolean
  /** The count was set by hand: a fit leaves it, unless such counts are freed. */
  byHand?: boolean
  /** Left out for now, but kept in its place. */
  off: boolean
  /** What is so from some repetition, round, side or stage on. */
  layers?: Layer[]
}

/** What lies between pieces that follow one another, in place of the rest after each: a form, breaths of rest, or no stop at all. */
export type Between = { by: 'form'; formId: string; count: number } | { by: 'rest'; breaths: number } | { by: 'flow' }

export const PATTERNS = ['rounds', 'ladder', 'link', 'buildUp', 'directions', 'release', 'post'] as const
/**
 * How the steps of a group go together:
 * `rounds`: in their order, several times; `ladder`: up and down again; `link`: each alone, then one flowing into the other;
 * `buildUp`: each step in stages; `directions`: all one way (or on one side), then all the other; `release`: quick, still, slow;
 * `post`: positions of a stand, one after the other.
 */
export type Pattern = (typeof PATTERNS)[number]

/** Steps that are one piece, done several times over, with breaths of rest between the rounds. */
export interface Group {
  kind: 'group'
  id: string
  name: string
  pattern: Pattern
  /** The stages of a `buildUp`, in order; empty in other patterns. */
  stages: BuildStage[]
  rounds: number
  restBreaths: number
  between?: Between
  steps: Step[]
  optional: boolean
  pinned: boolean
  byHand?: boolean
  off: boolean
}

export type Entry = Step | Group

/** An ordered session: what is done, not yet how long it takes (that is the Timeline's to say). */
export interface Routine {
  id: string
  name: string
  /** What it is for, in the person's words. */
  purpose: string
  entries: Entry[]
  /** Least share of gathering and settling in this routine, 0 to 0.5; the house rule's where it is left out. */
  closingShare?: number
  /** Between its entries, up to the gathering. */
  between?: Between
  /** How the breath goes in all of it, where nothing else is said. */
  ratio?: BreathRatio
  /** Findings of the check that are not to be shown for this routine, by their key. */
  silenced: string[]
}

/** A routine as it was at a time, to return to. */
export interface RoutineVersion {
  id: string
  routineId: string
  /** ISO 8601 instant in UTC. */
  at: string
  routine: Routine
}

/** A step as the form suggests it: usual count, own part, one breath of rest. */
export function stepFor(form: Form, id: string): Step {
  return {
    kind: 'step',
    id,
    formId: form.id,
    wayId: null,
    part: form.part,
    count: form.counts.usual,
    restBreaths: 1,
    optional: false,
    pinned: false,
    off: false,
  }
}

/** A group of a pattern, with the rounds and rests that it usually has. */
export function groupFor(pattern: Pattern, id: string, name: string, steps: Step[]): Group {
  return {
    kind: 'group',
    id,
    name,
    pattern,
    stages: pattern === 'buildUp' ? ['watch', 'handsOnly', 'whole'] : [],
    rounds: pattern === 'rounds' ? 3 : 1,
    restBreaths: 1,
    steps,
    optional: false,
    pinned: false,
    off: false,
  }
}

/** A routine without steps. */
export function emptyRoutine(id: string, name: string): Routine {
  return { id, name, purpose: '', entries: [], silenced: [] }
}

/** A routine of one form alone, at its usual count. */
export function routineOfOne(form: Form, count = form.counts.usual): Routine {
  return { ...emptyRoutine('one-form', form.name), entries: [{ ...stepFor(form, 'only'), count, restBreaths: 0 }] }
}

/** The part of the arc in which an entry stands: a group stands where its first step does. */
export const partOf = (entry: Entry): ArcPart => (entry.kind === 'step' ? entry.part : (entry.steps[0]?.part ?? 'work'))

/** Every step once, in order, whether alone or in a group; those left out for now too. */
export function stepsOf(routine: Routine): Step[] {
  return routine.entries.flatMap((entry) => (entry.kind === 'step' ? [entry] : entry.steps))
}

/** A routine with each of its steps changed, whether alone or in a group. */
export function withEachStep(routine: Routine, change: (step: Step) => Step): Routine {
  const entries = routine.entries.map((entry) =>
    entry.kind === 'step' ? change(entry) : { ...entry, steps: entry.steps.map(change) },
  )
  return { ...routine, entries }
}

/** The ids of all forms that a routine names: in its steps, and between them. */
export function formIdsOf(routine: Routine): Set<string> {
  const groups = routine.entries.filter((entry) => entry.kind === 'group')
  const between = [routine, ...groups].flatMap(({ between }) => (between?.by === 'form' ? [between.formId] : []))
  return new Set([...stepsOf(routine).map(({ formId }) => formId), ...between])
}

/** Of some forms, those that a routine names. */
export function formsUsed(routine: Routine, forms: readonly Form[]): Form[] {
  const used = formIdsOf(routine)
  return forms.filter(({ id }) => used.has(id))
}

/** Every step that is done, in order. */
export function activeSteps(routine: Routine): Step[] {
  return routine.entries.flatMap((entry) => {
    if (entry.off) return []
    return entry.kind === 'step' ? [entry] : entry.steps.filter(({ off }) => !off)
  })
}
