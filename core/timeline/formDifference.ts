import { dequal } from 'dequal/lite'
import type { Pace } from '../breath'
import type { BreathKind, Form, HouseRules, Side, Way } from '../forms'
import { routineOfOne } from '../routine'
import { compileTimeline } from './compile'
import { isBody } from './moment'
import type { Timeline } from './types'

/** One phase as it is heard: its breath, cue and length. */
export interface HeardPhase {
  breath: BreathKind
  cue: string
  seconds: number
}

/** How a form goes, as far as a way or a house rule can change it. */
export interface FormDescription {
  /** The first repetition (or what stands for one). */
  phases: HeardPhase[]
  spokenNotes: string[]
  /** The side on which it begins, as the cue names it. */
  firstSaidSide: Side
  /** The form alone at its usual count, announcement and rest left out. */
  seconds: number
}

/** What another way, or other house rules, make of a form. */
export interface FormDifference {
  formId: string
  formName: string
  before: FormDescription
  after: FormDescription
}

/** A choice of way and rules under which a form is done. */
export interface WayAndRules {
  way: Way | undefined
  rules: HouseRules
}

/** A form alone, at its usual count or another, at my pace. Throws as compiling does. */
export function compileAlone(form: Form, { way, rules }: WayAndRules, pace: Pace, count?: number): Timeline {
  return compileTimeline({ routine: routineOfOne(form, count), forms: [form], ways: way ? [way] : [], pace, rules })
}

/** How a form goes under a way and rules. */
export function describeForm(form: Form, under: WayAndRules, pace: Pace): FormDescription {
  const { segments, occurrences } = compileAlone(form, under, pace)
  const body = segments.filter(isBody)
  const end = body.findIndex(({ endsRepetition }) => endsRepetition)
  return {
    phases: body
      .slice(0, end + 1)
      .map(({ breath, cue, lengthSeconds }) => ({ breath, cue, seconds: Math.round(lengthSeconds * 100) / 100 })),
    spokenNotes: occurrences[0]!.spokenNotes,
    firstSaidSide: body[0]?.saidSide ?? 'none',
    seconds: occurrences[0]!.bodySeconds,
  }
}

/** What changes in a form between two ways of performance it; null when nothing that is seen or heard does. */
export function formDifference(form: Form, before: WayAndRules, after: WayAndRules, pace: Pace): FormDifference | null {
  const was = describeForm(form, before, pace)
  const will = describeForm(form, after, pace)
  if (dequal(was, will)) return null
  return { formId: form.id, formName: form.name, before: was, after: will }
}
