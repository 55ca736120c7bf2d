/** Reads a table with delimiters: any delimiter, any header names in four languages, quotes, lines above it. */
import { readCode, readCodeBytes, wordTable } from '../codes/index.js';
import { finish, type Work } from '../progress/index.js';
import { type FoundCode, readCodeLine, readStatusCell, readTypeCell } from './code-line.js';
import {
  type Columns,
  columnsByContent,
  headerColumns,
  isHeader,
  isNoCode,
  type MetaRole,
} from './columns.js';
import { readField } from './field.js';
import { readHeading } from './heading.js';
import { saysSomething } from './lines.js';
import { stateOf } from './module-state.js';
import { PatternBook } from './patterns.js';
import { Line, Reading } from './reading.js';
import { noteEntries, takeTitle, type TextOptions } from './read-text.js';
import type { Scan } from './schema.js';
import { firstRows, type Row, tableRows } from './table-rows.js';
import { takeTaught } from './taught.js';

const delimiters = [';', '\t', ',', '|'] as const;
const sampleLines = 60;
/** Rows by which the columns are known. */
const layoutRows = 600;
/** A longer row is no row of codes; it is told as not read. */
const longestRow = 4000;
const progressEvery = 2048;

/** A scan out of a table with delimiters. Every row is accounted for, by the line on which it starts. */
export function readCsv(text: string, options: TextOptions = {}): Scan {
  return finish(readingCsv(text, options));
}

/** As `readCsv`, step by step: progress is in characters. */
export function* readingCsv(text: string, { patterns, marks }: TextOptions = {}): Work<Scan> {
  const delimiter = delimiterOf(text) ?? ',';
  const book = new PatternBook(patterns);
  const { columns, from } = layoutOf(firstRows(text, delimiter, layoutRows), book);
  const reading = new Reading(book);
  const marked = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  let at = 0;
  let length = 0;
  for (const row of tableRows(text, delimiter)) {
    if (++at % progressEvery === 0) yield { done: length, total: text.length };
    length += row.raw.length + 1;
    if (!saysSomething(row.raw)) continue;
    const line = new Line(row.line, row.raw);
    if (row.raw.length > longestRow) {
      reading.skip(line);
      continue;
    }
    const mark = marked.get(row.line);
    // A shop's codes stand in the code column; its meanings and what was said of this row are of whole rows.
    if ((mark || book.meaningOf(row.raw) !== null) && takeTaught(reading, line, mark)) continue;
    if (at > from && takeRow(reading, row, line, columns)) continue;
    if (at === from && row.cells.length > 1) reading.mark(line, 'header');
    else takeAround(reading, row, line, at <= from);
  }
  return reading.finish();
}

/** True where a text is such a table rather than lines for people. */
export function looksLikeCsv(text: string): boolean {
  const delimiter = delimiterOf(text);
  if (delimiter === null || delimiter === '|') return false;
  const rows = firstRows(text, delimiter, sampleLines);
  if (rows.some(({ cells }) => isHeader(headerColumns(cells)) && cells.length >= 2)) return true;
  const wide = rows.filter(({ cells }) => cells.length >= 3);
  if (delimiter !== ',' || wide.length < 0.8 * rows.length) return false;
  const { columns } = layoutOf(rows, new PatternBook());
  return columns.code !== undefined && columns.module !== undefined;
}

/** The delimiter by which most lines fall into equally many cells, or null where none parts them. */
function delimiterOf(text: string): (typeof delimiters)[number] | null {
  const named = /^\uFEFF?sep=(.)\r?\n/i.exec(text)?.[1];
  const given = delimiters.find((delimiter) => delimiter === named);
  if (given) return given;
  let best: (typeof delimiters)[number] | null = null;
  let most = 1;
  for (const delimiter of delimiters) {
    const counts = new Map<number, number>();
    for (const { cells } of firstRows(text, delimiter, sampleLines))
      if (cells.length > 1) counts.set(cells.length, (counts.get(cells.length) ?? 0) + 1);
    const agreeing = Math.max(0, ...counts.values());
    if (agreeing > most) [best, most] = [delimiter, agreeing];
  }
  return best;
}

/** The columns, and the place of the first row of data. */
function layoutOf(rows: readonly Row[], book: PatternBook): { columns: Columns; from: number } {
  const sample = rows.slice(0, 200);
  const header = sample.findIndex(({ cells }) => isHeader(headerColumns(cells)));
  if (header >= 0) {
    const named = headerColumns(rows[header]!.cells);
    const below = rows.slice(header + 1, header + 400).map(({ cells }) => cells);
    return { columns: columnsByContent(below, named, book), from: header + 1 };
  }
  const first = sample.findIndex(({ cells }) =>
    cells.some((cell) => readCode(cell) !== null || isCodeBytes(cell) || book.isCode(cell)),
  );
  const from = Math.max(0, first);
  return {
    columns: columnsByContent(
      rows.slice(from, from + 400).map(({ cells }) => cells),
      {},
      book,
    ),
    from,
  };
}

