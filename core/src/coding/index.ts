export { aimBooks, type AimKind } from './aim.js';
export {
  type BridgeSocket,
  type CarriedHow,
  carriedHows,
  type CarriedItem,
  type CarriedKind,
  carriedKinds,
  type CodingBook,
  codingBook,
  codingBookFile,
  codingBookFormat,
  type Precondition,
  preconditions,
  type Procedure,
  type ProcedureStep,
} from './book.js';
export { fromHex, showAddress, toHex } from './hex.js';
export { type ChecksumKind, checksumKinds, type ImageForm, imageForms } from './kinds.js';
export { type OptionChange, type OptionField, optionFields, readOptions, writeOptions } from './options.js';
export {
  type FieldRole,
  fieldEncodings,
  fieldRoles,
  type Layout,
  layout,
  type LayoutField,
  type MergeFacts,
  mergeFacts,
  type MergeRequest,
  mergeRequest,
  optionReadRequest,
  type OptionRule,
  optionRule,
  optionRules,
  optionWriteRequest,
  type Recipe,
  recipe,
  type RecipeSource,
  segments,
  type Segments,
  type TrimScheme,
  trimScheme,
} from './schema.js';
export {
  compareTrims,
  readTrim,
  trimCheck,
  type TrimFinding,
  type TrimPosition,
  type TrimReading,
} from './trim.js';
export {
  cleanTurns,
  type CodingEntry,
  codingEntryData,
  type CodingImageData,
  codingImageData,
  type CodingPlanData,
  codingPlanData,
  type ImageRole,
  imageRoles,
  type LockSetData,
  lockSetData,
} from './records.js';
export {
  bringsForeignData,
  preconditionWords,
  type Sheet,
  type SheetLine,
  sheetOf,
  type SheetPart,
} from './sheet.js';
export {
  type CodingPhase,
  type CodingState,
  codingState,
  type Entered,
  type LineState,
  type OdometerCard,
  type ProcedureState,
  type RunningStep,
  type TrimState,
} from './state.js';
