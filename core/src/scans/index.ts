export { compareScans } from './compare.js';
export { readReport, type ReportForm, reportForms } from './read.js';
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
  type Scan,
  scan,
  type ScanCode,
  scanCode,
  type ScanComparison,
  type ScanModule,
  scanModule,
} from './schema.js';
