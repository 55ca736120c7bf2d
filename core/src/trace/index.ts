export { hasClosedLine } from './model/cavities.js';
export { closedTests } from './plan/closed.js';
export { isGuarded, isRestraintCircuit } from './model/guarded.js';
export { type ActionClass, actionClassOf, namesOfElement, repairClassOf } from './model/action-class.js';
export { checkReading, supplyVoltsOf } from './model/prepare.js';
export {
  type BaseRate,
  baseRate,
  type LearnedRate,
  learnedWeight,
  type RateBook,
  rateBook,
  remembered,
  suppliedRates,
} from './model/rate-book.js';
export {
  type ExpectedRate,
  expectedRates,
  type Grounds,
  weighed,
  type Weakness,
} from './model/prior-weights.js';
export { singlesOf } from './model/pairs.js';
export { repairOf } from './model/repair-options.js';
export { judgeRepair, type JudgedRepair } from './plan/judge-repair.js';
export { planning, predicting, nextTests } from './plan/next-tests.js';
export type { Predictions } from './observe/predict.js';
export type {
  DeadBatch,
  ForeseenOutcome,
  NextAction,
  NextTests,
  RankedSuspect,
  RankingChange,
} from './plan/answer.js';
export {
  cavityClass,
  outside,
  repairMethod,
  type Suspect,
  suspect,
  traceCase,
  type TraceCase,
  type TraceReading,
  traceReading,
  type TraceRepair,
  type TraceRoot,
  type LookedTest,
  type TraceTest,
} from './model/schema.js';
export { traceBench, type TraceBench } from './bench/simulate.js';
