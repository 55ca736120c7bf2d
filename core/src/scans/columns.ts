/** Which column of a table holds what: by the header's words where they are known, else by what the cells hold. */
import { type CodeStatus, readCode, readCodeBytes } from '../codes/index.js';
import { type Cell, cellsOf, separatorOf } from './cells.js';
import { readModuleName } from './heading.js';
import { stateOf } from './module-state.js';
import { bitOf } from './status-cell.js';
import type { PatternBook } from './patterns.js';
import { sectionStatus, statusOfPlural } from './section-words.js';
import {
  isNameKey,
  type Label,
  labelOf,
  type Role,
  saysNo,
  saysYes,
  statusOfField,
  type StatusWord,
  statusWordOf,
  tokensOf,
} from './vocabulary.js';

/** What one column holds; a column of marks holds the one status that its heading names. */
export interface Column extends Label {
  readonly marks?: CodeStatus;
  /** It holds one bit of the public status byte. */
  readonly bit?: number;
}

/** The columns of a table by their place; null for one that nobody knows. */
export type Columns = readonly (Column | null)[];

export interface TextColumns {
  readonly columns: Columns;
  /** Where each begins, for a table that blanks align. */
  readonly starts: readonly number[];
  readonly separator: '|' | '\t' | ';' | null;
}

/** A line with more is no header that people read. */
const mostColumns = 40;
/** The label of a column that stands alone is shorter. */
const longestLabel = 30;

const plain = (role: Label['role']): Column => ({ role, decimal: false, bytes: false, link: false });

/**
 * The columns that a header row names; a row of data names none.
 * @param numbered a column of modules that holds their numbers, as the row below shows
 * @param under the cells of the row below
 */
export function headerColumns(
  cells: readonly string[],
  marks?: ReadonlyMap<string, StatusWord>,
  numbered = -1,
  under: readonly string[] = [],
): Columns {
  const labels = labelsOver(cells, under);
  if (
    labels[numbered]?.role === 'module' &&
    (cells.slice(numbered).some((cell) => isNameKey(cell.trim())) ||
      labels.filter((label) => label?.role === 'module').length === 1)
  )
    labels[numbered] = plain('address');
  const bits = cells.map((cell) => (marks?.has(cell.trim()) ? -1 : bitOf(cell)));
  const inBits = bits.filter((bit) => bit >= 0).length >= 2;
  // Beside an address or what is said of the contact, a name is the module's.
  const ofModules = labels.some((label) => label?.role === 'address' || label?.link === true);
  // `No` beside a name counts the modules.
  const count = ofModules ? cells.findIndex((cell) => isNumber(cell)) : -1;
  if (count >= 0 && labels[count] === null && !labels.some((label) => label?.role === 'address'))
    labels[count] = plain('address');
  const name = ofModules ? cells.findIndex((cell) => isNameKey(cell.trim())) : -1;
  if (name >= 0) {
    const numbered = labels.findIndex((label) => label?.role === 'module');
    if (numbered >= 0 && !labels.some((label) => label?.role === 'address'))
      labels[numbered] = plain('address');
    if (!labels.some((label) => label?.role === 'module')) labels[name] = plain('module');
  }
  const alone = cells.map(
    (cell, at) =>
      marks?.get(cell.trim()) ??
      marks?.get(cell.trim().replace(/\.$/, '').toUpperCase()) ??
      statusOver(cell) ??
      (saysYes(under[at] ?? '') || saysNo(under[at] ?? '') ? statusAsked(cell) : null),
  );
  // `Now   Memory`
  const words = alone.some((word) => word?.status === 'active')
    ? alone.map((word, at) => word ?? (labels[at] === null ? statusOfField(cells[at]!.trim()) : null))
    : alone;
  const told = words.filter((word) => word !== null);
  // One alone is a column of marks where nothing else says the status: `Active` over yes and no.
  const marked =
    told.length >= 2 ||
    (told[0]?.status === 'active' &&
      !labels.some((label) => label?.role === 'status' || label?.role === 'byte'));
  // Of two columns of a status, the one that names the code is the code's; the other is the module's.
  const statuses = labels.flatMap((label, at) => (label?.role === 'status' ? [at] : []));
  // A byte beside a column of statuses is the failure type, where nothing calls it a status itself.
  const byteIsType =
    statuses.length > 0 &&
    !labels.some((label) => label?.role === 'type') &&
    labels.some((label) => label?.role === 'code');
  const code = labels.findIndex((label) => label?.role === 'code');
  const ofCode =
    statuses.find((at) => saysCode(cells[at]!)) ??
    statuses.find((at) => code >= 0 && at > code) ??
    statuses[0];
  const seen = new Set<string>();
  return cells.map((_, at): Column | null => {
    const label = labels[at]!;
    const word = words[at];
    if (inBits && bits[at]! >= 0) return { ...plain('status'), marks: 'unknown', bit: bits[at]! };
    if (word && marked && (label === null || label.role === 'other'))
      return { ...plain('status'), marks: word.status };
    if (!label) return null;
    const bare = label.role === 'byte' && byteIsType && /^\W*byte\W*$/i.test(cells[at]!);
    // Without a column of codes a status is the module's.
    const ofModule =
      label.role === 'status' &&
      (at !== ofCode || (code < 0 && labels.some((one) => one?.role === 'module')));
    const role = bare ? 'type' : ofModule ? 'result' : label.role;
    if (seen.has(role)) return null;
    if ((role === 'module' || role === 'code') && bestOf(role, cells, labels, under) !== at) return null;
    seen.add(role);
    return { ...label, role };
  });
}

