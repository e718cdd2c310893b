export { assessInput } from './assess.ts';
export { checksAsData, faultsAsData } from './catalogueLists.ts';
export { type TraceOptions, type TraceStep, traceCase, traceStep } from './trace.ts';
