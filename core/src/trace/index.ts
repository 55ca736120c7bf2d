export { closedTests } from './closed.js';
export { checkReading } from './prepare.js';
export { addedOhms, baseRates } from './base-rates.js';
export { isDisturbing } from './epochs.js';
export {
  type BaseRate,
  baseRate,
  elementKind,
  type LearnedRate,
  type RateBook,
  rateBook,
  suppliedRates,
} from './rate-book.js';
export { type Grounds, weighed, type Weakness } from './weigh.js';
export { bareCase, circuitFile, type CircuitFile, circuitFileFormat } from './circuit-file.js';
export { editedCase } from './edit-case.js';
export { caseOfCircuit } from './from-circuit.js';
export { planning, predicting, nextTests } from './next.js';
export type { Predictions } from './predict.js';
export {
  type DeadBatch,
  type ForeseenOutcome,
  type NextAction,
  type NextTests,
  outside,
  type RankedSuspect,
  type RankingChange,
  repairMethod,
  type Suspect,
  suspect,
  suspectWord,
  traceCase,
  type TraceCase,
  type TraceReading,
  traceReading,
  type TraceRepair,
  traceRepair,
  type TraceRoot,
  type TraceTest,
  traceTest,
} from './schema.js';
export { traceBench, traceBenching, type TraceBench } from './simulate.js';
