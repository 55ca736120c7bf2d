export {
  type CodeAgain,
  type Comeback,
  comebackOf,
  type ConditionAgain,
  type PartAgain,
} from './comeback.js';
export { conditionOfTrial, gradeOf, matchOf, metFrom, trialFor, trialWords } from './grades.js';
export {
  amountOf,
  countsOf,
  oftenIn,
  type Often,
  type Per,
  type Rate,
  rateOf,
  startsPerDay,
} from './often.js';
export { type RepairOutcome, repairOutcomes } from './outcomes.js';
export {
  type CountedExposure,
  cureChance,
  defaultProofPolicy,
  followUps,
  type Lacking,
  type Proof,
  proofOf,
  type ProofPolicy,
  repairOf,
  repairsOf,
} from './proof.js';
export { exposuresTold, reportSays, waitingReports, watchedByCustomer, type WatchedLight } from './told.js';
