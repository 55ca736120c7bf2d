/** Tables: their header, their rows, and codes with marks under columns that name statuses. */
import { isCodeBytes, readCode } from '../../codes/index.js';
import { readCodeLine } from '../code-line.js';
import { type TextColumns, cellsUnder, headerOf, marksIn, placeOf } from '../columns.js';
import { readModuleName } from '../heading.js';
import { saysSomething } from '../lines.js';
import { pairsOf } from '../pairs.js';
import { labelOf, reachWordOf } from '../vocabulary.js';
import { type Line } from '../line.js';
import { type Reading } from '../reading.js';
import { byMarks, takeCodesByStatus, takeRow } from '../row.js';
import { codeToken, type Page } from './page.js';

export function takeColumns(reading: Reading, line: Line, page: Page): boolean {
  const below = rowBelow(line, page);
  const above = page.lines.at(line.at - 1).slice(0, 300);
  const columns =
    headerOf(line.text, below, page.legend.statuses) ??
    (/\S\s{2,}\S/.test(line.text) && codeToken.test(below) && /\S\s{2,}\S/.test(above)
      ? headerOf(line.text, below, page.legend.statuses, above)
      : null);
  if (!columns) return false;
  page.columns = withNames(reading, columns, below);
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

/** `Name   Code` over a module that was named before: names of modules. */
function withNames(reading: Reading, own: TextColumns, below: string): TextColumns {
  if (own.columns[0] !== null || placeOf(own.columns, 'module') >= 0) return own;
  const first = cellsUnder(own, below)?.[0] ?? '';
  const module = first === '' || reading.named(first) === null ? null : labelOf('module');
  return module === null ? own : { ...own, columns: own.columns.with(0, module) };
}

/** The row below the names of the columns, a rule between at most. */
function rowBelow({ at }: Line, { lines }: Page): string {
  const next = lines.at(at + 1).slice(0, 300);
  const below = /[\p{L}\p{N}]/u.test(next) ? next : lines.at(at + 2).slice(0, 300);
  return below.replace(/^\s{0,40}\|(.{0,300})\|\s{0,40}$/u, '$1');
}

export function takeTableRow(reading: Reading, line: Line, page: Page): boolean {
  const columns = page.columns!;
  const coded = codeToken.test(line.text);
  const roll = placeOf(columns.columns, 'code') < 0;
  if (
    roll &&
    takeCodesByStatus(reading, cellsUnder(columns, line.text) ?? [], line, columns.columns, page.legend)
  )
    return true;
  if (roll && placeOf(columns.columns, 'module') < 0) return takeMarkedCode(reading, line, page);
  if (roll && readCodeLine(line.text)) return false;
  const cells = cellsUnder(columns, line.text);
  // A code in the place of a name: no row of this table.
  if (coded && codeToken.test(cells?.[placeOf(columns.columns, 'module')] ?? '')) return false;
  if (!cells || pairsOf(line.text).some(({ label }) => label?.role === 'ident')) return false;
  if (columns.columns.length === 1 && readCode(cells[0]!) === null && !isCodeBytes(cells[0]!)) return false;
  // `Modules read: Restraints, Body`: a line that runs over the columns without a gap.
  if (columns.separator === null && !coded && /[:,]\s/.test(line.text) && !isGapped(line.text)) return false;
  if (columns.separator === null && columns.columns.length > 1 && !coded && isLetter(line, page))
    return false;
  // `Without faults:   Cluster, Climate`: said of each of them.
  const said =
    columns.separator === null ? /^\s{0,40}(\p{L}[\p{L} ]{2,40}):\s/u.exec(line.text)?.[1] : undefined;
  if (said !== undefined && reachWordOf(said) !== null) return false;
  // A heading or a sentence below the table runs over its columns.
  if (
    columns.separator === null &&
    columns.columns.length > 1 &&
    cells.filter((cell) => cell !== '').length < 2 &&
    !carriesOn(reading, line, columns)
  )
    return false;
  return takeRow(reading, cells, line, columns.columns, page.legend, true);
}

const isGapped = (line: string): boolean => /\S\s{2,}\S|\t/.test(line);

/** Lines of a letter below a table have no gap, nor has the first line of their paragraph. */
function isLetter({ text, at }: Line, { lines }: Page): boolean {
  if (isGapped(text)) return false;
  for (let above = at; above > at - longestLetter; above--)
    if (!saysSomething(lines.at(above - 1))) return !isGapped(lines.at(above).slice(0, 300));
  return false;
}
const longestLetter = 12;

/** A line with one cell carries the row above on where it begins under a column that can. */
function carriesOn(reading: Reading, line: Line, { columns, starts }: TextColumns): boolean {
  const stated = reading.open === null && reading.statedAt === line.at - 1;
  if (!reading.open?.inTable && !stated) return false;
  const at = starts.indexOf(line.text.search(/\S/));
  const role = columns[at]?.role;
  return (
    (role === 'text' && !stated) ||
    (role === 'module' && (/^\s*\p{Ll}/u.test(line.text) || reading.module?.endsWith('-') === true))
  );
}

/** A code with marks under columns that name statuses, and nothing named over the code itself. */
function takeMarkedCode(reading: Reading, line: Line, page: Page): boolean {
  const { columns, starts } = page.columns!;
  const first = Math.min(...starts.filter((_, at) => columns[at]?.marks !== undefined));
  const codes = readCodeLine(line.text.slice(0, first), page.legend);
  if (!codes || marksIn(columns) === 0) return false;
  const cells = cellsUnder(page.columns!, ' '.repeat(first) + line.text.slice(first)) ?? [];
  const marked = byMarks(cells, columns);
  const name = codes.before === null ? null : readModuleName(codes.before);
  if (name) reading.enter(name.name, line, { address: name.address, by: 'word' });
  reading.add(
    codes.codes.map((code) => (marked ? { ...code, status: marked.status, by: marked.by } : code)),
    line,
  );
  return true;
}
