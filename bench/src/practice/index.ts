export { drawCase } from './draw.js';
export type { HiddenCase, Overridden } from './hidden.js';
export {
  doLine,
  doStep,
  type Exchange,
  type LineDone,
  type StepWanted,
  readMemory,
  writeMemory,
} from './sheet-lines.js';
export { type ImageFile, type ImageFiles, type Unit, unitsOf } from './units.js';
export { tracedPart, type TracedPart, tracedParts } from './traced-parts.js';
export { loopParts, traceOfLoop } from './loop-case.js';
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
export { type Beside, besideCar } from './beside.js';
export { type Drive, type Driven, driven } from './drive.js';
export { provoke, type Trial } from './provoke.js';
export { hintMinutes } from './costs.js';
export { hintOf } from './hints.js';
export { overriddenBy, readingOf } from './measured.js';
export { type Opening, openingOf, openingOfWritten } from './opening.js';
export { writtenCase, type WrittenCase, writtenCases } from './written.js';
export { type CarReport, reportOf } from './report.js';
export { type PracticeEnd, practiceEnd } from './end.js';
