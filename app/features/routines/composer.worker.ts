import { v4 as newUuid } from 'uuid'
import { expose } from 'comlink'
import { fitRoutine, propose, type FitRequest, type FitResult, type Proposal, type ProposeRequest } from '#core/compose'
import type { LearningStage } from '#core/forms'

/** A proposal's request as it can be sent: what is known of the forms as lists instead of functions. */
export interface SentProposeRequest extends Omit<ProposeRequest, 'allowed' | 'stageOf' | 'daysSince' | 'newId'> {
  allowedIds: string[]
  stages: [formId: string, stage: LearningStage][]
  days: [formId: string, days: number][]
}

/** Searches that may take a moment, away from the page. */
const composerWorker = {
  fit: (request: FitRequest): FitResult => fitRoutine(request),
  propose({ allowedIds, stages, days, ...request }: SentProposeRequest): Proposal {
    const allowed = new Set(allowedIds)
    const stageOf = new Map(stages)
    const daysSince = new Map(days)
    return propose({
      ...request,
      allowed: (formId) => allowed.has(formId),
      stageOf: (formId) => stageOf.get(formId) ?? null,
      daysSince: (formId) => daysSince.get(formId) ?? null,
      newId: () => `s-${newUuid().slice(0, 8)}`,
    })
  },
}

export type ComposerWorker = typeof composerWorker
expose(composerWorker)
