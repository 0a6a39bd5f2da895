import { isFields, isText } from '#core/basics'
import { deviceTimeZone } from '~/shared/sound/clock'
import type { World } from './database'

/** Also read by what stands before the application is there (app/spa-loading-template.html). */
const KEY = 'pebblebrook.foreseen'
/** Where it stands is kept by itself: it holds when what was foreseen does not. */
const PLACE_KEY = 'pebblebrook.foreseenPlace'
/** Who works out what is to be foreseen; whoever changes anything meanwhile takes this away, in whatever tab. */
const FOR_KEY = 'pebblebrook.foreseenFor'

/** An offer of Today as it is read. */
export interface OfferWords {
  name: string
  /** "3 min 35 s". */
  length: string
  /** "5 steps". */
  steps: string
  reasons: string[]
  /** What is other than planned; empty where nothing is. */
  changed: string
}
/** What stands in front of Today in a span of time (milliseconds since 1970, the end not in it), in words. */
export interface ForeseenWords extends OfferWords {
  fromMs: number
  untilMs: number
  /** Why rest comes before practice, or would do as well; empty where nothing says so. */
  rest: string
  restFirst: boolean
}
/** Where it stands on the page, in CSS pixels at a width of the window and of a letter: what is above it, and its own width. */
export interface ForeseenPlace {
  windowWidth: number
  letterSize: number
  barHeight: number
  asksHeight: number
  offerWidth: number
}
/** What is foreseen, of whom and in which time zone. */
export interface KeptForeseen {
  world: World
  timeZone: string
  spans: ForeseenWords[]
}

const isNumber = (value: unknown) => typeof value === 'number' && Number.isFinite(value)
const SIZES = ['windowWidth', 'letterSize', 'barHeight', 'asksHeight', 'offerWidth']
const isPlace = (value: unknown): value is ForeseenPlace =>
  isFields(value) && SIZES.every((field) => isNumber(value[field]))
const WORDS = ['name', 'length', 'steps', 'changed', 'rest']
const isSpan = (value: unknown) =>
  isFields(value) &&
  WORDS.every((field) => isText(value[field])) &&
  isNumber(value.fromMs) &&
  isNumber(value.untilMs) &&
  typeof value.restFirst === 'boolean' &&
  Array.isArray(value.reasons) &&
  value.reasons.every(isText)
const isKept = (value: unknown): value is KeptForeseen =>
  isFields(value) &&
  isText(value.world) &&
  isText(value.timeZone) &&
  Array.isArray(value.spans) &&
  value.spans.every(isSpan)

/** What stands under a name, where it is what was left there; read before there are schemas. */
function kept<T>(key: string, isRight: (value: unknown) => value is T): T | null {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(key) ?? 'null')
    return isRight(value) ? value : null
  } catch {
    // A browser that keeps nothing, or something else under that name.
    return null
  }
}
function keep(key: string, value: ForeseenPlace | KeptForeseen) {
  try {
    localStorage.setItem(key, JSON.stringify(value))
  } catch {
    // A browser that is full shows the first moment without it.
  }
}

const ofWorld = (world: World) => {
  const found = kept(KEY, isKept)
  return found?.world === world && found.timeZone === deviceTimeZone() ? found.spans : []
}
/** What was foreseen for a moment (milliseconds since 1970), before the store has been read; null where nothing was, or it no longer holds. */
export const foreseenAt = (world: World, atMs: number): ForeseenWords | null =>
  ofWorld(world).find(({ fromMs, untilMs }) => fromMs <= atMs && atMs < untilMs) ?? null
/** Until when something is foreseen (milliseconds since 1970); 0 where nothing is. */
export const foreseenUntil = (world: World): number => Math.max(0, ...ofWorld(world).map(({ untilMs }) => untilMs))

const letterSize = () => parseFloat(getComputedStyle(document.documentElement).fontSize)
/** Where it stood last, in this window as it is now; null in another. */
export function foreseenPlace(): ForeseenPlace | null {
  const place = kept(PLACE_KEY, isPlace)
  return place?.windowWidth === window.innerWidth && place.letterSize === letterSize() ? place : null
}
export const keepPlace = (place: Omit<ForeseenPlace, 'windowWidth' | 'letterSize'>) =>
  keep(PLACE_KEY, { windowWidth: window.innerWidth, letterSize: letterSize(), ...place })

/** What was foreseen holds no longer, nor what is just being foreseen: something is being kept. */
export function forgetForeseen() {
  try {
    localStorage.removeItem(FOR_KEY)
    localStorage.removeItem(KEY)
  } catch {
    // A browser that keeps nothing has nothing to forget.
  }
}

/** Begin to work out what is to be foreseen. What is given back keeps it, unless anything was changed since, in any tab. */
export function beginForeseeing(id: string): (foreseen: KeptForeseen) => void {
  try {
    localStorage.setItem(FOR_KEY, id)
  } catch {
    return () => undefined
  }
  return (foreseen) => {
    if (localStorage.getItem(FOR_KEY) === id) keep(KEY, foreseen)
  }
}
