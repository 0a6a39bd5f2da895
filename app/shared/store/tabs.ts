import type { ListName } from '#core/formats'
import type { Workspace } from './database'

/** What one tab tells the others. */
export type TabMessage =
  | { kind: 'changed'; workspace: Workspace; what: ListName | 'settings' | 'running' | 'all' }
  /** Give this session up, as another tab takes it over. */
  | { kind: 'yield'; sessionId: string }

/** A message that came: to every function that listens. */
export interface Tabs {
  tell: (message: TabMessage) => void
  listen: (heard: (message: TabMessage) => void) => () => void
}

/** The channel between the tabs of one browser; silent where there is none. */
export function openTabs(): Tabs {
  if (typeof BroadcastChannel === 'undefined') return { tell: () => undefined, listen: () => () => undefined }
  const channel = new BroadcastChannel('pebblebrook')
  return {
    tell: (message) => channel.postMessage(message),
    listen(heard) {
      // Whatever else of this address may speak here, too.
      const onMessage = ({ data }: MessageEvent<TabMessage | null>) => {
        if (typeof data?.kind === 'string') heard(data)
      }
      channel.addEventListener('message', onMessage)
      return () => channel.removeEventListener('message', onMessage)
    },
  }
}

const LOCK = 'pebblebrook session '
const locks = () => (typeof navigator !== 'undefined' && 'locks' in navigator ? navigator.locks : null)

/** The sessions that some tab follows now. */
export async function sessionsFollowed(): Promise<Set<string>> {
  const held = (await locks()?.query())?.held ?? []
  return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])))
}

/** So long it is waited for another tab to give a session up; then it is taken. */
const YIELD_MS = 3000

/**
 * Hold a session, as the tab that follows it. Null when another tab does, unless it is to be taken over: then it is waited for a moment,
 * and after that taken all the same. Answers a function that lets go. `onLost` is called when it was taken away.
 */
export async function holdSession(
  sessionId: string,
  takesOver: boolean,
  onLost: () => void,
): Promise<(() => void) | null> {
  const manager = locks()
  if (!manager) return () => undefined
  const ask = (options: LockOptions) =>
    new Promise<(() => void) | null>((resolve, reject) => {
      let isHeld = false
      manager
        .request(`${LOCK}${sessionId}`, options, (lock) => {
          if (!lock) return resolve(null)
          isHeld = true
          return new Promise<void>((release) =>
            resolve(() => {
              isHeld = false
              release()
            }),
          )
        })
        // A lock that is held was stolen; one that is not yet was waited for too long.
        .catch((error: Error) => (isHeld ? onLost() : reject(error)))
    })
  if (!takesOver) return ask({ ifAvailable: true })
  try {
    return await ask({ signal: AbortSignal.timeout(YIELD_MS) })
  } catch {
    return ask({ steal: true })
  }
}
