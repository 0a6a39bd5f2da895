import { measureSchema, paceSchema, steadyPace, type BreathMeasure, type Pace } from '../breath'
import {
  CONDITIONS,
  formSchema,
  houseRulesSchema,
  idSchema,
  instantSchema,
  numberBetween,
  oneOf,
  stageSchema,
  strictList,
  strictObject,
  textSchema,
  USUAL_HOUSE_RULES,
  waySchema,
  wholeBetween,
  type Condition,
  type Form,
  type HouseRules,
  type StageEntry,
  type Way,
} from '../forms'
import { restPlanSchema, sessionSchema, type RestPlan, type SessionRecord } from '../journal'
import { routineSchema, routineVersionSchema, type Routine, type RoutineVersion } from '../routine'
import { REMOTE_ACTIONS, type RemoteRule } from '../runner'
import { COUNTS_SAID, TIMBRES, VOICES, type SoundSettings, type VoiceSettings } from '../sound'
import * as yup from 'yup'

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

/** My own spoken cue for a form's name (`cue` empty) or for one of its phases. */
export interface Recording {
  id: string
  formId: string
  cue: string
  /** ISO 8601 instant in UTC. */
  at: string
  seconds: number
  /** A WAV file, 16-bit mono, as base64. */
  wav: string
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
}

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
export const nobodyYet = (): PersonData => ({
  settings: structuredClone(FIRST_SETTINGS),
  forms: [],
  ways: [],
  routines: [],
  routineVersions: [],
  sessions: [],
  breathMeasures: [],
  stages: [],
  recordings: [],
})

const yesNo = () => yup.boolean().required('${path} is missing')
const inputSchema = yup
  .string()
  .required('${path} is missing')
  .matches(/^(key|media|pad|clap|half):[\s\S]{1,40}$/, '${path} must name an input such as key:PageDown or clap:2')

export const recordingSchema = strictObject({
  id: idSchema,
  formId: idSchema,
  cue: textSchema.max(80, '${path} must have at most 80 characters'),
  at: instantSchema,
  seconds: numberBetween(0.05, 15),
  wav: yup
    .string()
    .required('${path} is missing')
    .max(2_000_000, '${path} is longer than any recording')
    .matches(/^[A-Za-z0-9+/]+={0,2}$/, '${path} must be a WAV file as base64'),
})

export const settingsSchema = strictObject({
  pace: paceSchema,
  rules: houseRulesSchema,
  dayEndsAtHour: wholeBetween(0, 6),
  restPlan: restPlanSchema,
  sound: strictObject({
    silent: yesNo(),
    quiet: yesNo(),
    timbre: oneOf(TIMBRES),
    breathVolume: numberBetween(0, 1),
    bellVolume: numberBetween(0, 1),
    voiceVolume: numberBetween(0, 1),
  }),
  voice: strictObject({
    from: oneOf(VOICES),
    announces: yesNo(),
    counts: oneOf(COUNTS_SAID),
    every: wholeBetween(2, 12),
    movements: yesNo(),
    captions: yesNo(),
  }),
  viewing: strictObject({
    metres: numberBetween(0.4, 10),
    cardPixels: numberBetween(80, 2000).nullable().default(undefined).defined('${path} is missing'),
    contrast: oneOf(CONTRASTS),
  }),
  remote: strictObject({
    rules: strictList(strictObject({ input: inputSchema, does: oneOf(REMOTE_ACTIONS) }), 200),
    claps: yesNo(),
    halves: yesNo(),
    minutesLeft: wholeBetween(1, 60),
  }),
  theme: oneOf(THEMES),
  conditions: strictList(oneOf(CONDITIONS), CONDITIONS.length),
})

export const personSchema = strictObject({
  settings: settingsSchema,
  forms: strictList(formSchema, 2000),
  ways: strictList(waySchema, 2000),
  routines: strictList(routineSchema, 2000),
  routineVersions: strictList(routineVersionSchema, 20_000),
  sessions: strictList(sessionSchema, 50_000),
  breathMeasures: strictList(measureSchema, 50_000),
  stages: strictList(stageSchema, 50_000),
  recordings: strictList(recordingSchema, 2000),
})
