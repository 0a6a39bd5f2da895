import type { Page } from '@playwright/test'
import { addDays, type SessionRecord } from '#core/journal'
import { demoPerson } from '#data'
import { SEED } from './seed'

const SESSIONS_A_YEAR = 500
export const TODAY = '2026-11-27'
export const ZONE = 'Europe/Lisbon'

/** The demo's year again and again, each a year earlier, with as many sessions a year and twelve steps in each. */
export function years(count: number): SessionRecord[] {
  const year = demoPerson(TODAY, ZONE).sessions
  const all: SessionRecord[] = []
  for (let back = 0; back < count; back += 1) {
    for (let number = 0; number < SESSIONS_A_YEAR; number += 1) {
      const session = year[(number * (SEED + 6)) % year.length]!
      const day = addDays(TODAY, -Math.floor(back * 365 + (number * 365) / SESSIONS_A_YEAR) - 1)
      const startMs = Date.parse(`${day}T${session.startedAt.slice(11)}`)
      const lasts = Date.parse(session.endedAt) - Date.parse(session.startedAt)
      const steps = Array.from({ length: 12 }, (_, at) => session.done[at % Math.max(1, session.done.length)]).flatMap(
        (step, at) => (step ? [{ ...step, stepId: `s${at}` }] : []),
      )
      all.push({
        ...session,
        id: `y-${back}-${number}`,
        startedAt: new Date(startMs).toISOString(),
        endedAt: new Date(startMs + lasts).toISOString(),
        done: steps,
      })
    }
  }
  return all
}

/** Put sessions, or what else has an id, into the store of an open page, past the application. */
export const fill = (
  page: Page,
  items: readonly { id: string }[],
  list: 'sessions' | 'forms' | 'routines' = 'sessions',
) =>
  page.evaluate(
    async ([all, name]) => {
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        const request = indexedDB.open('pebblebrook')
        request.onsuccess = () => resolve(request.result)
        request.onerror = () => reject(request.error!)
      })
      const transaction = database.transaction(name, 'readwrite')
      for (const item of all) transaction.objectStore(name).put(item)
      await new Promise((resolve) => (transaction.oncomplete = resolve))
      database.close()
    },
    [items, list] as const,
  )
