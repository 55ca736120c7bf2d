export { assessJob, type Assessment, type Stage, type StageState } from './assess.js';
export { baselineOf, type CodeEnd, codeEnds, finalAfter } from './codes.js';
export { type Lens, lensOf } from './lens.js';
export { lackingText, meaning, type NextThing, outcomeName, percent, planned, suspectLabel, traceOf, unitOf } from './next.js';
export { caseOf, openTraces } from './plan.js';
export { type CountedExposure, cureChance, defaultProofPolicy, type Lacking, type Proof, proofOf, type ProofPolicy } from './proof.js';
export {
  type Beacon, type BeaconData, beaconData, beaconSeen, clearingData, codeEndData, condition, eventKind, type Exposure, exposureData,
  handBackData, id, jobHead, type JobHead, type JobRecord, jobRecord, lensState, type LensState, mostReportCharacters,
  noteData, type Person, person, readingData, type Repair, repairData, role, rootState, scanData, type ScanFact, scanKind,
  stageId, type StageId, stageIds, type Trace, traceData, type VehicleData, vehicleData, waiverData,
} from './schema.js';
export { originOf, standing, standingFor } from './standing.js';
