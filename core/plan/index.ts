/** The plan: what is ready to practise. */
export { readyToday, type ReadyReason } from './today'
