import { isClosingPart, type Form } from '../forms'
import {
  stepFor,
  type Between,
  type BreathRatio,
  type BuildStage,
  type Group,
  type Pattern,
  type Routine,
  type Step,
} from '../routine'

/** A step as it is done once: where in its pattern, how announced, and how much of it. */
export interface Performance {
  step: Step
  groupId: string | null
  pattern: Pattern | null
  round: number
  rounds: number
  restBreaths: number
  /**
   * `short`: the next piece of one thing, said in the time of a side change; `none`: it flows on without a word; `name`: it flows on, and
   * its name is said as it begins; `foretold`: it takes no time of its own, as it is said during the piece before.
   */
  announce: 'full' | 'short' | 'none' | 'name' | 'foretold'
  /** Once (on each side) instead of the step's own count. */
  once: boolean
  /** Only the first or the second side, or both. */
  sides: 'both' | 'first' | 'second'
  stage: BuildStage
  /** Times as long as my breath. */
  paceScale: number
  /** How the breath goes in this routine, where that is said. */
  ratio?: BreathRatio
  /** It lies between two pieces. */
  isBetween?: boolean
}

/** A step done once through by itself. */
export const plainPerformance = (step: Step): Performance => ({
  step,
  groupId: null,
  pattern: null,
  round: 1,
  rounds: 1,
  restBreaths: step.restBreaths,
  announce: 'full',
  once: false,
  sides: 'both',
  stage: 'whole',
  paceScale: 1,
})

/** Quick to let go, still, then slow: how much of my breath a phase takes in each part of a release. Our choice. */
const RELEASE_SCALES = { first: 0.6, middle: 1, last: 1.4 }

/** All that is done in a routine of these forms, in order: patterns laid out, what is left out for now left out. */
export const performancesOf = (routine: Routine, forms: readonly Form[]): Performance[] =>
  piecesOf(routine, forms).flatMap(({ performances }) => performances)

/** What is done for each entry of a routine: itself, and what lies between it and the next. */
export function piecesOf(routine: Routine, forms: readonly Form[]): { entryId: string; performances: Performance[] }[] {
  const hasSides = ({ formId }: Step) => forms.find(({ id }) => id === formId)?.sides !== 'none'
  const pieces = routine.entries
    .filter(({ off }) => !off)
    .map((entry) => ({
      entryId: entry.id,
      performances: entry.kind === 'step' ? [plainPerformance(entry)] : performancesOfGroup(entry, forms, hasSides),
    }))
    .filter(({ performances }) => performances.length > 0)
  const closing = pieces.findIndex(({ performances }) => isClosingPart(performances[0]!.step.part))
  const before = pieces.slice(0, closing < 0 ? undefined : closing).map(({ performances }) => performances)
  const joined = withBetween(before, routine.between, routine.id, forms)
  const { ratio } = routine
  return pieces.map(({ entryId, performances }, index) => {
    const done = joined[index] ?? performances
    return { entryId, performances: ratio ? done.map((performance) => ({ ...performance, ratio })) : done }
  })
}

/** Pieces that follow one another, each with what lies between it and the next in place of the rest after it. */
function withBetween(
  pieces: readonly Performance[][],
  between: Between | undefined,
  ownerId: string,
  forms: readonly Form[],
): Performance[][] {
  if (!between) return [...pieces]
  const last = pieces.length - 1
  const form = between.by === 'form' ? forms.find(({ id }) => id === between.formId) : undefined
  const breaths = between.by === 'rest' ? between.breaths : 0
  const isSilent = between.by === 'rest' && breaths === 0
  return pieces.map((piece, index): Performance[] => {
    const isAnnounced = index === 0 || isSilent
    const begun = isAnnounced ? piece : piece.with(0, { ...piece[0]!, announce: ANNOUNCED_AFTER[between.by] })
    if (index === last) return begun
    const ending = begun.at(-1)!
    const ended = begun.with(-1, { ...ending, restBreaths: breaths })
    if (between.by !== 'form' || !form) return ended
    const id = `${ownerId.slice(0, 56)}-between`
    const step: Step = { ...stepFor(form, id), part: ending.step.part, count: between.count, restBreaths: 0 }
    const place = { round: index + 1, rounds: last, isBetween: true }
    // Said once: the first time only.
    const announce = index === 0 ? 'full' : 'none'
    return [...ended, { ...plainPerformance(step), ...place, announce }]
  })
}
/** How what follows is announced: during what lies between, or by its name alone. */
const ANNOUNCED_AFTER = { form: 'foretold', rest: 'foretold', flow: 'name' } as const

function performancesOfGroup(group: Group, forms: readonly Form[], hasSides: (step: Step) => boolean): Performance[] {
  const steps = group.steps.filter(({ off }) => !off)
  const learning = group.pattern === 'link' ? steps.map((step) => [plainPerformance(step)]) : []
  const rounds = Array.from({ length: group.rounds }, (_, done) =>
    oneRound(group, steps, hasSides).map((each): Performance[] => [{ ...each, round: done + 1, rounds: group.rounds }]),
  )
  const all = withBetween([...learning, ...rounds.flat()], group.between, group.id, forms).flat()
  return all.map((performance, index) => {
    const next = all.slice(index + 1).find(({ isBetween }) => !isBetween)
    const endsRound = !performance.isBetween && next !== undefined && next.round > performance.round
    const restBreaths = performance.restBreaths + (endsRound ? group.restBreaths : 0)
    return { ...performance, restBreaths, groupId: group.id, pattern: group.pattern }
  })
}

/** One round of a pattern. */
function oneRound(group: Group, steps: readonly Step[], hasSides: (step: Step) => boolean): Performance[] {
  const each = (list: readonly Step[], change: (step: Step, index: number) => Partial<Performance> = () => ({})) =>
    list.map((step, index): Performance => ({ ...plainPerformance(step), ...change(step, index) }))
  const last = steps.length - 1
  switch (group.pattern) {
    case 'rounds':
      return each(steps)
    case 'ladder':
      return each([...steps, ...steps.slice(0, -1).reverse()], (_, index) => ({
        announce: index === 0 ? 'full' : 'short',
        restBreaths: 0,
      }))
    case 'link': {
      // One flows into the other on the same side: left and left, then right and right.
      const sides = steps.some(hasSides) ? (['first', 'second'] as const) : (['both'] as const)
      return sides.flatMap((side, turn) =>
        each(steps, (step, index) => ({
          once: true,
          sides: hasSides(step) ? side : 'both',
          announce: index === 0 ? 'short' : 'none',
          restBreaths: index === last && turn === sides.length - 1 ? step.restBreaths : 0,
        })),
      )
    }
    case 'buildUp':
      return steps.flatMap((step) =>
        group.stages.map((stage, index): Performance => ({
          ...plainPerformance(step),
          stage,
          announce: index === 0 ? 'full' : 'short',
        })),
      )
    case 'directions':
      return [
        ...each(steps, () => ({ sides: 'first' })),
        ...each(steps, () => ({ sides: 'second', announce: 'short' })),
      ]
    case 'release':
      return each(steps, (_, index) => ({
        paceScale: index === 0 ? RELEASE_SCALES.first : index === last ? RELEASE_SCALES.last : RELEASE_SCALES.middle,
      }))
    case 'post':
      return each(steps, (step, index) => ({
        announce: index === 0 ? 'full' : 'short',
        restBreaths: index === last ? step.restBreaths : 0,
      }))
  }
}
