export { type InputIssue, issuesOf, jsonPath, type Read, refuse } from './issues.ts';
export { type Case, type CaseHead, correctionIssue, type History, readCase } from './readCase.ts';
export { type JobEvent, type RepairStep, readEvent, readFigure } from './readEvent.ts';
export * from './schema.ts';
