import { watchDebounced } from '@vueuse/core'
import { v4 as newUuid } from 'uuid'
import { PERSON_LISTS } from '#core/formats'
import { weekday } from '#core/journal'
import { planWorker, shippedFor } from '~/shared/plan/planWorker'
import type { Foreseen } from '~/shared/plan/foresee'
import { deviceTimeZone, wallMs } from '~/shared/sound/clock'
import { beginForeseeing, foreseenUntil, type ForeseenWords } from '~/shared/store/foreseen'
import { usePersonStore } from '~/shared/store/person'
import { offerWords, REST_WORDS } from './todayWords'

/** So long nothing may have changed. */
const REST_MS = 2000
/** What is foreseen for less than this is worked out anew: most who practise come again within a day. */
const LEAST_MS = 20 * 3_600_000
const LISTS = ['settings', ...PERSON_LISTS] as const

/** Foresee what will stand in front of Today, for the next start, now and whenever something of the person has changed. */
export function rememberForeseen() {
  const person = usePersonStore()
  const inWords = ({ fromMs, untilMs, today, offer, steps, rest }: Foreseen): ForeseenWords => {
    const nameOf = (formId: string) => person.formsById.get(formId)?.name ?? 'a form that is gone'
    return {
      ...{ fromMs, untilMs },
      ...offerWords(offer, steps, null, { nameOf, weekday: weekday(today) }),
      rest: rest ? REST_WORDS[rest.why] : '',
      restFirst: rest?.first === true,
    }
  }
  async function foresee() {
    const { world, sessions } = person
    // Whoever has never practised is told what this is.
    if (sessions.length === 0 || foreseenUntil(world) > wallMs() + LEAST_MS) return
    const keep = beginForeseeing(newUuid())
    const timeZone = deviceTimeZone()
    const worker = planWorker()
    const asked = worker.remote.foresee(world, { atMs: wallMs(), timeZone }, shippedFor(worker))
    const found = await Promise.race([asked, worker.broken])
    keep({ world, timeZone, spans: found.map(inWords) })
  }
  // Where it cannot be worked out, the next start is as the first was.
  const tryIt = () => void foresee().catch(() => undefined)
  tryIt()
  watchDebounced(() => [person.world, ...LISTS.map((list) => person.person[list])], tryIt, { debounce: REST_MS })
}
