export type { DataItem, KeptCode, ModuleFile, ModuleHost, Output, Refused, Routine } from './host.js';
export { keyOf } from './key.js';
export { type Addressing, DiagnosticModule } from './module.js';
export {
  negative,
  positive,
  quietBit,
  type RefusalCode,
  refusals,
  refusalWords,
  services,
  type Session,
  sessions,
} from './words.js';
export { type Said, sayMessage } from './says.js';
export { type ToldCode, toldCodes } from './told-codes.js';
