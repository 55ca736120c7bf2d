/** Reads reports beside the page, so that a long one does not hold it up. */
import '../page-policy';
import {
  decodeReport,
  type LineMark,
  readingReport,
  type ReportPatterns,
  type Scan,
} from '@dormant-beacon/core/scans';
import { serve } from './serve';

export interface ReportRequest {
  /** A report's text, or the bytes of its file. */
  readonly source: string | ArrayBuffer;
  readonly patterns: ReportPatterns;
  readonly marks: readonly LineMark[];
}
export interface ReportAnswer {
  readonly scan: Scan;
  /** Of a file: its text. */
  readonly text: string | null;
}

serve<ReportRequest, ReportAnswer>(function* ({ source, patterns, marks }) {
  const text = typeof source === 'string' ? source : decodeReport(new Uint8Array(source)).text;
  const scan = yield* readingReport(text, { patterns, marks });
  return { scan, text: typeof source === 'string' ? null : text };
});
