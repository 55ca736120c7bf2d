export {
  type CountedExposure,
  defaultProofPolicy,
  type Lacking,
  type Proof,
  proofOf,
  type ProofPolicy,
  repairOf,
} from './proof.js';
