/** Basics: checking values against schemas, chance, statistics, tolerances and legibility; no word of the trade. */
export * from './schema'
export { MOST_FAULTS, shortFault, validate, type Checked, type Fault } from './validate'
export { chanceFrom, normalFrom, type Chance } from './chance'
export { deviation, median } from './statistics'
export * from './tolerance'
export { DAY_MS, dayNumber, dayOfNumber, wallDay, wallHour } from './zone'
export { NO_HURRY, timeChecks, TimeUpError, type CheckTime, type TimeGiven } from './deadline'
export * from './legibility'
