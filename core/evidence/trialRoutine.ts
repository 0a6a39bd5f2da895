import { changeStep, stepsOf, type Routine } from '../routine'
import type { Trial, TrialArm } from './trialTypes'

/** The routine that a trial asks for; null where it is gone. Without a form, its steps are off. */
export function trialRoutine(
  { routineId, compares }: Pick<Trial, 'routineId' | 'compares'>,
  arm: TrialArm,
  routines: readonly Routine[],
): Routine | null {
  const id = compares.kind === 'routines' && arm === 'other' ? compares.otherRoutineId : routineId
  const routine = routines.find((each) => each.id === id) ?? null
  if (!routine || compares.kind !== 'form' || arm === 'one') return routine
  return stepsOf(routine)
    .filter(({ formId }) => formId === compares.formId)
    .reduce((without, step) => changeStep(without, step.id, { off: true }), routine)
}
