/** Tables whose columns are modules: what stands in front of a row says what is read of each. */
import { cellsOf } from './cells.js';
import { readCodeLine } from './code-line.js';
import { anyCode, firstLines } from './first-lines.js';
import { readModuleName } from './heading.js';
import { type Lines, saysSomething } from './lines.js';
import { statusOfPlural } from './section-words.js';
import { labelOf, reachWordOf, statusWordOf } from './vocabulary.js';

/** What parts the cells of such a table; null for blanks. */
type Separator = '|' | '\t' | ';' | ',' | null;

export interface TurnedTable {
  /** The line of the names. */
  readonly at: number;
  readonly separator: Separator;
  readonly names: readonly string[];
  /** Where the columns of the names begin, where blanks part them. */
  readonly starts: readonly number[];
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
export function rowOf(
  table: Pick<TurnedTable, 'separator' | 'starts' | 'names'>,
  line: string,
): TurnedRow | null {
  const { separator, starts, names } = table;
  if (separator !== null) {
    const cells = partsOf(line, separator);
    return cells.length > 1 && cells.length <= names.length + 1 && cells[0] !== ''
      ? { label: cells[0]!, cells: names.map((_, at) => cells[at + 1] ?? '') }
      : null;
  }
  const [first, ...others] = cellsOf(line, null, starts);
  if (first === undefined || others.length === 0 || first.from >= starts[0]!) return null;
  const cells = names.map(() => '');
  for (const { text, from } of others) {
    const at = starts.findLastIndex((start) => start <= from + 1);
    if (at < 0) return null;
    cells[at] = cells[at] === '' ? text : `${cells[at]!}   ${text}`;
  }
  return { label: first.text, cells };
}

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
  return { separator, names: own.map(({ text }) => text), starts: own.map(({ from }) => from) };
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
    for (let next = at + 1; next <= Math.min(at + linesBelow, lines.count); next++) {
      const below = lines.at(next).slice(0, 400);
      if (holdsCodes(names, below)) return { at, ...names };
      if (saysSomething(below) && rowOf(names, below) === null) break;
    }
  }
  return null;
}
