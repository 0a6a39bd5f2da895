import { proxy } from 'comlink'
import { untilShipped } from '#data'
import { deviceTimeZone, wallMs } from '~/shared/sound/clock'
import { readElsewhere } from '~/shared/store/ahead'
import type { World } from '~/shared/store/database'
import type { AboutToday } from './facts'
import { hourNow } from './hourNow'
import type { TodayFound } from './plan.worker'
import { planWorker, shippedFor } from './planWorker'

/** What the worker says of today by what it has read itself, while the page is still on its way. */
export interface Opening {
  /** What it was judged by; null where the page has to ask. */
  about: Promise<AboutToday | null>
  /** Told what was found, the latest at once and what comes later as it comes; null where that came to nothing. */
  listen: (hear: (found: TodayFound | null) => void) => void
}
let opening: (Opening & { world: World }) | null = null

/** What was begun for a world when it was opened; once. */
export function takeOpening(world: World): Opening | null {
  const begun = opening
  opening = null
  return begun?.world === world ? begun : null
}

/** From now on the worker reads what is opened, and judges today by it. */
export function openWithWorker() {
  readElsewhere({
    read(world) {
      const worker = planWorker()
      const { remote, broken } = worker
      const stored = Promise.race([remote.read(world), broken])
      let latest: TodayFound | null | undefined
      let hear: (found: TodayFound | null) => void = (found) => (latest = found)
      const tell = proxy((found: TodayFound | null) => hear(found))
      broken.catch(() => hear(null))
      const judged = async () => {
        await untilShipped
        const moment = { atMs: wallMs(), timeZone: deviceTimeZone(), hour: hourNow() }
        return Promise.race([remote.today(moment, shippedFor(worker), tell), broken])
      }
      opening = {
        world,
        about: judged().catch(() => null),
        listen(listener) {
          hear = listener
          if (latest !== undefined) listener(latest)
        },
      }
      return stored
    },
    takeDemo(text) {
      const { remote, broken } = planWorker()
      return Promise.race([remote.takeDemo(text), broken])
    },
    // What is read here is not what the worker has judged by.
    onReadHere: () => (opening = null),
  })
}
