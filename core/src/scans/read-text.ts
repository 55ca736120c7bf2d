/**
 * Reads free text as a reader prints it. What a line is follows from the structure that it stands in (a table's
 * columns, a label, a legend, the code or module above) before its own words are asked; every line is accounted for.
 */
import { type CodeStatus, readCode, readCodeBytes } from '../codes/index.js';
import { finish, type Work } from '../progress/index.js';
import { cellsOf, separatorOf, splitCells } from './cells.js';
import {
  isDump,
  statusInside,
  readCodeLine,
  readStatusCell,
  statusIn,
  type StatusReading,
  typeIn,
  unknownStatus,
} from './code-line.js';
import { cellsUnder, headerOf, marksIn, placeOf, type TextColumns } from './columns.js';
import { bareFields, isDate, noteField, readerIn, readValue } from './header-field.js';
import { readHeading, readModuleName } from './heading.js';
import { type Legend, legendOf, withLearned } from './legend.js';
import { Lines, longestPiece, piecesOf, saysSomething } from './lines.js';
import { isPlain, segmentsOf } from './markup.js';
import { moduleStates, stateOf } from './module-state.js';
import { type ReadingOrder, readingOrder } from './page-columns.js';
import { type Pair, pairsOf } from './pairs.js';
import { type LineMark, PatternBook, patternsFor, type ReportPatterns } from './patterns.js';
import { bitsOf, Line, Reading } from './reading.js';
import { isCodeBytes, takeRow } from './row.js';
import type { Scan } from './schema.js';
import { takeTaught } from './taught.js';
import {
  isTitle,
  labelOf,
  languageOf,
  reachWordOf,
  type Role,
  saysNothingAnswered,
  statusWordOf,
  tokensOf,
} from './vocabulary.js';

const progressEvery = 2048;

export interface TextOptions {
  /** What the shop has taught. */
  readonly patterns?: ReportPatterns | undefined;
  /** What was said of single lines of this report; it stands above all rules. */
  readonly marks?: readonly LineMark[] | undefined;
}

/** What the structure of the page says of the lines below. */
interface Page {
  readonly lines: ReadingOrder;
  readonly legend: Legend;
  columns: TextColumns | null;
  /** Where the cells of the last code line began. */
  starts: readonly number[];
}

/**
 * A scan out of report text. Lines count from 1. Nothing is dropped: a line that was not understood stands in
 * `notRead` (200 characters each, at most 1,000, then `notReadMore` counts).
 */
export function readText(text: string, options: TextOptions = {}): Scan {
  return finish(readingText(text, options));
}

/** As `readText`, step by step: progress is in lines. */
export function* readingText(text: string, { patterns, marks }: TextOptions = {}): Work<Scan> {
  const all = new Lines(text);
  const lines = readingOrder(all);
  const known = patternsFor(readerOf(all), patterns ?? { codes: [], lines: [] });
  const reading = new Reading(new PatternBook(known));
  const legend = withLearned(legendOf(all), known.words ?? []);
  const page: Page = {
    lines,
    legend,
    columns: null,
    starts: [],
  };
  const marked = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  const numbered = isNumbered(all);
  const taught =
    marked.size > 0 || (patterns !== undefined && patterns.codes.length + patterns.lines.length > 0);
  for (let at = 1; at <= lines.count; at++) {
    if (at % progressEvery === 0) yield { done: at, total: lines.count };
    const whole = lines.at(at);
    for (const piece of piecesOf(numbered ? whole.replace(/^\s*\d{1,6}[.:)]?(?=\s)/, blank) : whole)) {
      if (!saysSomething(piece)) {
        if (piece.trim() !== '' && /[^\s>]/.test(piece)) continue;
        reading.open = null;
        reading.namedInBlock = false;
        continue;
      }
      const number = lines.numberOf(at);
      if (taught && takeTaught(reading, new Line(number, piece, at), marked.get(number))) continue;
      const only = new Line(number, piece, at);
      if (isDump(piece)) {
        reading.skip(only);
        continue;
      }
      if (isPlain(piece)) {
        readLine(reading, only, page);
        continue;
      }
      const segments = segmentsOf(piece).filter(saysSomething);
      if (segments.length === 0) reading.mark(new Line(number, piece, at), 'header');
      for (const segment of segments) readLine(reading, new Line(number, segment, at), page);
    }
  }
  reading.correct(marks ?? []);
  return reading.finish(languageIn(all));
}

