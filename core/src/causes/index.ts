export { type Cover, type CoverCase, cheapestCover, nextCover } from './cover.js';
export { explainCauses, explaining } from './explain.js';
export {
  type Cause,
  type CauseBranch,
  type CauseKind,
  type CauseLead,
  causeKind,
  type CodeLink,
  codeLink,
  explainRequest,
  type ExplainRequest,
  type Explanation,
  givenCause,
} from './schema.js';
export { asksForTeaching, tellsOfSupply } from './facts.js';
export { opens } from './generators/work.js';
export { isLostCommunication, subjectWords } from './network-codes.js';
export { shared, tellingWords } from './words.js';
