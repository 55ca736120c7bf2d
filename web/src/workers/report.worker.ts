/** Reads reports beside the page, so that a long one does not hold it up. */
import { readReport, type Scan } from '@dormant-beacon/core/scans';

export interface ReportRequest {
  readonly ticket: number;
  readonly text: string;
}
export type ReportAnswer =
  { readonly ticket: number; readonly scan: Scan } | { readonly ticket: number; readonly problem: string };

addEventListener('message', ({ data: { ticket, text } }: MessageEvent<ReportRequest>) => {
  try {
    postMessage({ ticket, scan: readReport(text) } satisfies ReportAnswer);
  } catch (error) {
    postMessage({ ticket, problem: (error as Error).message } satisfies ReportAnswer);
  }
});
