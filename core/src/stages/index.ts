export { assessJob, type Assessment, type Stage, type StageState } from './assess.js';
export {
  bringsPart,
  type Delivered,
  type UnitOffer,
  type UnitRoutes,
  unitRoutes,
  type UnitStep,
} from './unit-routes.js';
export {
  type AimAsked,
  type Coding,
  bridgeAsked,
  codingRemarks,
  codingsOf,
  isPlain,
  odometerDisclosures,
  runningStep,
} from './coding.js';
export { type Lens } from './lens.js';
export { lackingText, traceOf } from './next.js';
export { type Meaning, meanings, meaningsOf, planned, suspectLabel } from './planned.js';
export type { NextThing } from './thing.js';
export {
  defaultSafetyPolicy,
  isRestraintTrace,
  notDriven,
  openTemporaries,
  restraintCodesLeft,
  restraintCodesUnsigned,
  restraintModulesSilent,
  silentModulesUnsigned,
  restraintWork,
  safetyOf,
  type SafetyPolicy,
  temporaryWords,
} from './safety.js';
export { doFirst, mayBePowered, powerQuestions, type Powered } from './power.js';
export { isShortJob } from './short.js';
export {
  labelOf,
  ledgerRemarks,
  nextBag,
  type Strip,
  stripOf,
  unevenWords,
  waitNow,
  whyGuarded,
} from './strip.js';
export { warrantiesOf, type Warranty } from './warranty.js';
