export { assessingContext } from './assessing.ts';
export {
  advance,
  type Bench,
  type BenchOptions,
  epochOf,
  type MadeRepair,
  openBench,
  originOf,
  replayAll,
  warmingUp,
} from './bench.ts';
export { type CloseBlocker, fittedBypasses, openTemporaries } from './closing.ts';
export { type Explanation, explainSuspect } from './explainSuspect.ts';
export { type Finding, findingsOf, notShown } from './findings.ts';
export { beforeHandingBack, handsBack, type TriedLast } from './handBack.ts';
export { nextChecks, slippedWasTakenAgain, stillToOpen } from './next.ts';
export { type BeforeAfter, type RetestDue, readingBefore } from './retest.ts';
export type { BoltMark, RidgePart } from './ridge.ts';
export { leadingSide } from './sides.ts';
export { cannotBeMade } from './situation.ts';
export * from './summary.ts';
export { twoSteps } from './twoSteps.ts';