const isCodeBytes = (cell: string) => /^(?:0x)?[0-9a-f]{2} [0-9a-f]{2}(?: [0-9a-f]{2})?$/i.test(cell.trim());

function takeRow(reading: Reading, row: Row, line: Line, columns: Columns): boolean {
  const cell = (role: keyof Columns) =>
    columns[role] === undefined ? '' : (row.cells[columns[role]] ?? '').trim();
  const code = cell('code');
  const found = codesOf(code, reading.book);
  const state = found.length > 0 ? null : stateIn(row.cells, columns);
  if (found.length === 0 && state === null && !(isNoCode(code) && onlyModule(row.cells, columns)))
    return false;

  const heading = readHeading(cell('module'));
  const address =
    /^(?:0x)?([0-9a-f]{2,3})h?$/i.exec(cell('address'))?.[1]?.toUpperCase() ?? heading?.address ?? null;
  if (heading) reading.enter(heading.name, line, address);
  else if (columns.module === undefined && address !== null)
    reading.enter(`Address ${address}`, line, address);
  for (const role of ['reader', 'readerSoftware', 'date', 'odometer', 'supplyVolts'] as const)
    if (cell(role) !== '') noteEntries(reading, [{ kind: role satisfies MetaRole, value: cell(role) }]);
  if (found.length > 0) {
    reading.add(
      found.map((one) => completed(one, cell('type'), cell('status'), cell('text'))),
      line,
      false,
    );
    return true;
  }
  if (reading.module === null) return false;
  const module = reading.enter(reading.module, line);
  if (state !== null) {
    module.reach = state;
    module.answered = state === 'answered';
  }
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

function codesOf(cell: string, book: PatternBook): readonly FoundCode[] {
  if (cell === '') return [];
  const read = readCode(cell) ?? (isCodeBytes(cell) || isRawCode(cell) ? readCodeBytes(cell) : null);
  if (read) return [bare(read.code, read.failureType, read.repaired)];
  if (book.isCode(cell)) return [bare(cell.toUpperCase(), null, false)];
  return readCodeLine(cell)?.codes ?? [];
}

/** A code of which no more is known. */
function bare(code: string, failureType: string | null, repaired: boolean): FoundCode {
  return { code, failureType, repaired, status: 'unknown', statusText: null, statusByte: null, text: null };
}

/** Single letters that can mean one thing only in a status column. */
const oneLetter: Readonly<Record<string, string>> = wordTable({ A: 'active', S: 'stored', H: 'history' });

/** Bytes written together: six digits, or four of which one is a letter. */
const isRawCode = (cell: string): boolean =>
  /^(?:0x)?[0-9a-f]{6}$/i.test(cell) ||
  (/^(?:0x)?[0-9a-f]{4}(?: [0-9a-f]{2})?$/i.test(cell) && (/[a-f]/i.test(cell) || / /.test(cell)));

function completed(found: FoundCode, type: string, status: string, text: string): FoundCode {
  const read =
    (status === '' ? null : readStatusCell(`Status: ${oneLetter[status.toUpperCase()] ?? status}`)) ?? found;
  return {
    code: found.code,
    failureType: found.failureType ?? readTypeCell(type),
    repaired: found.repaired,
    status: read.status,
    statusText: read.statusText,
    statusByte: read.statusByte,
    text: text === '' ? found.text : text.replace(/\s+/g, ' '),
  };
}

function stateIn(cells: readonly string[], columns: Columns) {
  for (const [at, cell] of cells.entries()) {
    if (at === columns.module || cell.trim() === '') continue;
    const state = stateOf(cell);
    if (state !== null) return state;
  }
  return null;
}

const onlyModule = (cells: readonly string[], columns: Columns) =>
  columns.module !== undefined &&
  cells.every((cell, at) => at === columns.module || at === columns.address || /^[-–—.\s]*$/.test(cell)) &&
  /\p{L}{2}/u.test(cells[columns.module] ?? '');

/** What stands above or below the table: fields of the head, titles, counts. A full row of the table is no title. */
function takeAround(reading: Reading, { cells }: Row, line: Line, above: boolean): void {
  const filled = cells.filter((cell) => cell.trim() !== '');
  const words = new Line(line.number, filled.join('   '));
  const field = readField(words.text);
  if (field) {
    noteEntries(reading, field.entries);
    reading.mark(line, 'header');
  } else if (!(above || filled.length < 2) || !takeTitle(reading, words)) reading.skip(words);
}
