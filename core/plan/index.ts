/** The plan: what is ready to practise. */
export { readyToday, type ReadyReason, type ReadyRoutine } from './today'
