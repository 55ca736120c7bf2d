/** What is worked out of a cylinder and its key. */
export { type LoadStep, loadingOrder, waferCounts } from './loading.js';
export {
  type KeyedCylinder,
  keyHeightAt,
  type StandingWafer,
  turningRange,
  turnsAt,
  wafersAt,
} from './sweep.js';
export {
  type Blocking,
  blockingWafers,
  type CutReading,
  type CutViolation,
  defaultToleranceMm,
  kitShort,
  type LockAnswer,
  setCylinder,
} from './wafers.js';
