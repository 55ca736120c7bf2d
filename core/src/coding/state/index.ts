/** Where the coding of a unit stands, apart from its schemas: every page knows it. */
export { aimBooks, type AimKind } from './aim.js';
export {
  compareTrims,
  readTrim,
  trimCheck,
  type TrimFinding,
  type TrimPosition,
  type TrimReading,
} from './trim.js';
export {
  bringsForeignData,
  preconditionWords,
  type Sheet,
  type SheetLine,
  sheetOf,
  type SheetPart,
} from './sheet.js';
export {
  cleanTurns,
  isCylinderAccepted,
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
