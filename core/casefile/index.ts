export { type InputIssue, issuesOf, jsonPath, type Read, refuse } from './issues.ts';
export * from './kinds.ts';
export type { NotPerformed } from './notPerformed.ts';
export type { PartCard } from './partCard.ts';
export {
  type Approval,
  type BesideEvent,
  type Booked,
  type CameBack,
  type Later,
  type PartNeeded,
  type Photo,
  type PutOn,
  photosOf,
  type RawBeside,
  readBeside,
  type SentOut,
  type Supply,
  type TakenOff,
  TORQUE_UNITS,
} from './readBeside.ts';
export { amissIn, type Case, type CaseHead, correctionIssue, type History, readCase } from './readCase.ts';
export { type JobEvent, type RepairStep, readEvent } from './readEvent.ts';
export { instrumentName, mayBeOnBooster, type ReadingEvent, readFigure, readReading } from './readReading.ts';
export { askedOf, type Seen, seenOf } from './readSeen.ts';
export * from './schema.ts';
