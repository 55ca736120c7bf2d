export { type EnteredReport, ReportEntry } from './report-entry';
export { ReportQueue } from './report-queue';
export { ReportRead } from './report-read';
export { ScanMatrixView } from './scan-matrix';
