import * as yup from 'yup'
import {
  idSchema,
  numberBetween,
  numberOrNull,
  oneOf,
  optionally,
  strictList,
  strictObject,
  validate,
  wholeBetween,
  yesOrNo,
  type Checked,
} from '../basics'
import { measureSchema, paceSchema } from '../breath'
import { CONDITIONS, formSchema, houseRulesSchema, stageSchema, waySchema } from '../forms'
import { trialSchema } from '../evidence'
import { restPlanSchema, sessionSchema } from '../journal'
import { plannedSchema, seasonSchema, weekRulesSchema } from '../plan'
import { routineSchema, routineVersionSchema, seriesSchema } from '../routine'
import { REMOTE_ACTIONS, type RemoteInput, type RemoteRule } from '../runner'
import { COUNTS_SAID, TIMBRES, VOICES, type SoundSettings, type VoiceSettings } from '../sound'
import {
  CONTRASTS,
  THEMES,
  type ListName,
  type PersonData,
  type RemoteSettings,
  type Settings,
  type ViewingSettings,
} from './person'
import { recordingSchema } from './recordings'

const inputSchema = yup
  .string<RemoteInput>()
  .required('${path} is missing')
  .matches(/^(key|media|pad|clap|half):[\s\S]{1,40}$/, '${path} must name an input such as key:PageDown or clap:2')

const MOST_RESTING = 4000

export const settingsSchema = strictObject<Settings>({
  pace: paceSchema,
  rules: houseRulesSchema,
  dayEndsAtHour: wholeBetween(0, 6),
  restPlan: restPlanSchema,
  sound: strictObject<SoundSettings>({
    silent: yesOrNo(),
    quiet: yesOrNo(),
    timbre: oneOf(TIMBRES),
    breathVolume: numberBetween(0, 1),
    bellVolume: numberBetween(0, 1),
    voiceVolume: numberBetween(0, 1),
  }),
  voice: strictObject<VoiceSettings>({
    from: oneOf(VOICES),
    announces: yesOrNo(),
    counts: oneOf(COUNTS_SAID),
    every: wholeBetween(2, 12),
    movements: yesOrNo(),
    captions: yesOrNo(),
  }),
  viewing: strictObject<ViewingSettings>({
    metres: numberBetween(0.4, 10),
    cardPixels: numberOrNull(80, 2000),
    contrast: oneOf(CONTRASTS),
  }),
  remote: strictObject<RemoteSettings>({
    rules: strictList(strictObject<RemoteRule>({ input: inputSchema, does: oneOf(REMOTE_ACTIONS) }), 200),
    claps: yesOrNo(),
    halves: yesOrNo(),
    minutesLeft: wholeBetween(1, 60),
  }),
  theme: oneOf(THEMES),
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
  resting: optionally(strictList(idSchema, MOST_RESTING)),
  week: optionally(weekRulesSchema),
})

/** Each list's kind of item, and how many of them there may be. */
export const LISTS: { [List in ListName]: { item: yup.ISchema<PersonData[List][number]>; most: number } } = {
  forms: { item: formSchema, most: 2000 },
  ways: { item: waySchema, most: 2000 },
  routines: { item: routineSchema, most: 2000 },
  routineVersions: { item: routineVersionSchema, most: 20_000 },
  sessions: { item: sessionSchema, most: 50_000 },
  breathMeasures: { item: measureSchema, most: 50_000 },
  stages: { item: stageSchema, most: 50_000 },
  recordings: { item: recordingSchema, most: 2000 },
  series: { item: seriesSchema, most: 500 },
  trials: { item: trialSchema, most: 500 },
  planned: { item: plannedSchema, most: 20_000 },
  seasons: { item: seasonSchema, most: 200 },
}
const listOf = <List extends ListName>(list: List) =>
  strictList<PersonData[List][number]>(LISTS[list].item as yup.ISchema<PersonData[List][number]>, LISTS[list].most)

export const personSchema = strictObject<PersonData>({
  settings: settingsSchema,
  forms: listOf('forms'),
  ways: listOf('ways'),
  routines: listOf('routines'),
  routineVersions: listOf('routineVersions'),
  sessions: listOf('sessions'),
  breathMeasures: listOf('breathMeasures'),
  stages: listOf('stages'),
  recordings: listOf('recordings'),
  series: listOf('series'),
  trials: listOf('trials'),
  planned: listOf('planned'),
  seasons: listOf('seasons'),
})

/** Check one item of a list by its own schema; `inside` is where it stands, for the sentences. */
export function checkItem<List extends ListName>(
  list: List,
  item: unknown,
  inside: string = list,
): Checked<PersonData[List][number]> {
  return validate(LISTS[list].item as unknown as yup.Schema<PersonData[List][number]>, item, list, inside)
}
