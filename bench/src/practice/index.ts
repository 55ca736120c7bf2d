export { drawCase, type HiddenCase } from './draw.js';
export { partOf, traceOfPart } from './part.js';
export {
  asPlanned,
  type Choice,
  type Chooser,
  partsFirst,
  playCase,
  type Played,
  quickestFirst,
} from './play.js';
export { carOfRecord, type PracticeJob } from './from-record.js';
export { readingOf } from './measured.js';
export { type Opening, openingOf } from './opening.js';
export { plainParts } from './part.js';
export { type CarReport, reportOf } from './report.js';
export { type PracticeEnd, practiceEnd } from './end.js';
