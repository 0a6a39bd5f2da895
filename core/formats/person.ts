import { steadyPace, type BreathMeasure, type Pace } from '../breath'
import { USUAL_HOUSE_RULES, type Condition, type Form, type HouseRules, type StageEntry, type Way } from '../forms'
import type { Trial } from '../evidence'
import type { RestPlan, SessionRecord } from '../journal'
import type { Planned, Season, WeekRules } from '../plan'
import type { Routine, RoutineVersion, Series } from '../routine'
import type { RemoteRule } from '../runner'
import type { SoundSettings, VoiceSettings } from '../sound'
import type { Recording } from './recordings'

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

/** The names of all settings, those among them that may be left out. */
export const SETTING_NAMES = Object.keys({
  ...FIRST_SETTINGS,
  resting: null,
  week: null,
} satisfies Record<keyof Settings, unknown>) as (keyof Settings)[]

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