/** `Stored`, `Défauts mémorisés`: the status that a name over a column gives to what stands there. */
function statusOver(cell: string): StatusWord | null {
  const word = statusWordOf(cell.trim());
  if (word !== null || cell.length > 40 || !/\p{L}{4}/u.test(cell)) return word;
  const status = sectionStatus(cell) ?? statusOfPlural(cell.trim().toLowerCase());
  return status === null ? null : { status, comesAndGoes: false };
}

/** `Present at intake` over yes and no: a word of a status in front of when it was looked for. */
function statusAsked(cell: string): StatusWord | null {
  const [word, ...rest] = cell.trim().split(/\s+/);
  return rest.length > 1 && rest.length < 4 ? statusWordOf(word!) : null;
}

/** What each name says that its column holds, and what the row below tells of those that leave it open. */
function labelsOver(cells: readonly string[], under: readonly string[]): (Label | null)[] {
  const labels = cells.map((cell) => labelOf(cell.trim()));
  const has = (role: Role) => labels.some((label) => label?.role === role);
  const codes = labels.flatMap((label, at) => (label?.role === 'code' ? [at] : []));
  // `Present codes   Stored codes`
  const byStatus = codes.filter((at) => statusOver(cells[at]!) !== null);
  if (byStatus.length > 0 && cells.filter((cell) => statusOver(cell) !== null).length >= 2)
    for (const at of byStatus) labels[at] = null;
  if (!codes.some((at) => isCodes(under[at] ?? ''))) return labels;
  // `Fault   Code`: the words under the one are what the other means.
  const words = codes.filter((at) => !isCodes(under[at] ?? '') && /\p{L}{3}/u.test(under[at] ?? ''));
  if (words.length === 1 && !has('text') && stateOf(under[words[0]!]!) === null)
    labels[words[0]!] = plain('text');
  if (has('status') || has('byte') || cells.some((cell) => statusWordOf(cell.trim()) !== null)) return labels;
  const told = under.findIndex((cell, at) => labels[at] === null && statusWordOf(cell) !== null);
  if (told >= 0) labels[told] = plain('status');
  return labels;
}

