/** Tables: the journal as CSV, as a calendar and as a diary to read. A room of its own, so that its libraries come only when they are asked for. */
export { plainMarkdown, writeCalendar, writeDiary } from './diaryText'
export { harmless, readSessionsCsv, unharmed, writeSessionsCsv, writeStepsCsv, type ReadSessions } from './sessionsCsv'
export { plannedIn, writePlanCalendar } from './planCalendar'
export { readBusy, type BusyRead } from './busyTimes'
