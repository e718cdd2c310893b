export { type InputIssue, issuesOf, jsonPath, type Read, refuse } from './issues.ts';
export * from './kinds.ts';
export type { NotPerformed } from './notPerformed.ts';
export type { PartCard } from './partCard.ts';
export { amissIn, type Case, type CaseHead, correctionIssue, type History, readCase } from './readCase.ts';
export { type JobEvent, type RepairStep, readEvent } from './readEvent.ts';
export { instrumentName, mayBeOnBooster, type ReadingEvent, readFigure, readReading } from './readReading.ts';
export { askedOf, type Seen, seenOf } from './readSeen.ts';
export * from './schema.ts';
