import type { Form } from '../forms'
import type { BuildStage, Group, Pattern, Routine, Step } from '../routine'

/** A step as it is done once: where in its pattern, how announced, and how much of it. */
export interface Performance {
  step: Step
  groupId: string | null
  pattern: Pattern | null
  round: number
  rounds: number
  restBreaths: number
  /** `short`: the next piece of one thing, said in the time of a side change; `none`: it flows on without a word. */
  announce: 'full' | 'short' | 'none'
  /** Once (on each side) instead of the step's own count. */
  once: boolean
  /** Only the first or the second side, or both. */
  sides: 'both' | 'first' | 'second'
  stage: BuildStage
  /** Times as long as my breath. */
  paceScale: number
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
export function performancesOf(routine: Routine, forms: readonly Form[]): Performance[] {
  const sided = new Set(forms.filter(({ sides }) => sides !== 'none').map(({ id }) => id))
  return routine.entries.flatMap((entry): Performance[] => {
    if (entry.off) return []
    if (entry.kind === 'step') return [plainPerformance(entry)]
    return performancesOfGroup(entry, ({ formId }) => sided.has(formId))
  })
}

function performancesOfGroup(group: Group, hasSides: (step: Step) => boolean): Performance[] {
  const steps = group.steps.filter(({ off }) => !off)
  const learning = group.pattern === 'link' ? steps.map((step) => plainPerformance(step)) : []
  const rounds = Array.from({ length: group.rounds }, (_, done) => {
    const round = oneRound(group, steps, hasSides)
    return round.map((performance, index): Performance => {
      const between = index === round.length - 1 && done < group.rounds - 1 ? group.restBreaths : 0
      return { ...performance, round: done + 1, rounds: group.rounds, restBreaths: performance.restBreaths + between }
    })
  }).flat()
  return [...learning, ...rounds].map((performance) => ({ ...performance, groupId: group.id, pattern: group.pattern }))
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
