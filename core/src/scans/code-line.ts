/** One line that holds codes: which tokens are codes, and what stands before and behind them. */
import {
  type CodeReading,
  type CodeStatus,
  plainWord,
  readCode,
  readCodeBytes,
  readStatusWord,
  statusOfByte,
} from '../codes/index.js';
import { remembered } from './remembered.js';
import { codeLabel, metaLabels } from './words.js';

export interface StatusReading {
  readonly status: CodeStatus;
  readonly statusText: string | null;
  readonly statusByte: number | null;
}

export interface FoundCode extends CodeReading, StatusReading {
  readonly text: string | null;
}

export interface CodeLine {
  /** What stands before the first code and is no label or number: a module's name in a table. */
  readonly before: string | null;
  readonly codes: readonly FoundCode[];
}

const token =
  /(?<![A-Za-z0-9_./+-])(?=[A-Za-z]{0,4}\d)([A-Za-z0-9]{5}(?:[-:]?[A-Za-z0-9]{2})?)(?![A-Za-z0-9_+/]|[-.:][A-Za-z0-9])/g;
const bytesAfterLabel =
  /\b(?:dtc|code|fault code|fehlercode|code defaut|codigo)s?\s*(?:\(hex\)|hex|raw|bytes?)?\s*[:=]\s*((?:0x)?[0-9a-f]{2} (?:0x)?[0-9a-f]{2}(?: (?:0x)?[0-9a-f]{2})?|0x[0-9a-f]{4}(?:[0-9a-f]{2})?)(?![0-9a-f ]*[0-9a-f])/gi;

interface Placed extends CodeReading {
  readonly from: number;
  readonly to: number;
}

/** The codes of a line, or null where it holds none. Numbers behind a label such as `Part no` are no codes. */
export function readCodeLine(line: string): CodeLine | null {
  const placed = findCodes(line);
  if (placed.length === 0) return null;
  const before = line.slice(0, placed[0]!.from);
  const told = statusBefore(before);
  const codes = placed.map((code, index) => {
    const rest = line.slice(code.to, placed[index + 1]?.from ?? line.length);
    const found = finish(code, rest);
    return told !== null && found.status === 'unknown' ? { ...found, ...told } : found;
  });
  return { before: moduleBefore(before), codes };
}

function findCodes(line: string): Placed[] {
  const found: Placed[] = [];
  let inBytes: boolean | null = null;
  token.lastIndex = 0;
  for (let match = token.exec(line); match; match = token.exec(line)) {
    const reading = readCode(match[1]!);
    if (!reading || behindOtherLabel(line.slice(Math.max(0, match.index - mostLabel), match.index))) continue;
    if ((inBytes ??= bytesInARow.test(line))) continue;
    found.push(placedAt(reading, match.index, match[0].length));
  }
  if (found.length > 0 || !/[:=]/.test(line)) return found;
  for (const match of line.matchAll(bytesAfterLabel)) {
    const reading = readCodeBytes(match[1]!);
    if (reading) found.push(placedAt(reading, match.index, match[0].length));
  }
  return found;
}

function placedAt({ code, failureType, repaired }: CodeReading, from: number, length: number): Placed {
  return { code, failureType, repaired, from, to: from + length };
}

/** Characters before a token in which a label of its own can stand. */
const mostLabel = 60;

