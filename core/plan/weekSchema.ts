import {
  daySchema,
  idSchema,
  oneOf,
  oneOfKinds,
  optionally,
  strictList,
  strictObject,
  strictObjectOrNull,
  tested,
  textLike,
  wholeBetween,
  wholeOrNull,
} from '../basics'
import { FIVE_PHASES } from '../forms'
import {
  DAY_TIMES,
  MISSED_RULES,
  PAUSE_REASONS,
  WEEK_LIMITS,
  type Busy,
  type PlannedSession,
  type PlannedWhat,
  type Pause,
  type Planned,
  type Rotation,
  type Turn,
  type WeekRules,
} from './weekTypes'

const whatSchema = oneOfKinds<'kind', PlannedWhat>('kind', {
  routine: strictObject<PlannedWhat & { kind: 'routine' }>({ kind: oneOf(['routine']), routineId: idSchema }),
  series: strictObject<PlannedWhat & { kind: 'series' }>({ kind: oneOf(['series']), seriesId: idSchema }),
  season: strictObject<PlannedWhat & { kind: 'season' }>({ kind: oneOf(['season']), seasonId: idSchema }),
})
const timeSchema = textLike(5, /^([01]\d|2[0-3]):[0-5]\d$/, '${path} must be a time such as 07:00')
const laidSchema = strictObject<PlannedSession>({
  id: idSchema,
  kind: oneOf(['practice']),
  day: daySchema,
  time: oneOf(DAY_TIMES),
  at: optionally(timeSchema),
  what: whatSchema,
  minutes: wholeOrNull(1, WEEK_LIMITS.minutes),
  weekly: optionally(
    strictObject<NonNullable<PlannedSession['weekly']>>({
      untilDay: optionally(daySchema),
      notOn: strictList(daySchema, WEEK_LIMITS.notOn),
    }),
  ),
  changes: wholeBetween(0, 1_000_000),
})
const pauseSchema = tested<Pause>(
  strictObject<Pause>({
    id: idSchema,
    kind: oneOf(['pause']),
    day: daySchema,
    lastDay: daySchema,
    why: oneOf(PAUSE_REASONS),
  }),
  'ends-after-it-began',
  function (pause) {
    const path = this.path ? `${this.path}.lastDay` : 'lastDay'
    return (
      !pause || pause.day <= pause.lastDay || this.createError({ path, message: '${path} is before its first day' })
    )
  },
)
export const plannedSchema = oneOfKinds<'kind', Planned>('kind', { practice: laidSchema, pause: pauseSchema })

const wallSchema = textLike(
  16,
  /^\d{4}-(0[1-9]|1[0-2])-([0-2]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/,
  '${path} must be a time such as 2026-03-10T18:00',
)
const minutesSchema = strictList(wholeBetween(0, WEEK_LIMITS.minutes), 7, 7)
const turnSchema = oneOfKinds<'kind', Turn>('kind', {
  phase: strictObject<Turn & { kind: 'phase' }>({ kind: oneOf(['phase']), phase: oneOf(FIVE_PHASES) }),
  routine: strictObject<Turn & { kind: 'routine' }>({ kind: oneOf(['routine']), routineId: idSchema }),
})
export const weekRulesSchema = strictObject<WeekRules>({
  missed: oneOf(MISSED_RULES),
  at: strictObject<WeekRules['at']>({ morning: timeSchema, evening: timeSchema }),
  minutes: strictObjectOrNull<NonNullable<WeekRules['minutes']>>({ morning: minutesSchema, evening: minutesSchema }),
  rotation: strictObjectOrNull<Rotation>({
    startDay: daySchema,
    turns: strictList(turnSchema, WEEK_LIMITS.turns, 1),
  }),
  forms: strictList(
    strictObject<WeekRules['forms'][number]>({ formId: idSchema, times: wholeBetween(1, 14) }),
    WEEK_LIMITS.forms,
  ),
  busy: strictList(strictObject<Busy>({ from: wallSchema, to: wallSchema }), WEEK_LIMITS.busy),
  reminds: wholeOrNull(0, WEEK_LIMITS.reminds),
  changes: wholeBetween(0, 1_000_000),
})
