/** Tables whose columns are modules: what stands in front of a row says what is read of each. */
import { type Cell, cellsOf } from './cells.js';
import { readCodeLine } from './code-line.js';
import { anyCode, firstLines } from './first-lines.js';
import { readModuleName } from './heading.js';
import { type Lines, saysSomething } from './lines.js';
import { stateOf } from './module-state.js';
import { statusOfPlural } from './section-words.js';
import { labelOf, reachWordOf, statusWordOf } from './vocabulary.js';

/** What parts the cells of such a table; null for blanks. */
type Separator = '|' | '\t' | ';' | ',' | null;

export interface TurnedTable {
  /** The line of the names, as it is numbered on the page. */
  readonly at: number;
  readonly separator: Separator;
  readonly names: readonly string[];
  /** Where the columns of the names begin, where blanks part them. */
  readonly starts: readonly number[];
  /** Nothing stands in front of the rows: each cell is a code with its status, or says something of its module. */
  readonly bare: boolean;
}

/** Lines below the names in which the first code stands. */
const linesBelow = 10;
const mostNames = 40;
const longestCell = 50;
const separators = ['|', '\t', ';', ','] as const;

/** What a row of a turned table says of which modules, by their places. */
export interface TurnedRow {
  readonly label: string;
  readonly cells: readonly string[];
}

/** The row of such a table; null for a line that is none. */
export function rowOf(table: Omit<TurnedTable, 'at'>, line: string): TurnedRow | null {
  const { separator, starts, names, bare } = table;
  if (bare) return bareRow(table, line);
  if (separator !== null) {
    const cells = partsOf(line, separator);
    return cells.length > 1 && cells.length <= names.length + 1 && cells[0] !== ''
      ? { label: cells[0]!, cells: names.map((_, at) => cells[at + 1] ?? '') }
      : null;
  }
  const [first, ...others] = cellsOf(line, null, starts);
  if (first === undefined || others.length === 0 || first.from >= starts[0]!) return null;
  const cells = inColumns(others, starts);
  return cells && { label: first.text, cells };
}

/** Cells in their columns; null where one stands in front of all. */
function inColumns(own: readonly Cell[], starts: readonly number[]): readonly string[] | null {
  const cells = starts.map(() => '');
  for (const { text, from } of own) {
    const at = starts.findLastIndex((start) => start <= from + 1);
    if (at < 0) return null;
    cells[at] = cells[at] === '' ? text : `${cells[at]!}   ${text}`;
  }
  return cells;
}

/** A row without a label: codes and states, each under a name. */
function bareRow({ starts }: Omit<TurnedTable, 'at'>, line: string): TurnedRow | null {
  const cells = inColumns(cellsOf(line, null, starts), starts);
  return cells?.every((cell) => cell === '' || isCodeCell(cell) || stateOf(cell) !== null)
    ? { label: '', cells }
    : null;
}

const isCodeCell = (cell: string): boolean => anyCode.test(cell) && readCodeLine(cell)?.before === null;

function partsOf(line: string, separator: Exclude<Separator, null>): readonly string[] {
  const framed = separator === '|' ? line.trim().replace(/^\||\|$/g, '') : line;
  return framed.split(separator).map((cell) => cell.trim().replace(/^"(.*)"$/, '$1'));
}

/** The status that a row is of: `Stored`, `mémorisés`; undefined for a row of something else. */
export const statusOfRow = (label: string) =>
  statusWordOf(label)?.status ?? statusOfPlural(label.toLowerCase()) ?? undefined;

const isName = (text: string): boolean =>
  /^\p{L}{2}/u.test(text) &&
  text.length <= longestCell &&
  labelOf(text) === null &&
  statusOfRow(text) === undefined &&
  reachWordOf(text) === null &&
  readModuleName(text) !== null;

/** The names in a line that could stand over such a table. */
function namesIn(line: string, separator: Separator): Omit<TurnedTable, 'at'> | null {
  const cells =
    separator === null ? cellsOf(line, null) : partsOf(line, separator).map((text) => ({ text, from: 0 }));
  const labelled = cells.length > 2 && !isName(cells[0]!.text);
  const own = labelled ? cells.slice(1) : cells;
  if (own.length < 2 || own.length > mostNames || !own.every(({ text }) => isName(text))) return null;
  // The first column is the label's; where blanks part the columns it may have no name of its own.
  if (separator !== null && !labelled) return null;
  return { separator, names: own.map(({ text }) => text), starts: own.map(({ from }) => from), bare: false };
}

/** A row of a status, or of codes, with a code in it. */
function holdsCodes(table: Omit<TurnedTable, 'at'>, line: string): boolean {
  const row = anyCode.test(line) ? rowOf(table, line) : null;
  return (
    row !== null &&
    (statusOfRow(row.label) !== undefined || labelOf(row.label)?.role === 'code') &&
    row.cells.every((cell) => !anyCode.test(cell) || readCodeLine(cell)?.before === null)
  );
}

/** The table of that kind that a report holds; null for none. */
export function turnedTable(lines: Lines): TurnedTable | null {
  for (const { at, line } of firstLines(lines, 400)) {
    if (line.length < 8 || anyCode.test(line) || /[:=]\s*\S|\d{3}/.test(line) || !saysSomething(line))
      continue;
    const separator = separators.find((sign) => line.split(sign).length > 2) ?? null;
    if (separator === null && !/\S\s{2,}\S/.test(line)) continue;
    const names = namesIn(line, separator);
    if (names === null) continue;
    if (separator === null && isOverBareRows(lines, at, names)) return { at, ...names, bare: true };
    for (let next = at + 1; next <= Math.min(at + linesBelow, lines.count); next++) {
      const below = lines.at(next).slice(0, 400);
      if (holdsCodes(names, below)) return { at, ...names };
      if (saysSomething(below) && rowOf(names, below) === null) break;
    }
  }
  return null;
}

/**
 * True where right below the names, or a rule, every column has a code or says something of its module, and nothing else
 * stands there up to a blank line: two columns of a page have headings of their own.
 */
function isOverBareRows(lines: Lines, at: number, names: Omit<TurnedTable, 'at'>): boolean {
  const rule = /^[\s=_–—-]{4,400}$/.test(lines.at(at + 1).slice(0, 400));
  const from = at + (rule ? 2 : 1);
  for (let next = from; next < from + linesBelow; next++) {
    const line = lines.at(next).slice(0, 400);
    if (!saysSomething(line)) return next > from;
    const row = bareRow(names, line);
    if (row === null) return false;
    const coded = row.cells.filter(isCodeCell).length;
    if (next === from && (row.cells.includes('') || coded === 0 || coded === row.cells.length)) return false;
  }
  return true;
}
