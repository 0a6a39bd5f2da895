import {
  allowedCounts,
  ARC_PARTS,
  FIVE_PHASES,
  type Area,
  type FivePhase,
  effortInAll,
  isClosingPart,
  milderManner,
  nextCount,
  wayFor,
  type Caution,
  type Form,
} from '../forms'
import {
  areasToLoosen,
  changeGroup,
  closingShareWanted,
  changeStep,
  insertByPart,
  keepsClosing,
  removeEntry,
  stepFor,
  formIdsOf,
  stepsOf,
  suggestOrder,
  type Entry,
  type Finding,
  type NewId,
  type Layer,
  type Routine,
  type Step,
} from '../routine'
import { compileTimeline, totalsOf, type CompileInput } from '../timeline'

/** The routine with one finding mended, or null where nothing here can mend it. Throws as compiling does. */
export function mend(input: CompileInput, finding: Finding, newId: NewId): Routine | null {
  const { routine, forms } = input
  const form = formOfStep(input, finding.stepIds[0] ?? '')
  switch (finding.mend) {
    case 'addClosing':
      return lengthenClosing({ ...input, routine: addForms(input, ['gather', 'settle'], newId) })
    case 'lengthenClosing':
      return lengthenClosing(input)
    case 'evenSides': {
      const step = stepsOf(routine).find(({ id }) => id === finding.stepIds[0])
      if (!step || !form) return null
      const even = allowedCounts(form).find((count) => count >= step.count)
      return changeStep(routine, step.id, { count: even ?? step.count + 1 })
    }
    case 'addLoosening':
      return addForms(input, ['loosen', 'loosen'], newId, form ? areasToLoosen(form.effort) : [])
    case 'shorten': {
      const step = stepsOf(routine).find(({ id }) => id === finding.stepIds[0])
      if (!step || !form) return null
      const shorter = allowedCounts(form)
        .filter((count) => count < step.count)
        .findLast(
          (count) =>
            (finding.seconds * count) / step.count <= Math.max(finding.against, 1) || count === allowedCounts(form)[0],
        )
      return shorter === undefined ? null : changeStep(routine, step.id, { count: shorter })
    }
    case 'milder': {
      const step = stepsOf(routine).find(({ id }) => id === finding.stepIds[0])
      if (!step || !form || !finding.caution) return null
      return changeStep(routine, step.id, mannerFor(step, form, input, new Set([finding.caution.caution])))
    }
    case 'putBetween':
      return suggestOrder(routine, forms).routine
    case 'orderPhases':
      return phasesInOrder(input, finding.stepIds)
    case 'takeOutOfFlow':
    case 'bothDirections':
      return outOfGroup(routine, finding.stepIds[0] ?? '', finding.mend)
    default:
      return null
  }
}

/** A step's manner with these cautions taken away, and what its manner takes away already; nothing where that cannot be. */
export function mannerFor(
  step: Step,
  form: Form,
  { ways, rules }: CompileInput,
  concerns: ReadonlySet<Caution>,
): Partial<Pick<Step, 'manner' | 'layers'>> {
  const way = wayFor(step, ways)
  const milder = milderManner(form, way, rules, concerns)
  if (!milder) return {}
  const choices = { ...step.manner?.choices, ...milder.choices }
  const manner = { version: milder.version ?? step.manner?.version ?? null, choices }
  return step.layers ? { manner, ...withoutVersions(step.layers) } : { manner }
}

/** Layers that say nothing of a version: what is done mildly stays so to the end. */
function withoutVersions(layers: readonly Layer[]): Pick<Step, 'layers'> {
  const kept = layers
    .map(({ from, so: { version: _, ...so } }) => ({ from, so }))
    .filter(({ so }) => Object.keys(so).length > 0)
  return { layers: kept.length > 0 ? kept : undefined }
}

function formOfStep({ routine, forms }: CompileInput, stepId: string): Form | undefined {
  const step = stepsOf(routine).find(({ id }) => id === stepId)
  return forms.find(({ id }) => id === step?.formId)
}

/** Add the first forms of these parts that are easy and not yet in it; those of some areas before others. */
function addForms(
  { routine, forms }: CompileInput,
  parts: readonly Form['part'][],
  newId: NewId,
  areas: readonly Area[] = [],
): Routine {
  const used = formIdsOf(routine)
  const fits = (form: Form) => Number(form.areas.some((area) => areas.includes(area)))
  return parts.reduce((changed, part) => {
    const easy = forms
      .filter((form) => form.part === part && !used.has(form.id))
      .sort((one, other) => fits(other) - fits(one) || effortInAll(one.effort) - effortInAll(other.effort))
    const form = easy[0]
    if (!form) return changed
    used.add(form.id)
    return insertByPart(changed, stepFor(form, newId()), ARC_PARTS)
  }, routine)
}

/** The five phases in the order of this house, in the places where they stand. */
function phasesInOrder({ routine, forms, rules }: CompileInput, stepIds: readonly string[]): Routine | null {
  const first = Math.max(0, FIVE_PHASES.indexOf(rules.firstPhase as FivePhase))
  const rank = (step: Step) => {
    const place = forms.find(({ id }) => id === step.formId)?.set?.place ?? 1
    return (place - 1 - first + FIVE_PHASES.length) % FIVE_PHASES.length
  }
  const isOne = (entry: Entry): entry is Step => entry.kind === 'step' && stepIds.includes(entry.id)
  const inOrder = routine.entries.filter(isOne).sort((one, other) => rank(one) - rank(other))
  // Pieces that stand in groups are the person's to order.
  if (inOrder.length !== stepIds.length) return null
  const next = inOrder.values()
  return { ...routine, entries: routine.entries.map((entry) => (isOne(entry) ? next.next().value! : entry)) }
}

/** Lengthen the closing step by step, the last one first, until its share is enough or all are at their most. */
function lengthenClosing(input: CompileInput): Routine {
  let { routine } = input
  const wanted = closingShareWanted(input.routine, input.rules)
  for (;;) {
    const totals = totalsOf(compileTimeline({ ...input, routine }))
    if (keepsClosing(totals, wanted)) return routine
    const next = stepsOf(routine)
      .filter(({ part, off, pinned }) => isClosingPart(part) && !off && !pinned)
      .toReversed()
      .flatMap((step) => {
        const form = input.forms.find(({ id }) => id === step.formId)
        const more = form ? nextCount(form, step.count, 1) : step.count
        return more === step.count ? [] : [{ step, more }]
      })[0]
    if (!next) return routine
    routine = changeStep(routine, next.step.id, { count: next.more })
  }
}

/** A step taken out of its flow stands alone before it; a group of one direction is done in both. */
function outOfGroup(routine: Routine, stepId: string, how: 'takeOutOfFlow' | 'bothDirections'): Routine | null {
  const index = routine.entries.findIndex(
    (entry) => entry.kind === 'group' && entry.steps.some(({ id }) => id === stepId),
  )
  const group = routine.entries[index]
  if (group?.kind !== 'group') return null
  if (how === 'bothDirections') return changeGroup(routine, group.id, { pattern: 'directions' })
  const step = group.steps.find(({ id }) => id === stepId)!
  const without = removeEntry(routine, stepId)
  return { ...without, entries: without.entries.toSpliced(index, 0, step) }
}
