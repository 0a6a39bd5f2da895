import { expose } from 'comlink'
import { readBusy, type BusyRead } from '#core/tables'

const busyWorker = {
  /** The busy times of a calendar's text; what is wrong with it, in words, where it cannot be read. */
  read(text: string, fromDay: string, toDay: string, timeZone: string): BusyRead | { wrong: string } {
    try {
      return readBusy(text, fromDay, toDay, timeZone)
    } catch (error) {
      return { wrong: error instanceof Error ? error.message : String(error) }
    }
  },
}
export type BusyWorker = typeof busyWorker
expose(busyWorker)
