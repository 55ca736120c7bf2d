export { withNamesOf } from './alias.js';
export { compareScans } from './compare.js';
export { type Doubt, doubtsOf } from './doubt.js';
export { decodeReport, type Encoding } from './decode.js';
export { type MatrixCell, type MatrixRow, type ScanMatrix, scanMatrix } from './matrix.js';
export {
  type CodePattern,
  codePattern,
  likeOf,
  type LineMark,
  lineMark,
  type LineMeaning,
  lineMeaning,
  type LinePattern,
  linePattern,
  patternOf,
  patternsOf,
  type ReportPatterns,
  reportPatterns,
  type WordPattern,
  wordPattern,
} from './patterns.js';
export { readingReport, readReport, type ReportForm, reportForms, type ReportOptions } from './read.js';
export { codeKey, ScanIndex } from './scan-index.js';
export {
  type CodeResult,
  codeResult,
  comparableScan,
  type ComparableScan,
  type ComparedCode,
  type Comparison,
  comparison,
  type LineKind,
  lineKind,
  type Reach,
  reach,
  type ReadBy,
  type Scan,
  scan,
  type ScanCode,
  scanCode,
  type ScanComparison,
  type ScanModule,
  scanModule,
} from './schema.js';
