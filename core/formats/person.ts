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
import { measureSchema, paceSchema, steadyPace, type BreathMeasure, type Pace } from '../breath'
import {
  CONDITIONS,
  formSchema,
  houseRulesSchema,
  stageSchema,
  USUAL_HOUSE_RULES,
  waySchema,
  type Condition,
  type Form,
  type HouseRules,
  type StageEntry,
  type Way,
} from '../forms'
import { trialSchema, type Trial } from '../evidence'
import { restPlanSchema, sessionSchema, type RestPlan, type SessionRecord } from '../journal'
import { plannedSchema, seasonSchema, weekRulesSchema, type Planned, type Season, type WeekRules } from '../plan'
import {
  routineSchema,
  routineVersionSchema,
  seriesSchema,
  type Routine,
  type RoutineVersion,
  type Series,
} from '../routine'
import { REMOTE_ACTIONS, type RemoteInput, type RemoteRule } from '../runner'
import { COUNTS_SAID, TIMBRES, VOICES, type SoundSettings, type VoiceSettings } from '../sound'
import { recordingSchema, type Recording } from './recordings'

export const THEMES = ['device', 'day', 'night'] as const

/** How the screen is seen. */
export interface ViewingSettings {
  metres: number
  /** How many CSS pixels wide an ID-1 card is on this screen; null until it was measured. */
  cardPixels: number | null
  contrast: (typeof CONTRASTS)[number]
}
export const CONTRASTS = ['usual', 'high'] as const

/** How a session is commanded from afar. */
export interface RemoteSettings {
  rules: RemoteRule[]
  /** Listen for claps. */
  claps: boolean
  /** The two halves of the screen are two large buttons. */
  halves: boolean
  /** What "minutes left" means when it comes from a remote. */
  minutesLeft: number
}

/** What one person has set. Volumes from 0 to 1. */
export interface Settings {
  pace: Pace
  rules: HouseRules
  /** The practice day ends at this hour of the night, 0 to 6. */
  dayEndsAtHour: number
  restPlan: RestPlan
  sound: SoundSettings
  voice: VoiceSettings
  viewing: ViewingSettings
  remote: RemoteSettings
  theme: (typeof THEMES)[number]
  /** What I declare of my body. */
  conditions: Condition[]
  /** Forms that I let rest, by id: they are not said to be due. None where it is left out. */
  resting?: string[]
  /** What is said once of all weeks; as usual where it is left out. */
  week?: WeekRules
}

/** Everything that belongs to one person. */
export interface PersonData {
  settings: Settings
  forms: Form[]
  ways: Way[]
  routines: Routine[]
  routineVersions: RoutineVersion[]
  sessions: SessionRecord[]
  breathMeasures: BreathMeasure[]
  stages: StageEntry[]
  recordings: Recording[]
  series: Series[]
  trials: Trial[]
  planned: Planned[]
  seasons: Season[]
}

/** What a person has many of, each kind in a list of its own. */
export const PERSON_LISTS = [
  'forms',
  'ways',
  'routines',
  'routineVersions',
  'sessions',
  'breathMeasures',
  'stages',
  'recordings',
  'series',
  'trials',
  'planned',
  'seasons',
] as const satisfies readonly (keyof PersonData)[]
export type ListName = (typeof PERSON_LISTS)[number]

/** The settings of a person who has set nothing. 10 seconds a breath is only a beginning: the breath is to be measured. */
export const FIRST_SETTINGS: Settings = {
  pace: steadyPace(4, 6),
  rules: USUAL_HOUSE_RULES,
  dayEndsAtHour: 3,
  restPlan: [],
  sound: { silent: false, quiet: false, timbre: 'reed', breathVolume: 0.6, bellVolume: 0.7, voiceVolume: 0.9 },
  voice: { from: 'device', announces: true, counts: 'left', every: 3, movements: false, captions: false },
  viewing: { metres: 3, cardPixels: null, contrast: 'usual' },
  remote: { rules: [], claps: false, halves: false, minutesLeft: 4 },
  theme: 'device',
  conditions: [],
}

/** A person who has just come. */
export const newPerson = (): PersonData => ({
  settings: structuredClone(FIRST_SETTINGS),
  forms: [],
  ways: [],
  routines: [],
  routineVersions: [],
  sessions: [],
  breathMeasures: [],
  stages: [],
  recordings: [],
  series: [],
  trials: [],
  planned: [],
  seasons: [],
})

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
