/** Reads free text as a reader prints it: any layout, four languages; every line is accounted for. */
import { plainWord } from '../codes/index.js';
import { type CodeLine, readCodeLine, readStatusCell, splitCells } from './code-line.js';
import { readHeading } from './heading.js';
import { type Field, readField } from './field.js';
import type { LineKind, Scan, ScanCode, ScanModule } from './schema.js';
import { columnLabel, noCodes, nothingAnswered, silent, title, unsupported } from './words.js';

const shownLines = 1000;
const shownCharacters = 200;

type Draft<T> = { -readonly [K in keyof T]: T[K] };

/** What has been read so far. */
class Reading {
  readonly codes: Draft<ScanCode>[] = [];
  readonly modules: Draft<ScanModule>[] = [];
  readonly lines: { line: number; as: LineKind }[] = [];
  readonly notRead: { line: number; text: string }[] = [];
  readonly values: NonNullable<Scan['values']> = [];
  readonly meta: Partial<Pick<Scan, 'reader' | 'readerSoftware' | 'date' | 'odometer' | 'supplyVolts'>> = {};
  noModuleAnswered = false;
  notReadMore = 0;
  module: string | null = null;
  /** The codes of the last code line, while lines below it may still belong to it. */
  open: { codes: Draft<ScanCode>[]; indent: number } | null = null;

  mark(line: number, as: LineKind): void {
    this.lines.push({ line, as });
  }

  /** The module of that name, made when it is new. */
  enter(name: string, line: number, address: string | null = null): Draft<ScanModule> {
    const key = plainWord(name);
    let module = this.modules.find((other) => plainWord(other.name) === key);
    if (!module) {
      module = { name, answered: true, reach: 'answered', line };
      this.modules.push(module);
    }
    if (address !== null) module.address ??= address;
    this.module = module.name;
    return module;
  }
}

/**
 * A scan out of report text. Lines count from 1. Nothing is dropped: a line that was not understood stands in
 * `notRead` (200 characters each, at most 1,000, then `notReadMore` counts).
 */
export function readText(text: string): Scan {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const reading = new Reading();
  for (const [index, line] of lines.entries()) readLine(reading, line, index + 1, lines);
  return finish(reading);
}

function readLine(reading: Reading, line: string, number: number, lines: readonly string[]): void {
  if (!/[\p{L}\p{N}]/u.test(line)) {
    if (line.trim() === '') reading.open = null;
    return;
  }
  const codes = readCodeLine(line);
  if (codes) return takeCodes(reading, codes, line, number);
  if (takeStatus(reading, line, number)) return;
  if (takeNothingAnswered(reading, line, number)) return;
  if (takeModuleState(reading, line, number)) return;
  if (takeColumns(reading, line, number)) return;
  const field = readField(line);
  if (field && takeField(reading, field, line, number)) return;
  if (takeContinuation(reading, line, number)) return;
  if (takeHeading(reading, line, number, lines)) return;
  if (takeTitle(reading, line, number)) return;
  skip(reading, line, number);
}

function takeCodes(reading: Reading, found: CodeLine, line: string, number: number): void {
  const heading = found.before === null ? null : readHeading(found.before);
  if (heading) reading.enter(heading.name, number, heading.address);
  const module = reading.module ?? reading.enter('Unnamed module', number).name;
  const added = found.codes.map((code): Draft<ScanCode> => {
    const { failureType, status, statusText, statusByte, text, repaired } = code;
    return {
      module,
      code: code.code,
      failureType,
      status,
      statusText,
      text,
      line: number,
      repaired,
      ...(statusByte === null ? {} : { statusByte }),
    };
  });
  reading.codes.push(...added);
  reading.open = { codes: added, indent: indentOf(line) };
  reading.mark(number, 'code');
}

