/** The one door for reports of any kind: free text or our own JSON. */
import { check, Refusal } from '../refusal/index.js';
import { readText } from './read-text.js';
import { type Scan, scan } from './schema.js';

export const reportForms = ['auto', 'text', 'json'] as const;
export type ReportForm = (typeof reportForms)[number];

/**
 * Reads a report. `auto` takes text that starts with a brace for our JSON.
 * @throws Refusal where JSON is asked for and the text is none, or does not have the shape of a scan
 */
export function readReport(text: string, form: ReportForm = 'auto'): Scan {
  const asJson = form === 'json' || (form === 'auto' && text.trimStart().startsWith('{'));
  if (!asJson) return readText(text);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new Refusal('', `not valid JSON: ${(error as Error).message}`);
  }
  return check(scan, value);
}
