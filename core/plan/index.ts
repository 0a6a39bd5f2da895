/** The plan: what is ready to practise, and how far a series has come. */
export { learnedWith, seriesState, type SeriesState } from './series'
export { readyToday, type ReadyReason } from './today'
