import type { DayTime, MissedRule, Pause, PlannedPractice, Turn } from '#core/plan'
import { weekdayPhrase } from '~/shared/words/time'

export const DAY_TIME_WORDS: Record<DayTime, string> = { morning: 'morning', evening: 'evening' }
export const MISSED_WORDS: Record<MissedRule, string> = {
  moves: 'move to the next day with room',
  stays: 'stay open for the rest of the week',
  drops: 'skip',
}
export const PAUSE_WORDS: Record<Pause['why'], string> = { rest: 'Rest', holiday: 'Holiday', illness: 'Ill' }

export const STATE_WORDS: Record<PlannedPractice['state'], string> = {
  done: 'done',
  open: 'open',
  ahead: 'planned',
  missed: 'skipped',
}
const PHASE_WORDS = { wood: 'Wood', fire: 'Fire', earth: 'Earth', metal: 'Metal', water: 'Water' } as const
export const phaseWord = (phase: keyof typeof PHASE_WORDS) => PHASE_WORDS[phase]
export const turnWord = (turn: Turn, routineName: (id: string) => string) =>
  turn.kind === 'phase' ? phaseWord(turn.phase) : routineName(turn.routineId)

/** "Tuesday morning". */
export const placePhrase = (day: string, time: DayTime) => `${weekdayPhrase(day).split(' ')[0]} ${DAY_TIME_WORDS[time]}`