function takeStatus(reading: Reading, line: string, number: number): boolean {
  if (!reading.open) return false;
  const read = readStatusCell(line);
  if (!read || (read.status === 'unknown' && read.statusByte === null)) return false;
  for (const code of reading.open.codes) {
    if (code.status !== 'unknown') continue;
    code.status = read.status;
    code.statusText = read.statusText;
    if (read.statusByte !== null) code.statusByte = read.statusByte;
  }
  reading.mark(number, 'detail');
  return true;
}

function takeNothingAnswered(reading: Reading, line: string, number: number): boolean {
  if (!nothingAnswered.test(plainWord(line).replace(/[.!]+$/, ''))) return false;
  reading.noModuleAnswered = true;
  reading.mark(number, 'header');
  return true;
}

/** "No codes", "no response" or "not supported", with the module's name on the line or above it. */
function takeModuleState(reading: Reading, line: string, number: number): boolean {
  const parts = splitState(line);
  if (!parts) return false;
  const heading = parts.name === null ? null : readHeading(parts.name);
  if (parts.name !== null && !heading) return false;
  if (!heading && reading.module === null) return false;
  const module = heading
    ? reading.enter(heading.name, number, heading.address)
    : reading.enter(reading.module!, number);
  module.reach = parts.state;
  module.answered = parts.state === 'answered';
  reading.mark(number, heading ? 'module' : 'detail');
  return true;
}

type State = NonNullable<ScanModule['reach']>;

function stateOf(text: string): State | null {
  const word = plainWord(text).replace(
    /^(?:status|result|ergebnis|resultat|resultado|zustand|etat|estado)\s*[:=]\s*/,
    '',
  );
  if (noCodes.test(word)) return 'answered';
  if (silent.test(word)) return 'silent';
  return unsupported.test(word) ? 'unsupported' : null;
}

function splitState(line: string): { name: string | null; state: State } | null {
  const whole = stateOf(line);
  if (whole) return { name: null, state: whole };
  const cells = splitCells(line);
  for (let at = 1; at < cells.length; at++) {
    const state = stateOf(cells[at]!);
    const name = cells
      .slice(0, at)
      .find((cell) => /\p{L}{2}/u.test(cell) && !columnLabel.test(plainWord(cell)));
    if (state && name !== undefined) return { name, state };
  }
  const match =
    /^(?<name>.*?\p{L}.*?)\s*(?::|\s[-–—=>]+\s|\.{2,}|,\s|[[(])\s*(?<state>[^:]+?)[\])]?\s*$/u.exec(
      line.trim(),
    )?.groups;
  const state = match ? stateOf(match['state']!) : null;
  return state ? { name: match!['name']!, state } : null;
}

function takeColumns(reading: Reading, line: string, number: number): boolean {
  const cells = splitCells(line);
  const labels = cells.filter((cell) => columnLabel.test(plainWord(cell)));
  if (labels.length < 2 || labels.length < cells.length / 2) return false;
  reading.open = null;
  reading.mark(number, 'header');
  return true;
}

function takeField(reading: Reading, field: Field, line: string, number: number): boolean {
  if (field.kind === 'value') {
    if (reading.module === null) return false;
    reading.values.push({ module: reading.module, name: field.label, value: field.value, line: number });
    reading.mark(number, 'value');
    return true;
  }
  if (reading.open && indentOf(line) > reading.open.indent) {
    reading.mark(number, 'detail');
    return true;
  }
  for (const entry of field.entries) {
    if (entry.kind === 'supplyVolts') {
      const volts = Number.parseFloat(entry.value.replace(',', '.'));
      if (Number.isFinite(volts)) reading.meta.supplyVolts ??= volts;
    } else if (entry.kind !== 'other') reading.meta[entry.kind] ??= entry.value;
  }
  reading.mark(number, 'header');
  return true;
}

/** A line set further in than the code above it carries on that code's description. */
function takeContinuation(reading: Reading, line: string, number: number): boolean {
  if (!reading.open || indentOf(line) <= reading.open.indent) return false;
  const code = reading.open.codes.at(-1)!;
  code.text = code.text ? `${code.text} ${line.trim()}` : line.trim();
  reading.mark(number, 'detail');
  return true;
}

