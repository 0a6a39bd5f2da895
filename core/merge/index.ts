/** Merge: what two devices of one person that each went their own way come to together, whichever meets which first. */
export { marksAfter, markWithout, mayBeBeside, parentOf, type Device } from './marks'
export * from './merge'
export { differingFields, unseenStates, type Unseen } from './unseen'
