export { checkFit, compareParts, decisiveReason, type FitAnswer } from './check-fit.js';
export { arrivalTrials } from './arrival.js';
export { type ListingHint, listingHints } from './listing.js';
export { isOneOff, normalNumber, numberParts } from './part-number.js';
export {
  type Comparison,
  type Connector,
  type FitAttribute,
  type FitOutcome,
  type FitRequest,
  fitRequest,
  type FitWork,
  type Part,
  part,
  type Supersession,
  supersession,
} from './schema.js';
export { supersessionGraph, type Supersessions } from './supersession.js';
export {
  partData,
  type PartDescription,
  partDescription,
  type PartFactData,
  partOrderData,
  type PartOrderData,
} from './records.js';
export { type FitVerdict, fitVerdicts } from './verdicts.js';
