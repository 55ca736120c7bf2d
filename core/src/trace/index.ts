export { closedTests } from './closed.js';
export { checkReading } from './prepare.js';
export { addedOhms, baseRates } from './base-rates.js';
export { planning, predicting, nextTests } from './next.js';
export type { Predictions } from './predict.js';
export {
  type ForeseenOutcome,
  type NextAction,
  type NextTests,
  outside,
  type RankedSuspect,
  repairMethod,
  type Suspect,
  suspect,
  traceCase,
  type TraceCase,
  type TraceReading,
  traceReading,
  type TraceRepair,
  traceRepair,
  type TraceTest,
  traceTest,
} from './schema.js';
export { traceBench, traceBenching, type TraceBench } from './simulate.js';
