export {
  type AccessMap,
  accessMap,
  type AccessMapFile,
  accessMapFile,
  accessMapFormat,
  type MapFastener,
  type MapPart,
  type MapStep,
} from './access-map.js';
export {
  type AccessArea,
  accessAreas,
  clipDirections,
  disturbedId,
  modeResults,
  type ModeResult,
  type PlugLock,
  plugLocks,
  type StepAct,
  stepActs,
  type TargetWork,
  targetWorks,
  type TryMoment,
  tryMoments,
} from './acts.js';
export { type NotYet, notYetBack } from './back.js';
export { type PowerBatch, type StepPower } from './batches.js';
export { countLedger, type CountRow } from './count.js';
export { lastEntries } from './last-entries.js';
export { fitRulesOf, modesOf } from './function-sheet.js';
export { checkMap, isPart, itemsOf, type MapItem } from './map-steps.js';
export { planLedger, planningLedger } from './plan.js';
export {
  type LedgerEntry,
  ledgerEntryData,
  type LedgerEntryData,
  stripPlanData,
  type StripAim,
  type StripPlanData,
  type StripWay,
  tryData,
  type TryData,
  waitData,
  type WaitData,
} from './records.js';
export {
  type AccessStep,
  accessStep,
  type Fastener,
  fastener,
  type LedgerCountRequest,
  ledgerCountRequest,
  type LedgerPlan,
  type LedgerPlanRequest,
  ledgerPlanRequest,
} from './schema.js';
export {
  bagFor,
  countedOf,
  type LedgerPhase,
  type LedgerState,
  ledgerState,
  ownPower,
  type RunningWait,
} from './state.js';
export { type Finding, modesAt, passes } from './tries.js';
export { bareName, doing, fastenerWords, heldBy, plugWords } from './words.js';
export { checkWay, needsOfWay, planningWay, stepsTo, wayOf, type WayNeeds } from './way.js';
