import { setFamilyOf, mostEffort, type Area, type ArcPart, type Caution, type Form } from '../forms'

export const PURPOSES = [
  'morning',
  'evening',
  'deskBreak',
  'lowBack',
  'balance',
  'release',
  'seated',
  'learning',
  'fivePhase',
  'eightPieces',
  'standing',
] as const
export type Purpose = (typeof PURPOSES)[number]

export const TODAY_STATES = ['tired', 'stiffBack', 'upset', 'lightHeaded'] as const
/** How the body feels right now, as far as it changes what is wise. */
export type TodayState = (typeof TODAY_STATES)[number]

/** What a purpose asks for. It names no form: forms are chosen by what they say of themselves. */
export interface PurposeWants {
  /** What each area is worth. */
  areas: Partial<Record<Area, number>>
  /** The share of the time before fitting that each part gets; what is left out gets none. */
  parts: Partial<Record<ArcPart, number>>
  /** The most that a form may ask of legs, shoulders, spine or balance. */
  mostEffort: number
  /** What else is worth something in a form, or is not wanted at all (null). */
  prefers: (form: Form) => number | null
}

const BACK_CAUTIONS = ['deepFold', 'strongTwist', 'headDown', 'heelDrop'] as const
const FULL_ARC = { arrive: 0.08, loosen: 0.18, wake: 0.08, work: 0.4, gather: 0.12, settle: 0.14 }

/** What each purpose wants. Common practice, no source; the weights are our choice. */
export const PURPOSE_WANTS: Record<Purpose, PurposeWants> = {
  morning: {
    areas: { spine: 2, shoulders: 2, hips: 1, legs: 2, chest: 1 },
    parts: { ...FULL_ARC, wake: 0.14, work: 0.38 },
    mostEffort: 3,
    prefers: ({ part }) => (part === 'wake' ? 1 : 0),
  },
  evening: {
    areas: { breath: 2, neck: 1, shoulders: 1, lowBack: 1, belly: 1 },
    parts: { arrive: 0.12, loosen: 0.18, work: 0.34, gather: 0.14, settle: 0.22 },
    mostEffort: 2,
    prefers: ({ effort }) => (mostEffort(effort) < 2 ? 1 : 0),
  },
  deskBreak: {
    areas: { chest: 3, shoulders: 3, neck: 3, upperBack: 3, wrists: 2, eyes: 2 },
    parts: { loosen: 0.45, work: 0.3, gather: 0.12, settle: 0.13 },
    mostEffort: 2,
    prefers: ({ equipment }) => (equipment.length > 0 ? -1 : 0),
  },
  lowBack: {
    areas: { lowBack: 4, hips: 2, spine: 2, belly: 1 },
    parts: { ...FULL_ARC, loosen: 0.28, wake: 0.06, work: 0.34 },
    mostEffort: 2,
    prefers: ({ cautions }) => (BACK_CAUTIONS.some((caution) => cautions.includes(caution)) ? null : 0),
  },
  balance: {
    areas: { balance: 4, ankles: 2, feet: 2, legs: 2, hips: 1 },
    parts: { ...FULL_ARC, work: 0.44, wake: 0.04 },
    mostEffort: 3,
    prefers: ({ versions }) => (versions.some(({ kind }) => kind === 'supported') ? 1 : 0),
  },
  release: {
    areas: { shoulders: 1, chest: 1, breath: 2, arms: 1, legs: 1 },
    parts: { arrive: 0.1, loosen: 0.1, wake: 0.3, work: 0.22, gather: 0.12, settle: 0.16 },
    mostEffort: 2,
    prefers: ({ counting, part }) => (counting.by === 'beats' && part === 'wake' ? 3 : counting.by === 'open' ? 2 : 0),
  },
  seated: {
    areas: { shoulders: 1, spine: 2, neck: 1, chest: 1, hips: 1, breath: 1 },
    parts: FULL_ARC,
    mostEffort: 2,
    prefers: (form) => (form.stance === 'seated' ? 2 : 0),
  },
  learning: {
    areas: {},
    parts: { arrive: 0.06, loosen: 0.16, work: 0.52, gather: 0.12, settle: 0.14 },
    mostEffort: 3,
    prefers: () => 0,
  },
  fivePhase: {
    areas: { spine: 1, breath: 1 },
    parts: { arrive: 0.08, loosen: 0.12, work: 0.54, gather: 0.12, settle: 0.14 },
    mostEffort: 3,
    prefers: (form) =>
      setFamilyOf(form) === 'fivePhases' || form.moves.some(({ phaseOfFive }) => phaseOfFive)
        ? 6
        : form.part === 'work'
          ? -4
          : 0,
  },
  eightPieces: {
    areas: { spine: 1, shoulders: 1 },
    parts: { arrive: 0.06, loosen: 0.1, work: 0.6, gather: 0.11, settle: 0.13 },
    mostEffort: 3,
    prefers: (form) => (setFamilyOf(form) === 'eightPieces' ? 6 : form.part === 'work' ? -4 : 0),
  },
  standing: {
    areas: { legs: 2, breath: 2, shoulders: 1 },
    parts: { arrive: 0.08, loosen: 0.2, wake: 0.06, work: 0.12, stand: 0.3, gather: 0.1, settle: 0.14 },
    mostEffort: 3,
    prefers: ({ part }) => (part === 'stand' ? 2 : 0),
  },
}

/** What today's state makes matter. Common practice, no source. */
export const STATE_CONCERNS: Record<TodayState, readonly Caution[]> = {
  tired: [],
  stiffBack: ['deepFold', 'strongTwist', 'headDown', 'heelDrop'],
  upset: [],
  lightHeaded: [
    'breathHold',
    'quickBreathing',
    'oneLeg',
    'headDown',
    'quickRising',
    'turningCircles',
    'unsteady',
    'standing',
    'lyingFlat',
  ],
}

/**
 * What today's state makes of a form, whose cautions are looked at elsewhere: worth more or less, or not wise at all (null). `effort` is what
 * it asks as it would be done. Common practice, no source.
 */
export function todayWorth(form: Form, effort: Form['effort'], states: readonly TodayState[]): number | null {
  let worth = 0
  for (const state of states) {
    switch (state) {
      case 'tired':
        if (mostEffort(effort) > 2) return null
        worth -= mostEffort(effort) - 1
        break
      case 'stiffBack':
        if (effort.spine > 2) return null
        worth += form.areas.includes('lowBack') ? 1 : 0
        break
      case 'upset':
        worth += form.part === 'wake' || form.counting.by === 'beats' ? 2 : 0
        break
      case 'lightHeaded':
        worth += effort.legs === 0 ? 1 : 0
        break
    }
  }
  return worth
}
