/** Reads tables with delimiters: any header names in any language that we know, quotes, lines above it. */
import { isCodeBytes } from '../codes/index.js';
import { finish, type Work } from '../progress/index.js';
import {
  leadsWithCode,
  type Columns,
  columnsByContent,
  headerColumns,
  isByStatus,
  isCodes,
  isHeader,
  isNoCode,
  placeOf,
} from './columns.js';
import { anyCode } from './first-lines.js';
import { bareFields, noteField } from './header-field.js';
import { readModuleName } from './heading.js';
import { type Legend, legendOf, withLearned } from './legend.js';
import { Lines, saysSomething } from './lines.js';
import { stateOf } from './module-state.js';
import { pairsOf } from './pairs.js';
import { PatternBook, patternsFor } from './patterns.js';
import { Line } from './line.js';
import { Reading } from './reading.js';
import type { TextOptions } from './read-text.js';
import { languageIn, readerOf, takeTitle } from './rules/head.js';
import { takeCodesByStatus, takeRow } from './row.js';
import type { Scan } from './schema.js';
import { firstRows, type Row, stretch, tableRows } from './table-rows.js';
import { takeTaught } from './taught.js';
import { turnedTable } from './turned-table.js';
import { labelOf } from './vocabulary.js';

const delimiters = [';', '\t', ',', '|'] as const;
const sampleLines = 60;
/** Rows by which the columns are known. */
const layoutRows = 600;
/** A longer row is no row of codes; it is told as not read. */
const longestRow = 4000;
const progressEvery = 2048;
/** Characters above the table in which a legend and the reader's name may stand. */
const headLength = 16_384;

/** A scan out of a table with delimiters. Every row is accounted for, by the line on which it starts. */
export function readCsv(text: string, options: TextOptions = {}): Scan {
  return finish(readingCsv(text, options));
}

/** As `readCsv`, step by step: progress is in characters. */
export function* readingCsv(text: string, { patterns, marks }: TextOptions = {}): Work<Scan> {
  const delimiter = delimiterOf(text) ?? ',';
  const head = new Lines(text.slice(0, headLength));
  const known = patternsFor(readerOf(head), patterns ?? { codes: [], lines: [] });
  const book = new PatternBook(known);
  const layout = layoutOf(firstRows(text, delimiter, layoutRows), book);
  const { from } = layout;
  let { columns } = layout;
  const reading = new Reading(book);
  const legend = withLearned(legendOf(head), known.words ?? []);
  const marked = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  let at = 0;
  let length = 0;
  // Below a blank line a row that falls short is no row of the table: `Thanks,`
  let width = 0;
  let apart = false;
  for (const row of tableRows(text, delimiter)) {
    if (++at % progressEvery === 0) yield { done: length, total: text.length };
    length += row.raw.length + 1;
    if (!saysSomething(row.raw)) {
      apart ||= at > from;
      continue;
    }
    const line = new Line(row.line, row.raw);
    if (row.raw.length > longestRow) {
      reading.skip(line);
      continue;
    }
    const mark = marked.get(row.line);
    // A shop's codes stand in the code column; its meanings and what was said of this row are of whole rows.
    if ((mark || book.meaningOf(row.raw) !== null) && takeTaught(reading, line, mark)) continue;
    const again = row.cells.length > 1 && isHeader(headerColumns(row.cells));
    // A table of its own below the first.
    if (again && at > from) columns = headerColumns(row.cells);
    if (row.cells.length >= width) apart = false;
    if (!apart) width = row.cells.length;
    const below = apart && !row.cells.some((cell) => leadsWithCode(cell) || stateOf(cell) !== null);
    if (!again && !below && at > from && takeDataRow(reading, row.cells, line, columns, legend)) continue;
    if (legend.lines.has(row.line)) {
      reading.mark(line, 'header');
      continue;
    }
    if (again || (at === from && row.cells.length > 1)) reading.mark(line, 'header');
    else takeAround(reading, row, line, at <= from);
  }
  reading.correct(marks ?? []);
  return reading.finish(languageIn(head));
}

const takeDataRow = (
  reading: Reading,
  cells: readonly string[],
  line: Line,
  columns: Columns,
  legend: Legend,
): boolean =>
  takeCodesByStatus(reading, cells, line, columns, legend) ||
  takeRow(reading, cells, line, columns, legend, false);

/** True where a text is such a table rather than lines for people. */
export function looksLikeCsv(text: string): boolean {
  const delimiter = delimiterOf(text);
  if (delimiter === null || delimiter === '|' || /^\uFEFF?\s*>/.test(text)) return false;
  if (turnedTable(new Lines(text.slice(0, headLength))) !== null) return false;
  const rows = firstRows(text, delimiter, sampleLines);
  const header = rows.findIndex(
    ({ cells }, at) => cells.length >= 2 && isHeader(headerColumns(cells)) && isParted(rows, at + 1),
  );
  if (header >= 0) {
    // A header over each module's own rows is a report for people.
    const columns = headerColumns(rows[header]!.cells);
    return placeOf(columns, 'module') >= 0 || placeOf(columns, 'address') >= 0 || columns.length === 0;
  }
  if (isByStatus(headerColumns(rows[0]?.cells ?? [])) && rows.some(({ cells }) => cells.some(isCodesOrOne)))
    return true;
  if (delimiter !== ',') return false;
  const table = paragraphsOf(rows);
  if (rows.some((row) => !table.includes(row) && anyCode.test(row.raw))) return false;
  const wide = table.filter(isWide);
  if (wide.length < Math.min(3, rows.length) || wide.length < 0.8 * table.length) return false;
  const { columns } = layoutOf(table, new PatternBook());
  const code = placeOf(columns, 'code');
  if (code < 0 || placeOf(columns, 'module') < 0) return false;
  // Names of modules in the column of the codes: lines for people with commas.
  const cells = wide.map((row) => (row.cells[code] ?? '').trim()).filter((cell) => cell !== '');
  return (
    cells.filter((cell) => leadsWithCode(cell) || isCodes(cell) || isNoCode(cell)).length > cells.length / 2
  );
}

