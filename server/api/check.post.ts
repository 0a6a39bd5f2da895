import { lookOver } from '#core/compose'
import { check, checkRequestSchema, type CheckBody } from '#core/formats'
import type { LearningStage } from '#core/forms'

/** Look a routine over: the body of `/api/timeline` with what is known of the person, answer `{ findings }`. */
export default defineEventHandler(async (event) => {
  const checked = check<CheckBody>(checkRequestSchema, await readLimitedJson(event), 'body')
  if (!checked.ok) throw badRequest(checked.faults)
  const { conditions, stages, longestStillSeconds, ...given } = checked.value
  const known = new Map<string, LearningStage>(stages.map(({ formId, stage }) => [formId, stage]))
  return compiling(() => ({
    findings: lookOver(given, { conditions, stageOf: (formId) => known.get(formId) ?? null, longestStillSeconds }),
  }))
})