const blank = (text: string): string => ' '.repeat(text.length);

/** True where every line begins with its own number, counted up. */
function isNumbered(lines: Lines): boolean {
  let before = -1;
  let counted = 0;
  let others = 0;
  for (let at = 1; at <= Math.min(lines.count, 60); at++) {
    const line = lines.at(at).slice(0, 80);
    if (!saysSomething(line)) continue;
    const number = Number(/^\s*(\d{1,6})[.:)]?\s+\S/.exec(line)?.[1] ?? NaN);
    if (number === before + 1 || (before < 0 && !Number.isNaN(number))) counted++;
    else others++;
    if (!Number.isNaN(number)) before = number;
  }
  return counted >= 6 && others <= 2;
}

/** The reader that a report names in its first lines. */
export function readerOf(lines: Lines): string | null {
  let titled: string | null = null;
  for (let at = 1; at <= Math.min(lines.count, 40); at++) {
    const line = lines.at(at).slice(0, 200);
    const labelled = pairsOf(line).find(({ label }) => label?.role === 'reader');
    if (labelled) return labelled.value.trim();
    if (readsAsCode(line)) break;
    titled ??= isTitle(line) ? readerIn(line).reader : null;
  }
  return titled;
}

/** The language of the words of a report's first lines. */
export function languageIn(lines: Lines): string | null {
  const words: string[] = [];
  for (let at = 1; at <= Math.min(lines.count, 120); at++)
    words.push(...tokensOf(lines.at(at).slice(0, 200)));
  return languageOf(words);
}

function readLine(reading: Reading, line: Line, page: Page): void {
  const { text } = line;
  if (text.includes('</') && /^\s*<\/[^>]*>\s*$/.test(text)) return reading.mark(line, 'header');
  if (page.legend.lines.has(line.number)) return reading.mark(line, 'header');
  if (takeBlock(reading, line)) return;
  if (takeValue(reading, line)) return;
  const coded = codeToken.test(text);
  if (!coded && takeColumns(reading, line, page)) return;
  if (page.columns && takeTableRow(reading, line, page)) return;
  if (!coded && takeSection(reading, line, page)) return;
  if ((!coded || pairSign.test(text)) && takePairs(reading, line, page)) return;
  if (takeCodes(reading, line, page, coded)) return;
  page.starts = [];
  if (takeStatus(reading, line, page)) return;
  if (takeNothingAnswered(reading, line)) return;
  if (takeTotal(reading, line)) return;
  if (takeModuleState(reading, line, page)) return;
  if (takeEnvironment(reading, line)) return;
  if (takeRecordModule(reading, line)) return;
  if (takeContinuation(reading, line)) return;
  if (takeFields(reading, line)) return;
  if (takeHeading(reading, line, page)) return;
  if (takeTitle(reading, line)) return;
  reading.skip(line);
}

/** Ambient conditions and live values: all that is set in below their heading. */
function takeBlock(reading: Reading, line: Line): boolean {
  if (reading.block === null) return false;
  if (line.indent <= reading.block) {
    reading.block = null;
    return false;
  }
  const value = readValue(line.text);
  if (value && reading.module !== null) reading.addValue(value.label, value.value, line);
  else reading.mark(line, 'detail');
  return true;
}

function takeEnvironment(reading: Reading, line: Line): boolean {
  if (reading.module === null || line.text.length > 60) return false;
  if (labelOf(line.text.replace(/[:\s]{1,200}$/, '').trim())?.role !== 'environment') return false;
  reading.block = line.indent;
  reading.mark(line, 'detail');
  return true;
}

