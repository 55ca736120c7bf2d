/** The one door for reports of any kind: free text, a table with delimiters, or our own JSON. */
import { finish, type Work } from '../progress/index.js';
import { check, Refusal } from '../refusal/index.js';
import { looksLikeCsv, readingCsv } from './read-csv.js';
import { readTree } from './read-tree.js';
import { readingText, type TextOptions } from './read-text.js';
import { type Scan, scan } from './schema.js';

export const reportForms = ['auto', 'text', 'csv', 'json'] as const;
export type ReportForm = (typeof reportForms)[number];

export interface ReportOptions extends TextOptions {
  readonly form?: ReportForm | undefined;
}

/**
 * Reads a report. `auto` takes text that starts as our own scans do for our JSON, and text whose lines fall into
 * columns under a header for a table.
 * @throws Refusal where JSON is asked for and the text is none, or does not have the shape of a scan
 */
export function readReport(text: string, options: ReportOptions = {}): Scan {
  return finish(readingReport(text, options));
}

/** As `readReport`, step by step. */
export function* readingReport(text: string, { form = 'auto', ...options }: ReportOptions = {}): Work<Scan> {
  if (form === 'json' || (form === 'auto' && isOwnJson(text))) return readJson(text);
  const tree = form === 'auto' ? readTree(text, options) : null;
  if (tree?.whole) return tree.scan;
  const csv = form === 'csv' || (form === 'auto' && looksLikeCsv(text));
  const read = yield* csv ? readingCsv(text, options) : readingText(text, options);
  // A tree in which codes have no module is read as lines, unless these show fewer of its codes.
  return tree && tree.scan.codes.length > read.codes.length ? tree.scan : read;
}

/**
 * Our own scan as JSON begins like this; what another reader writes in braces is read as its text. A scan that was cut
 * short is still told by its beginning.
 */
function isOwnJson(text: string): boolean {
  const first = /^\uFEFF?\s*\{\s*"(codes|modules)"\s*:/.exec(text.slice(0, 200))?.[1];
  if (first === undefined) return false;
  try {
    const { codes } = parsed(text) as { codes?: unknown };
    const one: unknown = Array.isArray(codes) ? codes[0] : {};
    return codes !== undefined && (one === undefined || Object.hasOwn(Object(one) as object, 'code'));
  } catch {
    return first === 'codes' || /"notRead"\s*:/.test(text);
  }
}

const parsed = (text: string): unknown => JSON.parse(text.replace(/^\uFEFF/, ''));

function readJson(text: string): Scan {
  let value: unknown;
  try {
    value = parsed(text);
  } catch (error) {
    throw new Refusal('', `not valid JSON: ${(error as Error).message}`);
  }
  return check(scan, value);
}
