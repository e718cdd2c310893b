export { type InputIssue, issuesOf, jsonPath, type Read, refuse } from './issues.ts';
export { CLOSE_KINDS, type CloseKind, NOT_PERFORMED_REASONS, type NotPerformedReason } from './kinds.ts';
export { type Case, type CaseHead, correctionIssue, type History, readCase } from './readCase.ts';
export { type JobEvent, type NotPerformed, type RepairStep, readEvent } from './readEvent.ts';
export { instrumentName, type ReadingEvent, readFigure, readReading } from './readReading.ts';
export * from './schema.ts';
