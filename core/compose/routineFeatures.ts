import { ARC_PARTS, AREAS, isClosingPart, mostEffort, type ArcPart, type Area } from '../forms'
import { activeSteps, stirs } from '../routine'
import { compileTimeline, type CompileInput } from '../timeline'
import { askedBy, isForEvening } from './checkRoutine'

/** What a routine is, for whoever chooses among many; seconds and efforts are the Timeline's. */
export interface RoutineFeatures {
  totalSeconds: number
  /** Of the exercises before the closing. */
  movingSeconds: number
  closingSeconds: number
  /** The parts of the arc that it has. */
  parts: ArcPart[]
  /** Seconds of what asks the legs, each as often as it asks (0 to 3). */
  legsLoad: number
  /** Areas that it works on before the closing, and for how many seconds each. */
  areas: Area[]
  areaSeconds: Partial<Record<Area, number>>
  /** The most that it asks of any part of the body, 0 to 3. */
  mostEffort: number
  /** It has forms of waking, such as shaking; it stirs too much for the end of a day; it is done sitting throughout; it is called an evening's. */
  wakes: boolean
  stirs: boolean
  seated: boolean
  forEvening: boolean
}

/** Throws as compiling does. */
export function routineFeatures(input: CompileInput): RoutineFeatures {
  const { occurrences, totalSeconds } = compileTimeline(input)
  const known = new Map(input.forms.map((form) => [form.id, form]))
  const secondsOf = (those: typeof occurrences) => those.reduce((sum, { bodySeconds }) => sum + bodySeconds, 0)
  const moving = occurrences.filter(({ part }) => !isClosingPart(part))
  const areaSeconds: RoutineFeatures['areaSeconds'] = {}
  for (const { formId, bodySeconds } of moving)
    for (const area of known.get(formId)?.areas ?? []) areaSeconds[area] = (areaSeconds[area] ?? 0) + bodySeconds
  const steps = activeSteps(input.routine).flatMap((step) => {
    const form = known.get(step.formId)
    return form ? [{ form, asks: askedBy(step, form, input) }] : []
  })
  return {
    totalSeconds,
    movingSeconds: secondsOf(moving),
    closingSeconds: secondsOf(occurrences.filter(({ part }) => isClosingPart(part))),
    parts: ARC_PARTS.filter((each) => occurrences.some(({ part }) => part === each)),
    legsLoad: occurrences.reduce((sum, { bodySeconds, effort }) => sum + bodySeconds * effort.legs, 0),
    areas: AREAS.filter((area) => area in areaSeconds),
    areaSeconds,
    mostEffort: Math.max(0, ...occurrences.map(({ effort }) => mostEffort(effort))),
    wakes: moving.some(({ part }) => part === 'wake'),
    stirs: steps.some(({ form: { counting }, asks }) =>
      stirs({ beatsPerMinute: counting.by === 'beats' ? counting.beatsPerMinute : null, asks }),
    ),
    seated: steps.length > 0 && steps.every(({ asks }) => !asks.includes('standing')),
    forEvening: isForEvening(input.routine),
  }
}