/** Of several columns of modules or codes, the one that says the most: a name before a number, bytes before a count. */
function bestOf(
  role: Role,
  cells: readonly string[],
  labels: readonly (Label | null)[],
  under: readonly string[],
): number {
  const own = labels.flatMap((label, at) => (label?.role === role ? [at] : []));
  const worth = (at: number) =>
    (labels[at]!.bytes ? 2 : 0) +
    (wordsIn(cells[at]!).some(isNameKey) ? 1 : 0) -
    // `Node   Unit` over `12   Restraints`
    (role === 'module' && /^(?:0x)?[\dA-F]{1,4}h?$/.test(under[at] ?? '') ? 1 : 0) -
    (/#/.test(cells[at]!) || tokensOf(cells[at]!).some((token) => numbers.has(token)) ? 1 : 0);
  return own.reduce((best, at) => (worth(at) > worth(best) ? at : best), own[0]!);
}

const numbers: ReadonlySet<string> = new Set(['nr', 'no', 'num', 'n', 'number', 'nummer', 'numero', 'numer']);

const isNumber = (cell: string): boolean => {
  const tokens = tokensOf(cell);
  return /^\s*#\s*$/.test(cell) || (tokens.length === 1 && numbers.has(tokens[0]!));
};

/** The words of a heading, and the two of a compound: `Modulname`, `Fehlerstatus`. */
function wordsIn(text: string): readonly string[] {
  const words = text.split(/[\s_-]+/);
  const [whole] = words;
  if (words.length > 1 || whole!.length < 7) return words;
  for (let at = 3; at <= whole!.length - 3; at++) {
    const [first, second] = [whole!.slice(0, at), whole!.slice(at)];
    if (labelOf(first) !== null && (labelOf(second) !== null || isNameKey(second))) return [first, second];
  }
  return words;
}

const saysCode = (text: string): boolean =>
  wordsIn(text.trim()).some((word) => labelOf(word)?.role === 'code');

export const placeOf = (columns: Columns, role: Label['role']): number =>
  columns.findIndex((column) => column?.role === role && column.marks === undefined);
const has = (columns: Columns, role: Label['role']) => placeOf(columns, role) >= 0;
export const marksIn = (columns: Columns): number =>
  columns.filter((column) => column?.marks !== undefined).length;

/** Modules with columns that name statuses, and none of codes: these stand under their statuses, or marks do. */
export const isByStatus = (columns: Columns): boolean =>
  placeOf(columns, 'module') >= 0 && placeOf(columns, 'code') < 0 && marksIn(columns) >= 2;

/** True where enough is named to trust the row as a header. */
export const isHeader = (columns: Columns): boolean =>
  has(columns, 'code') &&
  (has(columns, 'module') ||
    has(columns, 'status') ||
    has(columns, 'byte') ||
    has(columns, 'text') ||
    has(columns, 'type') ||
    has(columns, 'count') ||
    marksIn(columns) > 1);

/**
 * The columns that a line of text names over the lines below it, or null.
 * @param below the line under it: names that stand close are parted where its cells are
 * @param marks what the legend says of letters that may stand over columns
 * @param above the line over it, where names take two lines
 * @example headerOf('Code      Status   Count')?.columns.length // 3
 */
export function headerOf(
  line: string,
  below = '',
  marks?: ReadonlyMap<string, StatusWord>,
  above = '',
): TextColumns | null {
  if (line.length > 300 || /[:=]\s*\S|\.{3}|\(\d{1,4}\s|\s0x[\da-f]{2}/i.test(line)) return null;
  const separator = separatorOf(line);
  let cells =
    separator === null
      ? cellsOf(line, null).flatMap((cell) => partedBy(cell, below))
      : cellsOf(line, separator);
  if (cells.length === 1 && cells[0]!.text.length < longestLabel && labelOf(cells[0]!.text)?.bytes)
    return { columns: [labelOf(cells[0]!.text)], starts: [cells[0]!.from], separator };
  if (cells.length < 2) cells = wordsOf(line);
  // `Panel   no codes` names no columns.
  if (cells.some(({ text }) => / /.test(text) && /^(?:clean|silent)$/.test(stateOf(text) ?? ''))) return null;
  const nameless = separator === null && cells.length > 1 ? namesInFront(cells[0]!, below) : null;
  if (nameless) cells = [nameless, ...cells];
  if (cells.length < 2 || cells.length > mostColumns || cells.some(({ text }) => readCode(text) !== null))
    return null;
  if (above !== '' && separator === null) cells = cells.map((cell) => withAbove(cell, above));
  const starts = cells.map(({ from }) => from);
  const under = cellsUnder({ columns: cells.map(() => null), starts, separator }, below) ?? [];
  let columns = headerColumns(
    cells.map(({ text }) => text.replace(/^[-*•]\s+/, '')),
    marks,
    separator === null
      ? cells.findIndex(({ from }) => /^[\dA-F]{1,3}(?:\s|$)/.test(below.slice(from, from + 4)))
      : -1,
    under,
  );
  // `Fejlkode`: a word that no table has, over a code.
  const unknownCode = has(columns, 'code') ? -1 : under.findIndex((cell) => isCodes(cell));
  if (
    unknownCode > 0 &&
    columns[unknownCode] === null &&
    columns.filter((column) => column !== null).length >= 2 &&
    !/\d/.test(line) &&
    cellsOf(line, separator).length >= 4
  )
    columns = columns.with(unknownCode, plain('code'));
  // `Name   Code   Now   Before`
  const namedFirst = isNameKey(cells[0]!.text.trim()) && has(columns, 'code') && marksIn(columns) >= 2;
  const unknownFirst = !nameless && !namedFirst && namesModules(cells, columns, below);
  if ((nameless || namedFirst || unknownFirst) && !has(columns, 'module') && !has(columns, 'address'))
    columns = columns.with(0, plain('module'));
  const behindCode = columns.findIndex((column) => column?.role === 'code') + 1;
  // Two figures right behind the code, under a name that says nothing of them, are its failure type.
  if (
    separator === null &&
    behindCode > 0 &&
    !has(columns, 'type') &&
    !has(columns, 'byte') &&
    (columns[behindCode]?.role ?? 'other') === 'other' &&
    /^[\dA-F]{2}(?:\s|$)/.test(below.slice(cells[behindCode]?.from ?? Infinity))
  )
    columns = columns.with(behindCode, plain('type'));
  const named = columns.filter((column) => column !== null).length;
  const filled = cells.filter(({ text }) => text !== '').length;
  const sure =
    has(columns, 'code') &&
    ((has(columns, 'module') && filled >= 3 && !/\d/.test(line)) ||
      isCodes(under[placeOf(columns, 'code')] ?? ''));
  if (named < 2 || (named < 0.6 * filled && !sure)) return null;
  // Modules with what is said of them, and how many codes they hold.
  const roll =
    has(columns, 'module') && (has(columns, 'result') || has(columns, 'codeCount')) && named === filled;
  // Names over codes that stand under their status.
  const byStatus =
    has(columns, 'module') && marksIn(columns) >= 2 && named >= filled && readsCode.test(below);
  if (!isHeader(columns) && !roll && !byStatus && !(marksIn(columns) >= 2 && marksIn(columns) === named))
    return null;
  return { columns, starts, separator };
}

/** `Fault` over `Number`: a name that says nothing by itself, with what stands over it. */
function withAbove(cell: Cell, above: string): Cell {
  if (labelOf(cell.text) !== null || statusWordOf(cell.text) !== null) return cell;
  const over = cellsOf(above, null).findLast(({ from }) => from <= cell.from + 1);
  return over ? { ...cell, text: `${over.text} ${cell.text}` } : cell;
}

const readsCode = /(?<![\p{L}\d])[PCBUpcbu][0-3][\da-fA-F]{3}/u;

/** The column of names in front of the first that has a heading, where the row below has a name there. */
function namesInFront({ from }: Cell, below: string): Cell | null {
  const own = /^(\s{0,20})(\p{L}.{1,40}?)\s{2,}$/u.exec(below.slice(0, from));
  return own && from >= 6 && !readsCode.test(own[2]!) && readCode(own[2]!) === null && readModuleName(own[2]!)
    ? { text: '', from: own[1]!.length }
    : null;
}

/** `Équipement   Code`: a name that no table has in front of the code, over what could be a module's name. */
function namesModules(cells: readonly Cell[], columns: Columns, below: string): boolean {
  if (columns[0] != null || !/^\p{L}[\p{L} ]{3,}$/u.test(cells[0]!.text)) return false;
  if (!columns.slice(1, 3).some((column) => column?.role === 'code') || marksIn(columns) > 1) return false;
  if (cells.length < 3 || !readsCode.test(below)) return false;
  const own = below.slice(cells[0]!.from, cells[1]!.from).trim();
  return (
    /^\p{Lu}[\p{L} ]{2,}$/u.test(own) &&
    labelOf(own) === null &&
    statusWordOf(own) === null &&
    readModuleName(own) !== null
  );
}

/** Two names a blank apart (`TYPE STAT`), or several of bits, where the row below has two cells under them. */
function partedBy(cell: Cell, below: string): readonly Cell[] {
  const words = [...cell.text.matchAll(/\S{1,40}/g)].map((match) => ({
    text: match[0],
    from: cell.from + match.index,
  }));
  const parted =
    words.length > 1 &&
    words.every(({ from }) => /\S/.test(below.charAt(from)) && !/\S/.test(below.charAt(from - 1))) &&
    (words.every(({ text }) => labelOf(text) !== null || text === '#') ||
      words.every(({ text }) => bitOf(text) >= 0));
  return parted ? words : [cell];
}

/** A header whose names stand a blank apart (`DTC Status Description`). */
function wordsOf(line: string): readonly Cell[] {
  const words = [...line.matchAll(/\S+/g)].map((match) => ({ text: match[0], from: match.index }));
  return words.length >= 3 &&
    words.every(({ text }, at) => labelOf(text) !== null || (at === 0 && text === '#'))
    ? words
    : [];
}

/** The cells of a line, each in its column; null where they do not fit. */
export function cellsUnder(
  { columns, starts, separator }: TextColumns,
  line: string,
): readonly string[] | null {
  if (separator !== null) {
    if (!line.includes(separator)) return null;
    const cells = cellsOf(line, separator).map(({ text }, at) =>
      at === 0 ? text.replace(/^[-*•]\s+/, '') : text,
    );
    return cells.length > columns.length + 1 || cells.length < 2 ? null : cells;
  }
  const own = Array.from({ length: columns.length }, () => '');
  for (const { text, from } of cellsOf(line, null, starts)) {
    let at = 0;
    while (at + 1 < starts.length && starts[at + 1]! <= from + (text.length > 3 ? 1 : 0)) at++;
    own[at] = own[at] === '' ? text : `${own[at]!} ${text}`;
  }
  // More cells than the header has names: the last of them belong to no column.
  const more = extraCells(columns, starts, line);
  if (more.length > 0) return [...own.slice(0, -1), ...more];
  // A row that keeps to no column has its cells in the order of the header, where it has as many.
  if (own.includes('')) {
    const inTurn = cellsOf(line, null);
    if (inTurn.length === own.length) return inTurn.map(({ text }) => text);
  }
  return own;
}

/** The cells under the last name, where several stand there and it is no text. */
function extraCells(columns: Columns, starts: readonly number[], line: string): readonly string[] {
  const last = columns.at(-1)?.role;
  if (last !== 'module' && last !== 'code') return [];
  const cells = cellsOf(line, null).filter(({ from }) => from >= starts.at(-1)!);
  return cells.length > 1 ? cells.map(({ text }) => text) : [];
}

/** `B1318-16:2F B1402-54` */
const severalCodes =
  /^[PCBU][0-3][\dA-F]{3}[-:.\dA-F]{0,6}(?:[ ,/]{1,3}[PCBU][0-3][\dA-F]{3}[-:.\dA-F]{0,6}){0,40}$/i;

/** True for a cell that begins with a code, whatever stands behind it. */
export const leadsWithCode = (cell: string): boolean =>
  /^[PCBU][0-3][\dA-F]{3}(?:[-:.][\dA-F]{2})?(?!\w)/i.test(cell);

/** True for a cell that holds a code, or nothing but codes. */
export const isCodes = (cell: string): boolean => readCode(cell) !== null || severalCodes.test(cell);

/**
 * Fills what the header did not tell from the cells themselves: codes, statuses and types by how many cells
 * read as such, the module as the column that repeats itself, the text as the longest that is left.
 */
export function columnsByContent(
  rows: readonly (readonly string[])[],
  known: Columns,
  book: PatternBook,
): Columns {
  const width = Math.max(known.length, ...rows.map((row) => row.length));
  const columns: (Column | null)[] = Array.from({ length: width }, (_, at) => known[at] ?? null);
  const cells = (at: number) => rows.map((row) => (row[at] ?? '').trim()).filter((cell) => cell !== '');
  const share = (at: number, holds: (cell: string) => boolean): number => {
    const own = cells(at);
    return own.length === 0 ? 0 : own.filter(holds).length / own.length;
  };
  const best = (role: Label['role'], least: number, rank: (at: number) => number): void => {
    if (has(columns, role)) return;
    let found = -1;
    let highest = least;
    for (let at = 0; at < width; at++) {
      if (columns[at] !== null) continue;
      const value = rank(at);
      if (value > highest) [found, highest] = [at, value];
    }
    if (found >= 0) columns[found] = plain(role);
  };
  best(
    'code',
    0.3,
    // A shop's shape may fit other figures too, such as years: a column of common codes comes first.
    (at) =>
      share(at, isCodes) +
      0.9 * share(at, (cell) => readCode(cell) === null && book.isCode(cell)) +
      share(at, isNoCode) / 4,
  );
  // `B1318-16, active`
  best('code', 0.4, (at) => share(at, leadsWithCode));
  best('code', 0.9, (at) => share(at, (cell) => cell.length > 4 && readCodeBytes(cell) !== null));
  // What is called a module and holds numbers alone is its address; its name stands in another column.
  const numbered = placeOf(columns, 'module');
  if (numbered >= 0 && !has(columns, 'address') && share(numbered, (cell) => /\p{L}{3}/u.test(cell)) < 0.2)
    columns[numbered] = plain('address');
  const code = placeOf(columns, 'code');
  if (code < 0) return columns;
  if (!has(columns, 'byte') && marksIn(columns) === 0)
    best(
      'status',
      0.5,
      (at) =>
        // What is said of modules may stand among them.
        share(at, (cell) => statusWordOf(cell) !== null || /^0x[0-9a-f]{2}$/i.test(cell)) +
        (cells(at).some((cell) => statusWordOf(cell) !== null)
          ? share(at, (cell) => statusWordOf(cell) === null && stateOf(cell) !== null)
          : 0),
    );
  if (known.every((column) => column === null || column.role === 'code'))
    best(
      'type',
      0.8,
      (at) => share(at, (cell) => /^(?:0x)?[0-9a-f]{2}h?$/i.test(cell)) - (at > code ? 0 : 0.2),
    );
  best('module', 0, (at) => {
    const own = cells(at).filter(
      (cell) => /\p{L}{2}/u.test(cell) && stateOf(cell) === null && statusWordOf(cell) === null,
    );
    const distinct = new Set(own).size;
    return own.length === 0 ? 0 : (1 - distinct / (own.length + 1)) / (1 + at / 10);
  });
  best('text', 0, (at) => cells(at).reduce((sum, cell) => sum + (/\p{L}/u.test(cell) ? cell.length : 0), 0));
  return columns;
}

/** A cell of a code column that says that there is no code. */
export const isNoCode = (cell: string): boolean =>
  /^(?:[-–—.*\s]*|0+)$/.test(cell) || /^(?:n\/a|none|null|nil)$/i.test(cell.trim()) || stateOf(cell) !== null;
