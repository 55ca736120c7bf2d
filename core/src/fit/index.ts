export { checkFit, compareParts, type FitAnswer } from './check-fit.js';
export { isOneOff, normalNumber, numberParts } from './part-number.js';
export {
  type Comparison,
  type Connector,
  type FitAttribute,
  type FitOutcome,
  type FitRequest,
  fitRequest,
  type FitVerdict,
  fitVerdict,
  fitVerdicts,
  type FitWork,
  type Part,
  part,
  type Supersession,
  supersession,
} from './schema.js';
export { supersessionGraph, type Supersessions } from './supersession.js';
