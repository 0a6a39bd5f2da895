import { proxy } from 'comlink'
import { PERSON_LISTS, type PersonData } from '#core/formats'
import { untilShipped } from '#data'
import { deviceTimeZone, wallMs } from '~/shared/clock/wallClock'
import { readElsewhere } from '~/shared/store/ahead'
import type { Workspace } from '~/shared/store/database'
import type { useWorkspaceStore } from '~/shared/store/workspace'
import type { AboutToday } from './facts'
import { hourNow } from './hourNow'
import type { TodayFound } from './planRequests'
import { planWorker, shippedFor } from './planWorker'

/** What the worker says of today by what it has read itself, while the page is still on its way. */
export interface Opening {
  /** What it was judged by; null where the page has to ask. */
  about: Promise<AboutToday | null>
  /** Told what was found, the latest at once and what comes later as it comes; null where that came to nothing. */
  listen: (hear: (found: TodayFound | null) => void) => void
}
let opening: (Opening & { workspace: Workspace; read: PersonData | null }) | null = null

/** What was begun when the store was opened; once, and only as long as the person is as was read then. */
export function takeOpening({ workspace, data }: Pick<ReturnType<typeof useWorkspaceStore>, 'workspace' | 'data'>) {
  const begun = opening
  opening = null
  if (begun?.workspace !== workspace || !begun.read) return null
  const { read } = begun
  return (['settings', ...PERSON_LISTS] as const).every((list) => data[list] === read[list]) ? begun : null
}

/** From now on the worker reads what is opened, and judges today by it. */
export function openWithWorker() {
  readElsewhere({
    read(workspace) {
      const worker = planWorker()
      const { remote, broken } = worker
      const stored = Promise.race([remote.read(workspace), broken])
      let latest: TodayFound | null | undefined
      let hear: (found: TodayFound | null) => void = (found) => (latest = found)
      const tell = proxy((found: TodayFound | null) => hear(found))
      broken.catch(() => hear(null))
      const judged = async () => {
        await untilShipped
        const moment = { atMs: wallMs(), timeZone: deviceTimeZone(), hour: hourNow() }
        return Promise.race([remote.today(moment, shippedFor(worker), tell), broken])
      }
      const begun: typeof opening = {
        workspace,
        read: null,
        // Then the page asks by itself.
        about: judged().catch(() => null),
        listen(listener) {
          hear = listener
          if (latest !== undefined) listener(latest)
        },
      }
      opening = begun
      return stored.then((all) => {
        begun.read = all.person
        return all
      })
    },
    takeDemo(text) {
      const { remote, broken } = planWorker()
      return Promise.race([remote.takeDemo(text), broken])
    },
    // What is read here is not what the worker has judged by.
    onReadHere: () => (opening = null),
  })
}
