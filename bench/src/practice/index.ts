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
