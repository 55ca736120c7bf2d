/** Reads free text as a reader prints it: any layout, four languages; every line is accounted for. */
import { type CodeStatus, plainWord, readStatusWord } from '../codes/index.js';
import { finish, type Work } from '../progress/index.js';
import { isDump, readCodeLine, readStatusCell, readTypeCell, splitCells } from './code-line.js';
import { type Entry, type Field, readField, readValue } from './field.js';
import { readHeading } from './heading.js';
import { Lines, longestPiece, piecesOf, saysSomething } from './lines.js';
import { type ReadingOrder, readingOrder } from './page-columns.js';
import { splitState, stateOf } from './module-state.js';
import { type LineMark, PatternBook, type ReportPatterns } from './patterns.js';
import { bitsOf, Line, Reading } from './reading.js';
import type { Scan } from './schema.js';
import { takeTaught } from './taught.js';
import {
  codeField,
  codeLabel,
  codeNoun,
  columnLabel,
  codeCount,
  countedCodes,
  hasCodes,
  headingLabel,
  noReader,
  nothingAnswered,
  title,
} from './words.js';

const progressEvery = 2048;

export interface TextOptions {
  /** What the shop has taught. */
  readonly patterns?: ReportPatterns | undefined;
  /** What was said of single lines of this report; it stands above all rules. */
  readonly marks?: readonly LineMark[] | undefined;
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
  const lines = readingOrder(new Lines(text));
  const reading = new Reading(new PatternBook(patterns));
  const marked = new Map((marks ?? []).map((mark) => [mark.line, mark]));
  for (let at = 1; at <= lines.count; at++) {
    if (at % progressEvery === 0) yield { done: at, total: lines.count };
    for (const piece of piecesOf(lines.at(at))) {
      const line = new Line(lines.numberOf(at), piece, at);
      if (!saysSomething(line.text)) {
        if (line.text.trim() !== '') continue;
        reading.open = null;
        reading.namedInBlock = false;
      } else if (!takeTaught(reading, line, marked.get(line.number))) readLine(reading, line, lines);
    }
  }
  return reading.finish();
}

function readLine(reading: Reading, line: Line, lines: ReadingOrder): void {
  if (isDump(line.text)) return reading.skip(line);
  if (/^\s*<\/[^>]*>\s*$/.test(line.text)) return reading.mark(line, 'header');
  if (takeCodes(reading, line)) return;
  if (takeStatus(reading, line)) return;
  if (takeCodeField(reading, line)) return;
  if (takeValue(reading, line)) return;
  if (takeSection(reading, line)) return;
  if (takeNothingAnswered(reading, line)) return;
  if (takeModuleState(reading, line)) return;
  if (takeColumns(reading, line)) return;
  const field = readField(line.text);
  if (field && takeField(reading, field, line)) return;
  if (takeRecordModule(reading, line)) return;
  if (takeContinuation(reading, line)) return;
  if (takeHeading(reading, line, lines)) return;
  if (takeTitle(reading, line)) return;
  reading.skip(line);
}

function takeCodes(reading: Reading, line: Line): boolean {
  const found = readCodeLine(line.text);
  if (!found) return false;
  const heading = found.before === null ? null : readHeading(found.before);
  if (heading) reading.enter(heading.name, line, heading.address);
  const label = /^\W*([^:=\d]{2,24})[:=]/.exec(line.text)?.[1];
  const record = label !== undefined && codeLabel.test(plainWord(label)) && found.codes[0]!.text === null;
  if (record && reading.open?.record) reading.namedInBlock = false;
  reading.add(found.codes, line, record);
  return true;
}

/** A line below a code that says nothing but a status. */
function takeStatus(reading: Reading, line: Line): boolean {
  if (!reading.open || line.text.length > 80) return false;
  const read = readStatusCell(line.text);
  if (!read || (read.status === 'unknown' && read.statusByte === null)) return false;
  for (const code of reading.open.codes) {
    if (code.status !== 'unknown') continue;
    code.status = read.status;
    code.statusText = read.statusText;
    Object.assign(code, bitsOf(read.statusByte));
  }
  reading.mark(line, 'detail');
  return true;
}