function takeColumns(reading: Reading, line: Line, page: Page): boolean {
  const columns = headerOf(line.text);
  if (!columns) return false;
  page.columns = columns;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

function takeTableRow(reading: Reading, line: Line, page: Page): boolean {
  const columns = page.columns!;
  if (placeOf(columns.columns, 'code') < 0) return takeMarkedCode(reading, line, page);
  const cells = cellsUnder(columns, line.text);
  if (!cells || pairsOf(line.text).some(({ label }) => label?.role === 'ident')) return false;
  if (columns.columns.length === 1 && readCode(cells[0]!) === null && !isCodeBytes(cells[0]!)) return false;
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

/** A line with one cell carries the row above on where it begins under a column that can. */
function carriesOn(reading: Reading, line: Line, { columns, starts }: TextColumns): boolean {
  if (!reading.open?.inTable) return false;
  const at = starts.indexOf(line.text.search(/\S/));
  const role = columns[at]?.role;
  return role === 'text' || (role === 'module' && /^\s*\p{Ll}/u.test(line.text));
}

/** A code with marks under columns that name statuses, and nothing named over the code itself. */
function takeMarkedCode(reading: Reading, line: Line, page: Page): boolean {
  const { columns, starts } = page.columns!;
  const first = Math.min(...starts.filter((_, at) => columns[at]?.marks !== undefined));
  const codes = readCodeLine(line.text.slice(0, first), page.legend);
  if (!codes || marksIn(columns) === 0) return false;
  const cells = cellsUnder(page.columns!, ' '.repeat(first) + line.text.slice(first)) ?? [];
  const order = ['active', 'stored', 'history', 'pending', 'permanent'] as const;
  const told = columns.flatMap((column, at) =>
    column?.marks && /^(?:[x✓✔•*●■+]|[1-9]\d*|yes|ja)$/i.test(cells[at] ?? '') ? [column.marks] : [],
  );
  const status = order.find((one) => told.includes(one));
  reading.add(
    codes.codes.map((code) => (status ? { ...code, status, by: 'mark' as const } : code)),
    line,
  );
  return true;
}

/** `Current codes`, `Status: Active` or `Mode 07` over codes: the status of what stands below. */
function takeSection(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  if (text.length > 70) return false;
  const status = sectionOf(text, reading, line, page);
  if (status === null) return false;
  const over = reading.module === null || reading.section?.over === true;
  reading.section = { status, over };
  if (over && reading.section.over) reading.module = null;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

const pairSign = /[:="#\t;|…]|\.{3}/;
const codeToken = /(?<![\w.-])(?=[a-z]{0,4}\d)[PCBU8][0-3OIZ][\dA-FOISZ]{3}/i;
const readsAsCode = (text: string): boolean => codeToken.test(text) && readCodeLine(text) !== null;

const mode = /^\W*(?:mode|service|modus|modo|tryb)\s*\$?(?:0x)?0?([37a])\b/i;
const modes: Readonly<Record<string, 'stored' | 'pending' | 'permanent'>> = {
  '3': 'stored',
  '7': 'pending',
  a: 'permanent',
};

/** The status that a line gives to a section of codes, or null. */
function sectionOf(text: string, reading: Reading, line: Line, page: Page) {
  const byMode = mode.exec(text)?.[1]?.toLowerCase();
  if (byMode) return modes[byMode]!;
  const bare = text
    .replace(/[([]\s*\d{1,4}\s*[)\]]/g, ' ')
    .replace(/^[\s=#*>_~+|.–—-]{1,200}|[\s=#*<_~+|.:–—-]{1,200}$/g, '');
  const pair = /^(\p{L}[\p{L} ]{1,20}?)\s{0,200}[:=]\s{0,200}(.{1,200})$/u.exec(bare);
  const value = pair && labelOf(pair[1]!)?.role === 'status' ? pair[2]! : null;
  if (reading.open && line.indent > reading.open.indent) return null;
  if (value !== null) return reading.open ? null : (statusWordOf(value)?.status ?? null);
  if (pair) return null;
  const words = tokensOf(bare);
  if (words.length < 2 || words.length > 6) return null;
  const nouns = words.filter(
    (word) => labelOf(word)?.role === 'code' || /^(?:memory|fehlerspeicher|memoire|memoria)$/.test(word),
  );
  if (nouns.length === 0 || stateOf(bare, page.legend.reaches) === 'clean') return null;
  const rest = words.filter((word) => !nouns.includes(word)).join(' ');
  return statusOfPlural(rest);
}

const endings = /(?:es|en|er|os|as|e|s)$/;

/** The status of `gespeicherte`, `mémorisés` or `activos`: with or without the ending that goes with a plural noun. */
function statusOfPlural(words: string): CodeStatus | null {
  const bare = words.replace(endings, '');
  for (const form of [
    words,
    words.replace(/s$/, ''),
    words.replace(/(?:es|en|er)$/, ''),
    bare,
    `${bare}o`,
    `${bare}e`,
  ]) {
    const status = statusWordOf(form)?.status;
    if (status) return status;
  }
  return null;
}

const codeRecord: ReadonlySet<Role> = new Set(['type', 'status', 'byte', 'count', 'text']);

/** Labels with values: each is read as what its label says. */
function takePairs(reading: Reading, line: Line, page: Page): boolean {
  const { text } = line;
  const pairs = pairsOf(text);
  const known = pairs.filter(({ label }) => label !== null);
  if (known.length === 0) return false;
  const of = (role: Role) => known.find(({ label }) => label!.role === role);
  // `System: Brakes (58)   not supported`: the state stands beside the pair.
  if (
    of('module') &&
    known.every(({ label }) => label!.role === 'module' || label!.role === 'address') &&
    moduleStates(text, page.legend.reaches)[0]?.name != null
  )
    return takeModuleState(reading, line, page);
  if (known.length === 1 && known[0]!.label!.role === 'address' && readHeadingPair(line.text)) return false;
  const rest = beforePairs(line.text, known[0]!);
  let taken = false;
  let as: 'code' | 'module' | 'detail' | 'header' = 'header';
  const named = rest === null ? null : readModuleName(rest);
  if (named && (of('code') || of('result') || of('codeCount') || (named.labelled && of('ident')))) {
    const { name, address } = named;
    reading.enter(name, line, { address });
    reading.open = null;
    [taken, as] = [true, 'module'];
  }
  const module = of('module');
  if (module && takeModulePair(reading, module, line)) [taken, as] = [true, 'module'];
  const address = of('address');
  if (address && takeAddress(reading, address, pairs)) taken = true;
  const code = of('code') ?? of('codeCount');
  const result = of('result') ?? (reading.open || code ? undefined : of('status'));
  const said = result && reading.module !== null ? stateOf(result.value, page.legend.reaches) : null;
  if (said !== null && !(code && readsAsCode(code.value))) {
    reading.say(said);
    reading.open = null;
    [taken, as] = [true, as === 'module' ? 'module' : 'detail'];
  }
  if (code) {
    const read = takeCodePair(reading, code, line, page);
    if (read === 'code') return (takeCodeFields(reading, known, page), true);
    if (read === 'state') [taken, as] = [true, 'module'];
    else if (read === null && !taken && known.length === 1) return false;
  }
  if (reading.open && known.some(({ label }) => codeRecord.has(label!.role))) {
    takeCodeFields(reading, known, page);
    [taken, as] = [true, as === 'module' ? 'module' : 'detail'];
  }
  const total = of('total');
  const count = total ? /^(\d{1,5})\b/.exec(total.value.trim()) : null;
  if (total && count && known.length === 1) {
    if (
      !/\p{L}/u.test(total.value) ||
      reachWordOf(total.value) !== null ||
      /^\d+\s+\p{L}+\s+\p{L}+\s+\d+/u.test(total.value)
    )
      reading.promise(Number(count[1]), line, null);
    taken = true;
  }
  for (const { label, value } of known) {
    if (label!.role === 'readerSoftware' && reading.module !== null) continue;
    noteField(reading, label!.role, value);
    if (headRoles.has(label!.role)) taken = true;
  }
  if (!taken && known.length < pairs.length) return false;
  if (!taken && !known.every(({ label }) => headRoles.has(label!.role) || codeRecord.has(label!.role)))
    return false;
  if (reading.open && as === 'header' && line.indent > reading.open.indent) as = 'detail';
  reading.mark(line, as);
  return true;
}

const headRoles: ReadonlySet<Role> = new Set([
  'ident',
  'vin',
  'odometer',
  'supplyVolts',
  'date',
  'reader',
  'readerSoftware',
  'other',
  'environment',
  'total',
  'count',
]);

/** `Address 15: Restraint control` is a heading, `Address: 15` is not. */
const readHeadingPair = (text: string): boolean => {
  const heading = readModuleName(text);
  return heading !== null && heading.address !== null;
};

/** What stands in front of the first pair of a line, set apart from it. */
function beforePairs(text: string, first: Pair): string | null {
  const at = text.indexOf(first.key);
  if (at <= 0) return null;
  const before = text.slice(0, at).replace(/[=*#>-]{1,200}(?=\s{0,200}$)|^[\s=*#>-]{1,200}/g, '');
  return /\p{L}{2}[^:=]{0,200}\s{2,200}$/u.test(before) ? before.trim() : null;
}

function takeModulePair(reading: Reading, { value, key }: Pair, line: Line): boolean {
  const heading = readHeading(splitCells(value)[0] ?? value);
  if (!heading || reachWordOf(value) !== null || /^\d+$/.test(value.trim())) return false;
  // `Modules: Engine, Brakes` lists; `System: 12` counts.
  if (
    labelOf(key)?.role === 'module' &&
    /,\s/.test(value) &&
    /s$|e$/i.test(key) &&
    value.split(/,\s/).length > 2
  )
    return false;
  const record = reading.open?.record === true && !reading.namedInBlock && !reading.modulesFirst;
  const before = reading.module;
  if (reading.codes.length === 0) reading.modulesFirst = true;
  const { name } = reading.enter(heading.name, line, { address: heading.address, by: 'label' });
  if (record) {
    for (const code of reading.open!.codes) code.module = name;
    if (before !== null) reading.leaveUnnamed(before);
  } else {
    reading.open = null;
    if (reading.section?.over === false) reading.section = null;
  }
  return true;
}

/** The address of the module named beside it, or of the one above. */
function takeAddress(reading: Reading, { value }: Pair, pairs: readonly Pair[]): boolean {
  const address = /^(?:0x|\$)?([\da-f]{1,8})h?$/i.exec(value.trim())?.[1];
  if (!address || reading.module === null) return false;
  const own = reading.modules.find(({ name }) => name === reading.module);
  if (own && (pairs.length > 1 || own.address == null)) own.address ??= address.toUpperCase();
  return true;
}

/** A code behind its label; or how many there are, or that there are none. */
function takeCodePair(
  reading: Reading,
  { value, label }: Pair,
  line: Line,
  page: Page,
): 'code' | 'state' | null {
  const bare = value.trim();
  const bytes = isCodeBytes(bare) || /^0x[\da-f]{4}(?:[\da-f]{2})?$/i.test(bare) ? readCodeBytes(bare) : null;
  const read = label!.bytes ? (bytes ?? readCode(bare)) : (readCode(bare) ?? bytes);
  if (read) {
    if (reading.open?.record) reading.namedInBlock = false;
    reading.add([{ ...read, ...unknownStatus, text: null, cells: [] }], line, { record: true });
    return 'code';
  }
  if (readsAsCode(bare)) return null;
  const said = stateOf(bare, page.legend.reaches) ?? (/^\[\s*\]$/.test(bare) ? 'clean' : null);
  const count = /^(\d{1,4})(?:\s|$)/.exec(bare);
  if (said === null && !count) return null;
  if (reading.module === null) return 'state';
  if (count) {
    reading.say(Number(count[1]) === 0 ? 'clean' : 'holdsCodes');
    reading.promise(Number(count[1]), line, reading.module);
  } else reading.say(said!);
  return 'state';
}

/** Failure type, status and text of the code that is open. */
function takeCodeFields(reading: Reading, pairs: readonly Pair[], page: Page): void {
  for (const { label, value } of pairs)
    for (const code of reading.open!.codes) {
      const role = label!.role;
      if (role === 'type') {
        const type = typeIn(value, label!.decimal);
        if (type !== null && code.failureType == null) {
          code.failureType = type;
          code.how = { ...code.how, failureType: 'label' };
        } else if (type === null && /\p{L}{3}/u.test(value)) reading.continueText(value);
      } else if ((role === 'status' || role === 'byte') && (code.status === 'unknown' || role === 'byte')) {
        const read = statusIn(value, role === 'byte', page.legend);
        if (read) give(code, { ...read, by: read.by === 'column' ? 'label' : read.by });
      } else if (role === 'text' && value.trim() !== '') reading.continueText(value);
    }
}

function give(code: Reading['codes'][number], read: StatusReading): void {
  code.status = read.status === 'unknown' ? code.status : read.status;
  code.statusText = read.statusText ?? code.statusText ?? null;
  if (read.comesAndGoes) code.comesAndGoes = true;
  code.how = { ...code.how, status: read.by };
  Object.assign(code, bitsOf(read.statusByte));
}

function takeCodes(reading: Reading, line: Line, page: Page, coded: boolean): boolean {
  if (!coded && !pairSign.test(line.text)) return false;
  const found = readCodeLine(widened(line.text, page.starts), page.legend);
  if (!found) return false;
  if (page.starts.length === 0 && separatorOf(line.text) === null)
    page.starts = cellsOf(line.text, null).map(({ from }) => from);
  let { codes } = found;
  // Under a module's own heading, words in front of a code that has none behind it are what it means.
  const described =
    found.before !== null &&
    !found.over &&
    codes.length === 1 &&
    codes[0]!.text === null &&
    line.indent > reading.moduleIndent &&
    under(reading);
  const heading = found.before === null || described ? null : readModuleName(found.before);
  if (described) codes = [{ ...codes[0]!, text: found.before }];
  if (heading) reading.enter(heading.name, line, { address: heading.address, by: 'word' });
  else if (reading.module === null || reading.moduleBy === 'guess') {
    // Without any heading the first words behind the code are the module's, where others follow.
    const [first, ...rest] = codes[0]!.cells.flatMap((cell) => cell.split(/\s[-–—]\s/));
    const name = codes.length === 1 && first !== undefined && rest.length > 0 ? readModuleName(first) : null;
    if (name) {
      reading.enter(name.name, line, { address: name.address, by: 'guess' });
      codes = [{ ...codes[0]!, text: rest.join(', '), cells: rest }];
    }
  }
  const label = /^\W*([^:=\d]{2,24})[:=]/.exec(line.text)?.[1];
  const record = label !== undefined && labelOf(label)?.role === 'code' && codes[0]!.text === null;
  if (record && reading.open?.record) reading.namedInBlock = false;
  reading.add(codes, line, { record });
  return true;
}

/** A status that fills its column to the last place, set apart from the text behind it by the columns of the line above. */
function widened(text: string, starts: readonly number[]): string {
  // Only where a column begins a single blank behind what stands before it.
  if (
    starts.length < 3 ||
    !starts.some((at) => at > 1 && text.charAt(at - 1) === ' ' && /\S\s\S/.test(text.slice(at - 2, at + 1)))
  )
    return text;
  for (const { text: cell, from } of separatorOf(text) === null ? cellsOf(text, null) : []) {
    const cut = starts.find(
      (start) => start > from && start < from + cell.length && text.charAt(start - 1) === ' ',
    );
    if (cut !== undefined && statusWordOf(text.slice(from, cut)) !== null)
      return `${text.slice(0, cut)}  ${text.slice(cut)}`;
  }
  return text;
}

/** True where the codes are those of a module that a heading names. */
const under = (reading: Reading): boolean =>
  reading.module !== null && (reading.moduleBy === 'heading' || reading.moduleBy === 'label');

/** A line below a code that says nothing but a status. */
function takeStatus(reading: Reading, line: Line, page: Page): boolean {
  if (!reading.open || line.text.length > 90) return false;
  const bare = line.text.trim();
  const marked = page.legend.statuses.get(bare);
  const read: StatusReading | null = marked
    ? { ...marked, statusText: bare, statusByte: null, by: 'legend' }
    : readStatusCell(bare);
  if (!read || (read.status === 'unknown' && read.statusByte === null)) return false;
  for (const code of reading.open.codes) if (code.status === 'unknown') give(code, read);
  reading.mark(line, 'detail');
  return true;
}

function takeValue(reading: Reading, line: Line): boolean {
  if (reading.module === null) return false;
  const value = readValue(line.text);
  if (!value) return false;
  if (reading.open && line.indent <= reading.open.indent) reading.open = null;
  reading.addValue(value.label, value.value, line);
  return true;
}

function takeNothingAnswered(reading: Reading, line: Line): boolean {
  if (line.text.length > 90 || !saysNothingAnswered(line.text)) return false;
  reading.noModuleAnswered = true;
  reading.mark(line, 'header');
  return true;
}

/** `5 faults in 3 modules`: what the report itself counts. */
function takeTotal(reading: Reading, line: Line): boolean {
  const count =
    /^\W*(\d{1,5})\s+(\p{L}[\p{L} ]{1,24}?)\s+(?:in|en|dans|nas?|nelle|w|em|i)\s+(\d{1,4})\s+(\p{L}+)/u.exec(
      line.text,
    );
  if (!count || reachWordOf(`${count[1]!} ${count[2]!}`) === null) return false;
  reading.promise(Number(count[1]), line, null);
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

/** What is said of a module instead of codes, with its name on the line or above it. */
function takeModuleState(reading: Reading, line: Line, page: Page): boolean {
  const states = moduleStates(line.text, page.legend.reaches);
  if (states.length === 0) return false;
  const [first] = states;
  if (first!.name === null) {
    if (reading.module === null) return false;
    if (reading.open && line.indent > reading.open.indent && first!.reach === 'holdsCodes') return false;
    reading.say(first!.reach);
    const count = /^\W*(\d{1,4})\s/.exec(line.text);
    if (count) reading.promise(Number(count[1]), line, reading.module);
    reading.open = null;
    reading.mark(line, 'detail');
    return true;
  }
  if (states.length === 1 && first!.reach === 'holdsCodes' && isTitle(line.text) && !/\.{3}/.test(line.text))
    return false;
  if (reading.open && line.indent > reading.open.indent) return false;
  let taken = false;
  for (const { name, reach } of states) {
    const cells = splitCells(name!);
    const heading = readModuleName(cells.find((cell) => /\p{L}{2}/u.test(cell)) ?? name!);
    if (!heading) continue;
    const address =
      heading.address ??
      cells
        .map((cell) => /^(?:0x)?([\da-f]{2,3})h?$/i.exec(cell)?.[1])
        .find((one) => one)
        ?.toUpperCase() ??
      null;
    reading.enter(heading.name, line, { address });
    reading.say(reach);
    const count =
      reach === 'holdsCodes' || reach === 'clean' ? /(\d{1,4})\s+\p{L}+[).:]*\s*$/u.exec(line.text) : null;
    if (count) reading.promise(Number(count[1]), line, heading.name);
    taken = true;
  }
  if (!taken) return false;
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** In a record (`Code: …`, then the module) the module may follow its code. */
function takeRecordModule(reading: Reading, line: Line): boolean {
  if (!reading.open?.record || reading.namedInBlock) return false;
  const heading = readModuleName(line.text);
  if (!heading?.labelled || !saysModule(line.text)) return false;
  const before = reading.module;
  const { name } = reading.enter(heading.name, line, { address: heading.address, by: 'label' });
  for (const code of reading.open.codes) code.module = name;
  if (before !== null) reading.leaveUnnamed(before);
  reading.mark(line, 'module');
  return true;
}
const saysModule = (text: string): boolean =>
  labelOf(/^\W*(\p{L}+)/u.exec(text)?.[1] ?? '')?.role === 'module';

/** A line set further in than the code above it carries on that code's description. */
function takeContinuation(reading: Reading, line: Line): boolean {
  if (!reading.open || line.indent <= reading.open.indent) return false;
  const code = reading.open.codes.at(-1)!;
  const inner = code.status === 'unknown' ? statusInside([line.text]) : null;
  if (inner) give(code, inner.status);
  reading.continueText(inner?.rest[0] ?? line.text);
  reading.mark(line, 'detail');
  return true;
}

function takeFields(reading: Reading, line: Line): boolean {
  const fields = bareFields(line.text);
  if (fields.length === 0) return false;
  for (const { role, value } of fields) noteField(reading, role, value);
  reading.mark(line, 'header');
  return true;
}

/** A title may name the reader (`Oddlight R2 diagnostic report   software 4.18`). */
export function takeTitle(reading: Reading, line: Line): boolean {
  const { text } = line;
  if (text.trim().length > 140 || !isTitle(text)) return false;
  noteTitle(reading, text);
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

function noteTitle(reading: Reading, text: string): void {
  if (reading.codes.length > 0) return;
  const { reader, software } = readerIn(text);
  if (reader !== null) reading.titleReader ??= reader;
  if (software !== null) reading.meta.readerSoftware ??= software;
}

const decorated =
  /^\s{0,200}(?:[[<{].{0,200}[\])>}]|(?:=={1,200}|##{0,200}|\*\*{1,200}|>>{1,200}|--{1,200}|~~{1,200}|__{1,200})\s{0,200}\p{L}.{0,200})\s{0,200}$/u;

function takeHeading(reading: Reading, line: Line, { lines }: Page): boolean {
  const { text } = line;
  const bare = text.trim();
  if (
    bare.length > 110 ||
    /[|;]/.test(bare) ||
    /[!?]$/.test(bare) ||
    /\p{L}\.$/u.test(bare.replace(/\.{2,200}$/, ''))
  )
    return false;
  const cells = splitCells(text);
  if (cells.every((cell) => labelOf(cell) !== null)) {
    reading.mark(line, 'header');
    return true;
  }
  if (cells.some(isDate)) return false;
  const told =
    cells.length > 1 &&
    (reachWordOf(cells.at(-1)!) !== null ||
      pairsOf(cells.slice(1).join('   ')).some(({ label }) => label !== null));
  const heading = readModuleName(told ? cells[0]! : bare);
  if (!heading) return false;
  if (!heading.labelled) {
    if (isTitle(bare)) return false;
    const clear = decorated.test(text) && /^\s*(?:[[=#<]|>>)/.test(text);
    if (!clear && !leadsToFinding(reading, line.at, lines)) return false;
  } else if (isTitle(bare) && !leadsToFinding(reading, line.at, lines)) return false;
  // More codes of this module are to come: the words below a code are what it means.
  if (!heading.labelled && reading.open?.codes.at(-1)?.text === null && reading.awaitsCodes()) {
    reading.continueText(bare);
    reading.mark(line, 'detail');
    return true;
  }
  reading.enter(heading.name, line, {
    address: heading.address,
    by: heading.labelled ? 'heading' : 'heading',
  });
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** True where the next line that says something is a code, what is said of a module, or a table's header. */
function leadsToFinding(reading: Reading, at: number, lines: ReadingOrder): boolean {
  let seen = 0;
  for (let next = at + 1; next <= at + 6 && seen < 2; next++) {
    const raw = lines.at(next).slice(0, longestPiece);
    if (!saysSomething(raw)) continue;
    const text = segmentsOf(raw).find(saysSomething);
    if (text === undefined || isDump(text)) continue;
    seen++;
    if (readCodeLine(text) || reading.book.codeIn(text)) return true;
    if (stateOf(text) !== null && /\p{L}/u.test(text)) return true;
    if (headerOf(text) || isSection(text)) return true;
    const pairs = pairsOf(text);
    if (pairs.some(({ label }) => label && findingRoles.has(label.role))) return true;
    return false;
  }
  return false;
}
const findingRoles: ReadonlySet<Role> = new Set(['code', 'codeCount', 'address', 'result', 'ident']);
const isSection = (text: string): boolean => {
  if (text.length > 60) return false;
  const words = tokensOf(text);
  const rest = words.filter((word) => labelOf(word)?.role !== 'code');
  return rest.length > 0 && rest.length < words.length && statusOfPlural(rest.join(' ')) !== null;
};
