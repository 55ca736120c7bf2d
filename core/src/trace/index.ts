export { hasClosedLine } from './cavities.js';
export { closedTests } from './closed.js';
export { isGuarded, isRestraintCircuit } from './guarded.js';
export { type ActionClass, actionClassOf, namesOfElement, repairClassOf } from './action-class.js';
export { checkReading, supplyVoltsOf } from './prepare.js';
export {
  type BaseRate,
  baseRate,
  type LearnedRate,
  type RateBook,
  rateBook,
  suppliedRates,
} from './rate-book.js';
export { type Grounds, weighed, type Weakness } from './weigh.js';
export { singlesOf } from './pairs.js';
export { repairOf } from './repair-options.js';
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
  traceCase,
  type TraceCase,
  type TraceReading,
  traceReading,
  type TraceRepair,
  type TraceRoot,
  type TraceTest,
} from './schema.js';
export { traceBench, type TraceBench } from './simulate.js';