/** `Description: …` or `Failure type: 13` below a code. */
function takeCodeField(reading: Reading, line: Line): boolean {
  if (!reading.open) return false;
  const parts = /^\W*([\p{L} ]{2,20}?)\s*[:=]\s*(.+)$/u.exec(line.text);
  const kind = parts ? codeField[plainWord(parts[1]!)] : undefined;
  if (kind === undefined) return false;
  const type = kind === 'type' ? readTypeCell(parts![2]!) : null;
  if (type === null) reading.continueText(parts![2]!);
  else for (const code of reading.open.codes) code.failureType ??= type;
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

/** `Current codes` or `Gespeicherte Fehler`: the status of the codes below. */
function takeSection(reading: Reading, line: Line): boolean {
  const status = sectionOf(line.text);
  if (status === null) return false;
  const over = reading.module === null || reading.section?.over === true;
  reading.section = { status, over };
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

/** The status that a line gives to a section of codes, or null. */
function sectionOf(text: string): CodeStatus | null {
  if (text.length > 60 || /\d/.test(text)) return null;
  const word = plainWord(text);
  const rest = word.replace(codeNoun, ' ').replace(/\s+/g, ' ').trim();
  if (rest === '' || rest.length === word.length) return null;
  const endings = ['', 's', 'e', 'es', 'en', 'er', 'os', 'as'];
  const bare = endings
    .filter((ending) => rest.endsWith(ending))
    .map((ending) => rest.slice(0, rest.length - ending.length));
  return bare.map(readStatusWord).find((status) => status !== null) ?? null;
}

function takeNothingAnswered(reading: Reading, line: Line): boolean {
  if (line.word.length > 80 || !nothingAnswered.test(line.word)) return false;
  reading.noModuleAnswered = true;
  reading.mark(line, 'header');
  return true;
}

/** "No codes", "no response" or "not supported", with the module's name on the line or above it. */
function takeModuleState(reading: Reading, line: Line): boolean {
  const parts = splitState(line.text, line.word);
  if (!parts) return false;
  const named = parts.name !== null && !codeLabel.test(plainWord(parts.name));
  const heading = named ? readHeading(parts.name!) : null;
  if (named && !heading) return false;
  if (!heading && reading.module === null) return false;
  const module = heading
    ? reading.enter(heading.name, line, heading.address)
    : reading.enter(reading.module!, line);
  module.reach = parts.state;
  module.answered = parts.state === 'answered';
  reading.mark(line, heading ? 'module' : 'detail');
  return true;
}

function takeColumns(reading: Reading, line: Line): boolean {
  if (/\d{2}/.test(line.text)) return false;
  const cells = splitCells(line.text);
  if (cells.length < 2) return false;
  const labels = cells.filter((cell) => columnLabel.test(plainWord(cell)));
  if (labels.length < 2 || labels.length < cells.length / 2) return false;
  reading.open = null;
  reading.mark(line, 'header');
  return true;
}

function takeField(reading: Reading, field: Field, line: Line): boolean {
  if (reading.open && line.indent > reading.open.indent) {
    reading.mark(line, 'detail');
    return true;
  }
  noteEntries(reading, field.entries);
  reading.mark(line, 'header');
  return true;
}

/** Keeps the fields of a report's head; the first of a kind counts. */
export function noteEntries(reading: Reading, entries: readonly Entry[]): void {
  for (const entry of entries) {
    if (entry.kind === 'supplyVolts') {
      const volts = Number.parseFloat(entry.value.replace(',', '.'));
      if (Number.isFinite(volts)) reading.meta.supplyVolts ??= volts;
    } else if (entry.kind !== 'other') reading.meta[entry.kind] ??= entry.value;
  }
}

/** In a record (`Code: …`, then `Module: …`) the module may follow its code. */
function takeRecordModule(reading: Reading, line: Line): boolean {
  if (!reading.open?.record || reading.namedInBlock || !headingLabel.test(line.word)) return false;
  const heading = readHeading(line.text);
  if (!heading) return false;
  const before = reading.module;
  const { name } = reading.enter(heading.name, line, heading.address);
  for (const code of reading.open.codes) code.module = name;
  if (before !== null) reading.leave(before);
  reading.mark(line, 'module');
  return true;
}

/** A line set further in than the code above it carries on that code's description. */
function takeContinuation(reading: Reading, line: Line): boolean {
  if (!reading.open || line.indent <= reading.open.indent) return false;
  reading.continueText(line.text);
  reading.mark(line, 'detail');
  return true;
}

/** A title may name the reader (`Oddlight R2 diagnostic report   software 4.18`). */
export function takeTitle(reading: Reading, line: Line): boolean {
  const { text, word } = line;
  if (text.trim().length > 100 || !title.test(word)) return false;
  const named =
    /^\W*(?!end\b|page\b)(\p{L}[\p{L}\d .-]{1,30}?)\s+(?:diagnos\S*|scan|full)?\s*(?:report|scan|protokoll|rapport|informe)\b/iu.exec(
      text,
    );
  if (named && reading.codes.length === 0 && !noReader.test(plainWord(named[1]!)))
    reading.titleReader ??= named[1]!.trim();
  const software = /\b(?:software|sw|version|v)\.?\s*([\d][\w.]*)/i.exec(text);
  if (software && reading.codes.length === 0) reading.meta.readerSoftware ??= software[1]!;
  reading.mark(line, 'header');
  return true;
}

const marked = /^\s*(?:[[<{].*[\])>}]|(?:==+|##*|\*\*+|>>+|--+|~~+|__+)\s*\p{L}?.*|.*:)\s*$/u;

function takeHeading(reading: Reading, line: Line, lines: ReadingOrder): boolean {
  const { word, text } = line;
  const bare = text.trim();
  if (bare.length > 90 || /[|;\t]/.test(bare) || /[.!?]$/.test(bare.replace(/\.{2,}$/, ''))) return false;
  const count = word.search(countedCodes);
  if (count === 0 || codeCount.test(word)) {
    reading.mark(line, 'header');
    return true;
  }
  const counted = count > 0;
  const labelled = headingLabel.test(word);
  if (!counted && !labelled) {
    if (title.test(word)) return false;
    const clear = marked.test(text) && /^\s*[[=#]/.test(text);
    if (!clear && !leadsToFinding(reading, line.at, lines)) return false;
  }
  const cells = splitCells(text);
  if (codeLabel.test(word) || cells.every((cell) => columnLabel.test(plainWord(cell)))) {
    reading.mark(line, 'header');
    return true;
  }
  const heading = readHeading(cells.length > 1 && saysCodes(cells.at(-1)!) ? cells[0]! : bare);
  if (!heading) return false;
  reading.enter(heading.name, line, heading.address);
  if (reading.section?.over === false) reading.section = null;
  reading.open = null;
  reading.mark(line, 'module');
  return true;
}

/** `FAULT`, or a count of codes, in a cell beside a module's name. */
const saysCodes = (cell: string): boolean =>
  hasCodes.test(plainWord(cell)) || /^\d+ \p{L}+$/u.test(plainWord(cell));

/** True where the next line that says something is a code, a status of the module, or a table's header. */
function leadsToFinding(reading: Reading, at: number, lines: ReadingOrder): boolean {
  let seen = 0;
  for (let next = at + 1; next <= at + 6 && seen < 2; next++) {
    const text = lines.at(next).slice(0, longestPiece);
    if (!saysSomething(text) || isDump(text)) continue;
    seen++;
    if (readCodeLine(text) || stateOf(text) || reading.book.codeIn(text)) return true;
    if (codeCount.test(plainWord(text)) || sectionOf(text) !== null) return true;
    if (!readField(text) && !splitCells(text).every((cell) => columnLabel.test(plainWord(cell))))
      return false;
  }
  return false;
}