/** A title may name the reader (`Oddlight R2 diagnostic report   software 4.18`). */
function takeTitle(reading: Reading, line: string, number: number): boolean {
  if (!title.test(plainWord(line)) || line.trim().length > 100) return false;
  const named =
    /^\W*(?!end\b|page\b)(\p{L}[\p{L}\d .-]{1,30}?)\s+(?:diagnos\S*|scan|full)?\s*(?:report|scan|protokoll|rapport|informe)\b/iu.exec(
      line,
    );
  if (named && reading.codes.length === 0) reading.meta.reader ??= named[1]!.trim();
  const software = /\b(?:software|sw|version|v)\.?\s*([\d][\w.]*)/i.exec(line);
  if (software && reading.codes.length === 0) reading.meta.readerSoftware ??= software[1]!;
  reading.mark(number, 'header');
  return true;
}

const marked = /^\s*(?:[[<{].*[\])>}]|(?:==+|##*|\*\*+|>>+|--+|~~+|__+)\s*\p{L}?.*|.*:)\s*$/u;

function takeHeading(reading: Reading, line: string, number: number, lines: readonly string[]): boolean {
  const word = plainWord(line);
  const bare = line.trim();
  if (/[|;\t]/.test(bare) || bare.length > 90 || /[.!?]$/.test(bare.replace(/\.{2,}$/, ''))) return false;
  if (/^\d+ (?:dtcs?|codes?|faults?|fehler\w*|defauts?|fallos?|errors?)\b/.test(word)) {
    reading.mark(number, 'header');
    return true;
  }
  const heading = readHeading(bare);
  if (!heading) return false;
  const counted =
    /\b\d+\s+(?:dtcs?|codes?|faults?|fehler\w*|defauts?|fallos?|errors?|codigos?|averias?)\b/.test(word);
  const labelled =
    /^(?:(?:address|adresse|addr|adr|direccion) [0-9a-f]{2}\b|module|ecu|control (?:module|unit)|steuergerat|calculateur|modulo|unidad de control|centralita|unit)\b/.test(
      word,
    );
  if (!counted && !labelled && title.test(word)) return false;
  if (!counted && !labelled && !marked.test(line) && !leadsToFinding(number, lines)) return false;
  if (marked.test(line) && !counted && !labelled && !leadsToFinding(number, lines) && !/^\s*[[=#]/.test(line))
    return false;
  reading.enter(heading.name, number, heading.address);
  reading.open = null;
  reading.mark(number, 'module');
  return true;
}

/** True where the next line that says something is a code, a status of the module, or a table's header. */
function leadsToFinding(number: number, lines: readonly string[]): boolean {
  const next = lines.slice(number, number + 6).filter((line) => /[\p{L}\p{N}]/u.test(line));
  for (const line of next.slice(0, 2)) {
    if (readCodeLine(line) || stateOf(line)) return true;
    const field = readField(line);
    if (!field && !splitCells(line).every((cell) => columnLabel.test(plainWord(cell)))) return false;
  }
  return false;
}

function skip(reading: Reading, line: string, number: number): void {
  reading.open = null;
  reading.mark(number, 'notRead');
  if (reading.notRead.length < shownLines)
    reading.notRead.push({ line: number, text: line.trim().slice(0, shownCharacters) });
  else reading.notReadMore++;
}

function finish(reading: Reading): Scan {
  for (const code of reading.codes) {
    const module = reading.modules.find((other) => other.name === code.module);
    if (module) {
      module.answered = true;
      module.reach = 'answered';
    }
  }
  return {
    codes: reading.codes,
    modules: reading.modules,
    notRead: reading.notRead,
    ...(reading.notReadMore > 0 ? { notReadMore: reading.notReadMore } : {}),
    ...reading.meta,
    ...(reading.noModuleAnswered ? { noModuleAnswered: true } : {}),
    ...(reading.values.length > 0 ? { values: reading.values } : {}),
    lines: reading.lines,
  };
}

const indentOf = (line: string) => line.replace(/\t/g, '    ').search(/\S/);