const isWide = ({ cells }: Row): boolean => cells.length >= 3;
const isBlank = ({ raw }: Row): boolean => raw.trim() === '';

/** The rows from the first paragraph with a wide one to the last: a letter may stand above and below them. */
function paragraphsOf(rows: readonly Row[]): readonly Row[] {
  const above = rows.slice(0, Math.max(0, rows.findIndex(isWide))).findLastIndex(isBlank);
  const last = rows.findLastIndex(isWide);
  const below = rows.findIndex((row, at) => at > last && isBlank(row));
  return rows.slice(above + 1, below < 0 ? rows.length : below).filter((row) => !isBlank(row));
}

/** True where the rows from `from` on have cells: `9 DTC, 8 modules` is no header over them where they have none. */
function isParted(rows: readonly Row[], from: number): boolean {
  const below = rows
    .slice(from)
    .filter(({ raw }) => saysSomething(raw))
    .slice(0, 4);
  return 2 * below.filter(({ cells }) => cells.length > 1).length >= below.length;
}

const isCodesOrOne = (cell: string): boolean => leadsWithCode(cell) || isCodes(cell);

/** The delimiter by which most lines fall into equally many cells, or null where none parts them. */
function delimiterOf(text: string): (typeof delimiters)[number] | null {
  const named = /^\uFEFF?sep=(.)\r?\n/i.exec(text)?.[1];
  const given = delimiters.find((delimiter) => delimiter === named);
  if (given) return given;
  let best: (typeof delimiters)[number] | null = null;
  let most = 1;
  const head = text.slice(0, stretch);
  for (const delimiter of delimiters) {
    if (!head.includes(delimiter)) continue;
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
    const below = cellsFrom(rows, header + 1, named.length / 2);
    return { columns: columnsByContent(below, named, book), from: header + 1 };
  }
  // A header that names no column of codes still names the others.
  const above = sample.findIndex(({ cells }, at) => {
    const columns = headerColumns(cells);
    const known = columns.filter((column) => column !== null).length;
    // In the first row, without a figure, two are enough where one is of modules.
    const first = at === 0 && placeOf(columns, 'module') >= 0 && !cells.some((cell) => /\d/.test(cell));
    return known >= (first ? 2 : 3);
  });
  const first = sample.findIndex(({ cells }) =>
    cells.some((cell) => leadsWithCode(cell) || isCodes(cell) || isCodeBytes(cell) || book.isCode(cell)),
  );
  const named = above >= 0 && above < first;
  const byStatus = named ? headerColumns(rows[above]!.cells) : [];
  if (isByStatus(byStatus)) return { columns: byStatus, from: above + 1 };
  let from = named ? above + 1 : Math.max(0, first);
  // Rows over the first code that say something of a module, in as many cells, are rows too.
  if (!named) while (from > 0 && saysOfModule(sample[from - 1]!.cells, sample[first]!.cells.length)) from--;
  return {
    columns: columnsByContent(
      cellsFrom(rows, from, named ? rows[above]!.cells.length / 2 : 0),
      named ? headerColumns(rows[above]!.cells) : [],
      book,
    ),
    from,
  };
}

/** The cells of the rows by which columns are told: those of a letter below the table are too few. */
const cellsFrom = (rows: readonly Row[], from: number, least: number): (readonly string[])[] =>
  rows.slice(from, from + 400).flatMap(({ cells }) => (cells.length < least ? [] : [cells]));

/** A name, and what is said of it. */
const saysOfModule = (cells: readonly string[], width: number): boolean =>
  cells.length === width &&
  cells.some((cell) => stateOf(cell) !== null) &&
  cells.some((cell) => stateOf(cell) === null && readModuleName(cell) !== null);

/** What stands above or below the table: fields of the head, titles, counts. A full row of the table is no title. */
function takeAround(reading: Reading, { cells }: Row, line: Line, above: boolean): void {
  const filled = cells.filter((cell) => cell.trim() !== '');
  const words = new Line(line.number, filled.join('   '));
  if (/^sep=.$/i.test(line.text.trim())) return reading.mark(line, 'header');
  const label = filled.length === 2 ? labelOf(filled[0]!) : null;
  const fields = label ? [{ role: label.role, value: filled[1]! }] : bareFields(words.text);
  const pairs = pairsOf(words.text).filter(({ label: own }) => own !== null);
  for (const { role, value } of fields) noteField(reading, role, value);
  for (const { label: own, value } of pairs) noteField(reading, own!.role, value);
  if ((fields.length > 0 || pairs.length > 0) && (above || filled.length <= 2)) reading.mark(line, 'header');
  else if (!(above || filled.length < 2) || !takeTitle(reading, words)) reading.skip(words);
}
