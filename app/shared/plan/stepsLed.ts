import type { Routine } from '#core/routine'
import { compileTimeline, totalsOf } from '#core/timeline'
import type { TodaySetting } from './planRequests'

/** How many steps a routine is led in. */
export const stepsLed = (setting: TodaySetting, routine: Routine): number =>
  totalsOf(compileTimeline({ ...setting, routine })).bySteps.length
