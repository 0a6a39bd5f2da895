import {
  daySchema,
  idSchema,
  nameSchema,
  numberBetween,
  oneOf,
  oneOfKinds,
  strictList,
  strictObject,
  tested,
  wholeBetween,
} from '../basics'
import { PURPOSES } from '../compose'
import { SEASON_LIMITS, SEASON_STAGES, type Season, type SeasonGoal } from './seasonTypes'

const { weeks, forms, minutes, count } = SEASON_LIMITS
const countSchema = numberBetween(count.least, count.most)
const minutesSchema = wholeBetween(minutes.least, minutes.most)
const goalSchema = oneOfKinds<'kind', SeasonGoal>('kind', {
  learn: tested<SeasonGoal & { kind: 'learn' }>(
    strictObject<SeasonGoal & { kind: 'learn' }>({
      kind: oneOf(['learn']),
      formIds: strictList(idSchema, forms, 1),
      stage: oneOf(SEASON_STAGES),
    }),
    'forms-once',
    function (goal) {
      const ids = Array.isArray(goal?.formIds) ? goal.formIds : []
      const twice = ids.find((id, at) => ids.indexOf(id) < at)
      const path = this.path ? `${this.path}.formIds` : 'formIds'
      return !twice || this.createError({ path, message: `\${path} names ${twice} twice` })
    },
  ),
  grow: tested<SeasonGoal & { kind: 'grow' }>(
    strictObject<SeasonGoal & { kind: 'grow' }>({
      kind: oneOf(['grow']),
      formId: idSchema,
      from: countSchema,
      to: countSchema,
    }),
    'grows',
    function (goal) {
      const path = this.path ? `${this.path}.to` : 'to'
      return (
        !goal || goal.from < goal.to || this.createError({ path, message: '${path} must be more than it begins with' })
      )
    },
  ),
  purpose: tested<SeasonGoal & { kind: 'purpose' }>(
    strictObject<SeasonGoal & { kind: 'purpose' }>({
      kind: oneOf(['purpose']),
      purpose: oneOf(PURPOSES),
      fromMinutes: minutesSchema,
      toMinutes: minutesSchema,
    }),
    'lasts',
    function (goal) {
      const path = this.path ? `${this.path}.toMinutes` : 'toMinutes'
      return (
        !goal ||
        goal.fromMinutes <= goal.toMinutes ||
        this.createError({ path, message: '${path} must not be less than it begins with' })
      )
    },
  ),
})
export const seasonSchema = tested<Season>(
  strictObject<Season>({
    id: idSchema,
    name: nameSchema,
    startDay: daySchema,
    weeks: wholeBetween(weeks.least, weeks.most),
    goal: goalSchema,
  }),
  'begins-on-a-monday',
  function (season) {
    const path = this.path ? `${this.path}.startDay` : 'startDay'
    const isMonday = !season || new Date(`${season.startDay}T00:00:00Z`).getUTCDay() === 1
    return isMonday || this.createError({ path, message: '${path} must be a Monday' })
  },
)
