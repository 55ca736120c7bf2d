export { seatTable, type SeatRow, type SeatVerdict, seatVerdictWords } from './buckles.js';
export { donorProof, type DonorProof } from './donor.js';
export { guardOf } from './guard.js';
export { genericLimits, loopTable, type LoopRow, type LoopVerdict, momentWords } from './loops.js';
export {
  checkAfterHours,
  powerAt,
  type PowerWord,
  safetyCourse,
  type SafetyCourse,
  type SafetyEvent,
  type SafetyNeeds,
  wasSafeBetween,
} from './make-safe.js';
export {
  assembly,
  type Assembly,
  carPlace,
  type CarPlace,
  type Donor,
  donorData,
  donorSign,
  type FittedItem,
  fittedItem,
  inventoryData,
  level,
  type Level,
  loopMoment,
  type LoopMoment,
  type LoopReading,
  loopReadingData,
  type Offer,
  offerData,
  type Parcel,
  parcelData,
  restraintFile,
  type RestraintFile,
  seatMoment,
  type SeatMoment,
  type SeatReading,
  seatReadingData,
  signData,
  temporaryData,
  zoneOutline,
  type ZoneOutline,
} from './records.js';
export { placeOfSeat, type PlanPlace, usualPlace } from './plan-places.js';
export { type CarZones, type Near, nearZone, type PlacedStep, usualZones, zoneAt, zonesOf } from './zones.js';
export { signsOf } from './rules.js';
export { restraintPackage, usualTotalLossAt } from './package.js';
export { safetySays, stepWords, type StepWords } from './step-words.js';
export { seatCounts, seatRows, usualInventory } from './usual-inventory.js';
export { restraintScope } from './scope.js';
export {
  type Guard,
  type GuardKind,
  guardKinds,
  type GuardRequest,
  guardRequest,
  inventoryItem,
  type InventoryItem,
  packageRequest,
  type PackageRequest,
  restraintAction,
  type RestraintAction,
  restraintEvent,
  restraintItem,
  type RestraintItem,
  type RestraintPackage,
  restraintPolicy,
  type RestraintScope,
  restraintSign,
  type RestraintSign,
  safetyStep,
  type SafetyStep,
  safetyStepKind,
  type SafetyStepKind,
  safetyStepKinds,
  scopeRequest,
  type ScopeRequest,
} from './schema.js';
export { restraintPolicies, type RestraintPolicy } from './policies.js';
