/** The one door for reports of any kind: free text, a table with delimiters, or our own JSON. */
import { finish, type Work } from '../progress/index.js';
import { check, Refusal } from '../refusal/index.js';
import { type Carried, carried } from './carrier.js';
import { looksLikeCsv, readingCsv } from './read-csv.js';
import { readTree } from './read-tree.js';
import { readingText, type TextOptions } from './read-text.js';
import { type Scan, scan } from './schema.js';
import { partedByData } from './tree-in-text.js';

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
  const inside = carried(text);
  if (inside === null) return yield* readingBare(text, form, options);
  const marks = options.marks?.map((mark) => ({ ...mark, line: inside.lineOf(mark.line) }));
  return asPrinted(yield* readingBare(inside.text, form, { ...options, marks }), inside);
}

/** A scan whose lines are those of the report as it came. */
function asPrinted(scan: Scan, { numberOf }: Carried): Scan {
  const there = <T extends { readonly line: number }>(list: readonly T[] | null | undefined) =>
    list == null ? list : list.map((one) => ({ ...one, line: numberOf(one.line) }));
  const maybe = <T extends { readonly line?: number | null | undefined }>(list: readonly T[]) =>
    list.map((one) => (one.line == null ? one : { ...one, line: numberOf(one.line) }));
  const { codes, modules, notRead, mismatches, values, lines } = scan;
  return {
    ...scan,
    codes: maybe(codes),
    modules: maybe(modules),
    ...(notRead === undefined ? {} : { notRead: there(notRead) }),
    ...(mismatches === undefined ? {} : { mismatches: there(mismatches) }),
    ...(values === undefined ? {} : { values: there(values) }),
    ...(lines === undefined ? {} : { lines: there(lines) }),
  };
}

/** The report without what carries it. */
function* readingBare(text: string, form: ReportForm, options: TextOptions): Work<Scan> {
  const tree = form === 'auto' ? readTree(text, options) : null;
  if (tree?.whole) return tree.scan;
  const amid = form === 'auto' && tree === null ? yield* readAmid(text, options) : null;
  if (amid) return amid;
  const csv = form === 'csv' || (form === 'auto' && looksLikeCsv(text));
  const read = yield* csv ? readingCsv(text, options) : readingText(text, options);
  // A tree in which codes have no module is read as lines, unless these show fewer of its codes.
  return tree && tree.scan.codes.length > read.codes.length ? tree.scan : read;
}

/** The scan of data that stand amid other lines, whose fields are those of the report's head; null where there are none. */
function* readAmid(text: string, options: TextOptions): Work<Scan | null> {
  for (const { data, around } of partedByData(text)) {
    const tree = readTree(data, options);
    if (!tree?.whole) continue;
    const { scan } = tree;
    const head = yield* readingText(around, options);
    if (head.modules.length > 0) continue;
    // What the letter counts are the codes of the data.
    const counts = (head.mismatches ?? []).map((count) => ({ ...count, read: scan.codes.length }));
    const mismatches = [
      ...counts.filter(({ printed, read }) => printed !== read),
      ...(scan.mismatches ?? []),
    ];
    const lines = [...(head.lines ?? []), ...(scan.lines ?? [])].sort((a, b) => a.line - b.line);
    const notRead = [...(head.notRead ?? []), ...(scan.notRead ?? [])].sort((a, b) => a.line - b.line);
    const told = Object.entries(scan).filter(([, value]) => value != null);
    return { ...head, ...(Object.fromEntries(told) as Scan), lines, notRead, mismatches };
  }
  return null;
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
