export { advance, type Bench, type BenchOptions, type MadeRepair, openBench, originOf, replayAll } from './bench.ts';
export * from './summary.ts';
