import { wallMs } from '~/shared/clock/wallClock'

/** The hour by the clock on the wall, with its minutes as a part: 18.5 at half past six in the evening. */
export function hourNow(): number {
  const now = new Date(wallMs())
  return now.getHours() + now.getMinutes() / 60
}