/** True right behind `Part no:`, `SW`, `VIN` and the like. */
function behindOtherLabel(before: string): boolean {
  if (before.trim() === '') return false;
  const label = /([\p{L}/ .-]{1,24}?)\s*(?:no\.?|nr\.?|n°|number)?\s*[:=#]?\s*$/iu.exec(before)?.[1];
  if (!label) return false;
  const word = plainWord(label);
  const last = word.split(' ').at(-1) ?? '';
  const kind = metaLabels[word] ?? metaLabels[last];
  return (
    kind !== undefined &&
    !/^(?:codes?|total codes|data|daten|battery|supply|reference|date|read|time|systems?)$/.test(last)
  );
}

/** Five or more pairs of hexadecimal digits in a row. */
const bytesInARow = /(?:\b[0-9a-f]{2}\b[ ,]){5,}/i;

const addressAndBytes = /^\s*(?:0x)?[0-9a-f]{4,8}\s*[:|]\s*(?:[0-9a-f]{2,8}\s+){2,}/i;

/** An address with bytes behind it: a line of a memory dump or a log of frames. */
export const isDump = (line: string): boolean => addressAndBytes.test(line);

/** A status that stands in a cell of its own before the code. */
function statusBefore(before: string): StatusReading | null {
  if (before.trim() === '') return null;
  for (const cell of splitCells(before)) {
    const status = readStatusWord(cell);
    if (status !== null) return { status, statusText: cell, statusByte: null };
  }
  return null;
}

function moduleBefore(before: string): string | null {
  if (before.trim() === '') return null;
  const cells = splitCells(before).filter((cell) => {
    const word = plainWord(cell);
    return (
      word !== '' && !codeLabel.test(word) && !/^[\d\s.,:/xh-]+$/.test(word) && readStatusWord(cell) === null
    );
  });
  const name = cells[0] ?? null;
  return name !== null && /\p{L}{2}/u.test(name) ? name : null;
}

function finish(code: Placed, rest: string): FoundCode {
  let { failureType } = code;
  let status: StatusReading = { status: 'unknown', statusText: null, statusByte: null };
  const kept: string[] = [];
  const cells = splitCells(partPairs(rest));
  for (const [index, cell] of cells.entries()) {
    const type = failureType === null && index === 0 ? readTypeCell(cell) : null;
    if (type !== null && !isStatusByte(cells, index)) {
      failureType = type;
      continue;
    }
    const read = status.status === 'unknown' ? readStatusCell(cell) : null;
    if (read !== null) status = read;
    else kept.push(cell);
  }
  if (status.status === 'unknown') {
    const inner = statusInside(kept);
    if (inner) {
      status = inner.status;
      kept.splice(0, kept.length, ...inner.rest);
    }
  }
  const text = kept
    .map(trimCell)
    .filter((cell) => cell !== '' && !/^\d+\s*x?$/.test(cell))
    .join(', ');
  return {
    code: code.code,
    failureType,
    repaired: code.repaired,
    status: status.status,
    statusText: status.statusText,
    statusByte: status.statusByte,
    text: text === '' ? null : text,
  };
}

/**
 * Parts what readers set close together: `FTB=13 STATUS=2F` by its keys, and a failure type from what a
 * bracket, dash or colon sets off behind it (`13 [040] - text`; but `12 volt supply` stays as it is).
 */
const partPairs = (rest: string): string =>
  rest.replace(/\s+(?=[A-Za-z]{2,12}=)/g, '   ').replace(/^ ([0-9A-Fa-f]{2}) (?=[[(:–—-])/, '   $1   ');

/** `0x28` right behind a code is its status byte unless another cell says the status. */
const isStatusByte = (cells: readonly string[], at: number): boolean =>
  /^0x/i.test(cells[at]!) && !cells.some((cell, other) => other !== at && readStatusCell(cell) !== null);

const typeCell =
  /^(?:ftb?|failure type|fehlerart|type|symptom)?\s*[:=]?\s*[[(-]?(?:0x)?([0-9A-F]{2})h?[\])]?$/i;

/** A cell that is a failure type (`13`, `0x1B`, `FTB: 1B`), or null. */
export function readTypeCell(cell: string): string | null {
  const match = typeCell.exec(cell.trim());
  return match ? match[1]!.toUpperCase() : null;
}

const statusLabel = /^(?:stat(?:us|e|ut)?|st|zustand|etat|estado)\b\.?\s*[:=]?\s*(?:byte)?\s*/i;

/** A code that was pointed out in a line: what stands behind it is its status and text. */
export function textAround(line: string, code: string, from: number): FoundCode {
  const to = from + code.length;
  const reading = { code: code.toUpperCase(), failureType: null, repaired: false };
  return { ...finish({ ...reading, from, to }, line.slice(to)), failureType: null };
}

/** A cell or line that says nothing but a status: a word, `Status: stored`, `status 2F`, `0x2F`. */
export const readStatusCell = remembered((cell: string): StatusReading | null => {
  const trimmed = cell.trim().replace(/^[[(]|[\])]$/g, '');
  const label = statusLabel.exec(stripAccents(trimmed));
  const value = label ? trimmed.slice(label[0].length) : trimmed;
  const byte = (label ? /^(?:0x)?([0-9a-f]{2})h?$/i : /^0x([0-9a-f]{2})$/i).exec(value);
  if (byte) {
    const statusByte = parseInt(byte[1]!, 16);
    return { status: statusOfByte(statusByte), statusText: value, statusByte };
  }
  const both = /^(.+?)\s*[[(](?:0x)?([0-9a-f]{2})h?[\])]?$/i.exec(value);
  if (both && readStatusWord(both[1]!) !== null)
    return {
      status: readStatusWord(both[1]!)!,
      statusText: trimCell(both[1]!),
      statusByte: parseInt(both[2]!, 16),
    };
  const status = readStatusWord(value);
  if (status !== null) return { status, statusText: trimCell(value), statusByte: null };
  return label && value !== '' ? { status: 'unknown', statusText: value, statusByte: null } : null;
});

/** A status at the end or the start of a description, in brackets or behind a dash or comma. */
function statusInside(cells: readonly string[]): { status: StatusReading; rest: string[] } | null {
  for (const [index, cell] of cells.entries()) {
    for (const pattern of [
      /^(?<rest>.*?)[\s.,;–—-]*(?<![\p{L}])(?<word>(?:stat(?:us|e|ut)|zustand|[ée]tat|estado)\s*[:=]\s*[^:]+)$/iu,
      /^(?<rest>.*?)\s*[[(](?<word>[^\])]+)[\])]\s*\.?$/,
      /^(?<rest>.*?)\s*(?:[-–—,;/]\s+|\s[-–—]\s*)(?<word>[^-–—,;/]+)$/,
      /^[[(](?<word>[^\])]+)[\])]\s*(?<rest>.*)$/,
      /^(?<word>[\p{L}]+)\s*(?:[-–—,;:]\s+|\s[-–—]\s*)(?<rest>.*)$/u,
      /^(?<rest>.*?)\s+(?<word>[\p{L}]+)$/u,
      /^(?<word>[\p{L}]+)\s+(?<rest>.*)$/u,
    ]) {
      const match = pattern.exec(cell.trim())?.groups;
      const status = match && readStatusCell(match['word']!);
      if (status) return { status, rest: cells.map((other, i) => (i === index ? match['rest']! : other)) };
    }
  }
  return null;
}

/** The cells of a line: bars, tabs, semicolons, or blanks of two and more. */
export function splitCells(line: string): string[] {
  const separator = line.includes('|')
    ? /\s*\|\s*/
    : line.includes('\t')
      ? /\s*\t\s*/
      : line.includes(';')
        ? /\s*;\s*/
        : /\s{2,}|\.{3,}|_{3,}/;
  return line
    .trim()
    .split(separator)
    .map((cell) =>
      cell
        .trim()
        .replace(/^[-–—:,]\s+|^[:,]/, '')
        .trim(),
    )
    .filter((cell) => cell !== '');
}

const stripAccents = (text: string) =>
  /[^ -~]/.test(text) ? text.normalize('NFD').replace(/[\u0300-\u036f]/g, '') : text;
const trimCell = (text: string) =>
  text
    .trim()
    .replace(/^[\s,;:*`_–—-]+|[\s,;:*`_–—-]+$/g, '')
    .replace(/^(?:desc(?:ription)?|text)\s*=\s*/i, '')
    .replace(/^"(.*)"$/, '$1');
