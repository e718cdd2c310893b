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
export { type Finding, findingsOf, notShown } from './findings.ts';
export * from './summary.ts';
export { twoSteps } from './twoSteps.ts';
