export { assessJob, type Assessment, type Stage, type StageState } from './assess.js';
export { baselineOf, type CodeEnd, codeEnds, isBased } from './codes.js';
export { type Command, readCommand } from './command.js';
export { isRestraint } from './guard.js';
export { type Lens } from './lens.js';
export { lackingText, meanings, type NextThing, percent, planned, suspectLabel, traceOf } from './next.js';
export {
  defaultSafetyPolicy,
  isRestraintTrace,
  notDriven,
  openTemporaries,
  restraintCodesLeft,
  restraintCodesUnsigned,
  restraintWork,
  safetyOf,
  type SafetyPolicy,
  temporaryWords,
} from './safety.js';
export { lampShows, readingWords, testName, testRead, unitOf } from './reading-words.js';
export { basicsWords } from './basics.js';
export {
  explainRequestOf,
  lastJudgements,
  observationId,
  scansToExplain,
  type VehicleFile,
} from './causes.js';
export {
  inventoryOf,
  type OfferRow,
  packageOf,
  type PackageView,
  type PictureItem,
  restraintPicture,
  type RestraintPicture,
  type RestraintRules,
} from './restraints.js';
export { caseOf, openTraces } from './plan.js';
export { doFirst, mayBePowered, powerQuestions, type Powered } from './power.js';
export {
  type CountedExposure,
  defaultProofPolicy,
  type Lacking,
  type Proof,
  proofOf,
  type ProofPolicy,
} from './proof.js';
export {
  type Approval,
  approvalData,
  type BasicsItem,
  basicsData,
  basicsItem,
  batteryData,
  type BatteryFact,
  type Beacon,
  type BeaconData,
  beaconData,
  clearingData,
  codeEndData,
  condition,
  epochData,
  eventDetails,
  type EventDetails,
  type Exposure,
  exposureData,
  type FactList,
  factLists,
  handBackData,
  id,
  instant,
  jobHead,
  type JobHead,
  type Judgement,
  judgementData,
  type JobRecord,
  jobRecord,
  lensState,
  type LensState,
  mostReportCharacters,
  noteData,
  type Person,
  person,
  photoData,
  type Powering,
  poweringData,
  powerLooks,
  readingData,
  type Repair,
  repairData,
  role,
  type Role,
  scanData,
  type ScanFact,
  severity,
  safetyData,
  type SafetyFact,
  sheetData,
  type SheetFact,
  stageId,
  type StageId,
  suspectWordData,
  type Temporary,
  type Trace,
  traceData,
  usualSeats,
  type VehicleData,
  vehicleData,
  waiverData,
  workingData,
} from './schema.js';
export { isShortJob } from './short.js';
export { factsOf, noFacts, originOf, standing, standingFor } from './standing.js';
