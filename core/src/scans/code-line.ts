/** One line that holds codes: which tokens are codes, and what stands before and behind them. */
import { type CodeReading, readCode, readCodeBytes, statusOfByte } from '../codes/index.js';
import { splitCells } from './cells.js';
import type { Legend } from './legend.js';
import { remembered } from './remembered.js';
import type { ReadBy } from './schema.js';
import {
  isSentence,
  labelOf,
  reachWordOf,
  statusOfField,
  type StatusWord,
  statusWordOf,
} from './vocabulary.js';

export interface StatusReading extends StatusWord {
  readonly statusText: string | null;
  readonly statusByte: number | null;
  readonly by: ReadBy | null;
}

export interface FoundCode extends CodeReading, StatusReading {
  readonly text: string | null;
  /** The cells behind it that are neither status nor failure type. */
  readonly cells: readonly string[];
}

export interface CodeLine {
  /** What stands before the first code and is no label or number: a module's name in a table. */
  readonly before: string | null;
  /** It ends in a colon or bar: what stands before is set over the code. */
  readonly over: boolean;
  readonly codes: readonly FoundCode[];
}

export const unknownStatus: StatusReading = {
  status: 'unknown',
  comesAndGoes: false,
  statusText: null,
  statusByte: null,
  by: null,
};

const token =
  /(?<![A-Za-z0-9_./+-])(?=[A-Za-z]{0,4}\d)([A-Za-z0-9]{5}(?:[-:.]?[A-Za-z0-9]{2})?)(?![A-Za-z0-9_+/]|[-.:][A-Za-z0-9])/g;
/** `B0001:13-2F`: code, failure type and status byte in one. */
const withByte =
  /(?<![\w./+-])([PCBU][0-3][\dA-F]{3})(?:-([\dA-F]{2}):|:([\dA-F]{2})[:-])([\dA-F]{2})(?![\w+/-])/gi;
const bytes = /(?:0x)?[\da-f]{2}[ ,](?:0x)?[\da-f]{2}(?:[ ,](?:0x)?[\da-f]{2})?|0x[\da-f]{4}(?:[\da-f]{2})?/i;
const bytesAfterLabel = new RegExp(
  String.raw`([\p{L}][\p{L} ()]{1,24}?)\s*[:=]\s*(${bytes.source})(?![\da-f ]*[\da-f]{2}\b)(?![\da-f])`,
  'giu',
);

interface Placed extends CodeReading {
  readonly from: number;
  readonly to: number;
  readonly statusByte: number | null;
}

/** The codes of a line, or null where it holds none. Numbers behind a label such as `Part no` are no codes. */
export function readCodeLine(line: string, legend?: Legend): CodeLine | null {
  if (!/\d/.test(line)) return null;
  const text = legend && legend.statuses.size > 0 ? apart(line, legend) : line;
  const placed = findCodes(text);
  if (placed.length === 0) return null;
  const before = text.slice(0, placed[0]!.from);
  const told = statusBefore(before, legend);
  const inBytes = placed.length === 1 ? statusByteInFront(before, placed[0]!) : null;
  if (inBytes !== null) placed[0] = { ...placed[0]!, statusByte: inBytes };
  const codes = placed.map((code, index) => {
    const rest = text.slice(code.to, placed[index + 1]?.from ?? text.length);
    const found = finish(code, rest, legend, told);
    return told !== null && found.status === 'unknown' ? { ...found, ...told } : found;
  });
  return { before: moduleBefore(before, legend), over: /[:|;\t]\s{0,200}$/.test(before), codes };
}

/** `90 01 13 2F   B0001-13`: the bytes that the code was read from, and behind them its status. */
function statusByteInFront(before: string, { code, failureType }: CodeReading): number | null {
  const bytes = /((?:[\da-f]{2} ){3})([\da-f]{2})\s{0,200}$/i.exec(before);
  const read = bytes ? readCodeBytes(bytes[1]!.trim()) : null;
  return read?.code === code && read.failureType === failureType ? parseInt(bytes![2]!, 16) : null;
}

/** Of each legend, how its marks are found behind a code; null where none can stand there. */
const closeBehind = new WeakMap<Legend, RegExp | null>();

/** Sets the marks of a legend apart from the codes that they stand at: `B1049-13/A`. */
function apart(line: string, legend: Legend): string {
  let sign = closeBehind.get(legend);
  if (sign === undefined) {
    const marks = [...legend.statuses.keys()].filter(
      (mark) => /^[^\p{L}\p{N}\s]/u.test(mark) && mark.length < 5,
    );
    sign =
      marks.length === 0
        ? null
        : new RegExp(`(?<=[A-Z\\d]{2})(${marks.map(escaped).join('|')})(?=[\\s,;]|$)`, 'gi');
    closeBehind.set(legend, sign);
  }
  return sign === null ? line : line.replace(sign, '  $1  ');
}
const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&');

/** `B1318-16/stored` */
const statusBehind = /(?<![\w./+-])([PCBU][0-3][\dA-F]{3}(?:[-:][\dA-F]{2})?)\/(?=(\p{L}{3,20}))/giu;

function findCodes(whole: string): Placed[] {
  const line = whole.includes('/')
    ? whole.replace(statusBehind, (all, code: string, word: string) =>
        statusWordOf(word) ? `${code} ` : all,
      )
    : whole;
  const found: Placed[] = [];
  let inBytes: boolean | null = null;
  for (const match of line.matchAll(withByte)) {
    if (behindOtherLabel(line.slice(Math.max(0, match.index - mostLabel), match.index))) continue;
    found.push({
      code: match[1]!.toUpperCase(),
      failureType: (match[2] ?? match[3])!.toUpperCase(),
      repaired: false,
      statusByte: parseInt(match[4]!, 16),
      from: match.index,
      to: match.index + match[0].length,
    });
  }
  if (found.length > 0) return found;
  token.lastIndex = 0;
  for (let match = token.exec(line); match; match = token.exec(line)) {
    const reading = readCode(match[1]!);
    if (!reading || behindOtherLabel(line.slice(Math.max(0, match.index - mostLabel), match.index))) continue;
    if ((inBytes ??= bytesInARow.test(line))) continue;
    found.push(placedAt(reading, match.index, match[0].length));
  }
  // A full stop parts the type from its code only where no code on the line is written otherwise.
  const others = found.filter(({ from }) => line.charAt(from + 5) !== '.');
  if (others.length > 0 && others.length < found.length) return others;
  if (found.length > 0 || !/[:=]/.test(line)) return found;
  for (const match of line.matchAll(bytesAfterLabel)) {
    const reading = readsAsCode(match[1]!) ? readCodeBytes(match[2]!) : null;
    if (reading) found.push(placedAt(reading, match.index, match[0].length));
  }
  return found;
}

const readsAsCode = (label: string): boolean => {
  for (let words = label.trim().split(/\s+/).slice(-3); words.length > 0; words = words.slice(1))
    if (labelOf(words.join(' '))?.role === 'code') return true;
  return false;
};

function placedAt({ code, failureType, repaired }: CodeReading, from: number, length: number): Placed {
  return { code, failureType, repaired, statusByte: null, from, to: from + length };
}

/** Characters before a token in which a label of its own can stand. */
const mostLabel = 60;

const labelAtEnd = /([\p{L}/°][\p{L}/° .-]{0,30}?)\s{0,200}[:=#]?\s{0,200}$/u;
const harmless: ReadonlySet<string> = new Set([
  'code',
  'module',
  'total',
  'status',
  'count',
  'codeCount',
  'text',
  'type',
  'result',
  'address',
]);

/** `Part no. of the old unit was B1234-77`: a sentence that begins with such a label is about it. */
function inOtherSentence(before: string): boolean {
  if (!isSentence(before) || /\s{2}|[|;\t:=]/.test(before.trim())) return false;
  const words = before.trim().split(/\s+/);
  return [3, 2, 1].some((count) => {
    const label = labelOf(words.slice(0, count).join(' '));
    return label?.role === 'ident' || label?.role === 'vin';
  });
}

/** True right behind `Part no:`, `SW`, `VIN` and the like. */
function behindOtherLabel(before: string): boolean {
  if (!/\p{L}/u.test(before)) return false;
  if (inOtherSentence(before)) return true;
  const cell = before.replace(/^.{0,200}(?:\s{2,200}|[|;\t])(?=\s{0,200}\S)/, '');
  const words = labelAtEnd.exec(cell)?.[1]?.trim().split(/\s+/);
  if (!words) return false;
  // In a cell of its own a label is the whole of it.
  if (/(?:\s{2}|[|;\t]\s{0,200})$/.test(before)) {
    const whole = labelOf(cell.trim().replace(/[:=#]$/, ''));
    return whole !== null && !harmless.has(whole.role);
  }
  for (let count = Math.min(3, words.length); count >= 1; count--) {
    const label = labelOf(words.slice(-count).join(' '));
    if (label) return !harmless.has(label.role) && !/^(?:battery|supply|dump)$/i.test(words.at(-1)!);
  }
  return false;
}

/** Five or more pairs of hexadecimal digits in a row. */
const bytesInARow = /(?:\b[0-9a-f]{2}\b[ ,]){5,}/i;

const addressAndBytes = /^\s*(?:0x)?[0-9a-f]{4,8}\s*[:|]\s*(?:[0-9a-f]{2,8}\s+){2,}/i;
const frame = /(?:^|\s)(?:0x)?[0-9a-f]{3,8}\s+(?:[0-9a-f]{2}\s+){4,}/i;

const fewBytes = /(?: [\da-f]{2,8}){2}(?![\p{L}\d])/iu;

/** An address with bytes behind it: a line of a memory dump or a log of frames. */
export const isDump = (line: string): boolean =>
  fewBytes.test(line) &&
  ((addressAndBytes.test(line) && readCode(line.trim().split(/[:|\s]/, 1)[0]!)?.repaired !== false) ||
    frame.test(line));

/** A status that stands in a cell of its own before the code. */
function statusBefore(before: string, legend?: Legend): StatusReading | null {
  if (before.trim() === '') return null;
  for (const cell of splitCells(before)) {
    const marked = legendStatus(cell, legend);
    if (marked) return marked;
    const word = statusWordOf(cell);
    if (word) return { ...word, statusText: cell, statusByte: null, by: 'word' };
  }
  return null;
}

/** `12 Nov 08:02`, `2026-11-12 08:02` */
const isTime = (cell: string): boolean =>
  /^(?:\d{1,2}\.?\s\p{L}{3,9}\.?|\d{4}-\d{2}-\d{2}|\d{1,2}[./-]\d{1,2}(?:[./-]\d{2,4})?\.?)?\s?(?:\d{4}\s)?\d{1,2}:\d{2}(?::\d{2})?$/u.test(
    cell,
  );

function moduleBefore(before: string, legend?: Legend): string | null {
  if (before.trim() === '') return null;
  const cells = splitCells(before).filter((cell) => {
    if (isTime(cell) || /^[[(][^\])]{1,12}[\])]$/.test(cell)) return false;
    const bare = cell.replace(/[:.)=#–—-]{1,200}$/, '').trim();
    return (
      /\p{L}{2}/u.test(bare) &&
      labelOf(bare.replace(/\s{0,200}\d{1,200}$/, ''))?.role !== 'code' &&
      statusWordOf(bare) === null &&
      reachWordOf(bare) === null &&
      legend?.statuses.has(cell) !== true
    );
  });
  const name = cells[0];
  if (name === undefined) return null;
  // `BCM dtc B1318`: the label goes with the code.
  const words = name.split(/\s+/);
  while (words.length > 1 && labelOf(words.at(-1)!.replace(/[:=.]{1,200}$/, ''))?.role === 'code')
    words.pop();
  return words.join(' ');
}

function finish(
  code: Placed,
  behindCode: string,
  legend: Legend | undefined,
  told: StatusReading | null,
): FoundCode {
  let rest = behindCode;
  let { failureType } = code;
  let status: StatusReading =
    code.statusByte === null
      ? unknownStatus
      : {
          ...ofByte(code.statusByte),
          statusText: code.statusByte.toString(16).padStart(2, '0').toUpperCase(),
          by: 'byte',
        };
  const kept: string[] = [];
  // `B1318-16 A Supply`: a mark of the legend, one blank away on both sides.
  const lead = legend && legend.statuses.size > 0 ? /^\s(\S{1,4})\s(?=\S)/.exec(rest) : null;
  const mark = lead && status.status === 'unknown' ? legendStatus(lead[1]!, legend) : null;
  if (mark) {
    status = mark;
    rest = `   ${rest.slice(lead![0].length)}`;
  }
  const behind =
    legend?.typeBehind && failureType === null
      ? /^ ([\da-f]{2})(?: ([\da-f]{2}))?(?=[\s;,.]|$)/i.exec(rest)
      : null;
  if (behind) {
    failureType = behind[1]!.toUpperCase();
    if (behind[2] !== undefined)
      status = { ...ofByte(parseInt(behind[2], 16)), statusText: behind[2], by: 'byte' };
  }
  const byte =
    legend?.byteBehind && behind === null && failureType !== null && /^ ([\da-f]{2})(?=\s)/i.exec(rest);
  if (byte) status = { ...ofByte(parseInt(byte[1]!, 16)), statusText: byte[1]!, by: 'guess' };
  const cells = splitCells(
    partPairs(byte ? rest.slice(byte[0].length) : behind ? rest.slice(behind[0].length) : rest),
  );
  const inline = failureType === null ? typeInFront(cells[0] ?? '') : null;
  if (inline) {
    failureType = inline.type;
    cells[0] = inline.rest;
  }
  for (const [index, cell] of cells.entries()) {
    const type = failureType === null && index === 0 ? readTypeCell(cell) : null;
    if (type !== null && !isStatusByte(cells, index)) {
      failureType = type;
      continue;
    }
    if (legend?.byteBehind && index === 1 && status.status === 'unknown' && /^[\da-f]{2}$/i.test(cell)) {
      status = { ...ofByte(parseInt(cell, 16)), statusText: cell, by: 'guess' };
      continue;
    }
    const read =
      status.status === 'unknown'
        ? (legendStatus(cell, legend) ?? readStatusCell(cell) ?? fieldOfOneWord(cell))
        : null;
    if (read !== null) status = read;
    else kept.push(cell);
  }
  if (status.status === 'unknown' && told === null) {
    const inner = statusInside(kept, legend);
    if (inner) {
      status = inner.status;
      kept.splice(0, kept.length, ...inner.rest);
    }
  }
  const texts = kept.map(trimCell).filter((cell) => cell !== '' && !/^\d+\s*x?$/.test(cell));
  const text = texts.join(', ');
  return {
    code: code.code,
    failureType,
    repaired: code.repaired,
    ...status,
    text: text === '' ? null : text,
    cells: texts,
  };
}

/** `type 13: driver loop` */
function typeInFront(cell: string): { type: string; rest: string } | null {
  const parts =
    /^(\p{L}{2,12}(?: \p{L}{2,12})?)[\s:=]{1,3}(?:0x)?([\dA-F]{2})(?:[:,–-]\s{0,3}|\s)(\S.{0,300})$/iu.exec(
      cell,
    );
  return parts && labelOf(parts[1]!)?.role === 'type'
    ? { type: parts[2]!.toUpperCase(), rest: parts[3]! }
    : null;
}

const legendStatus = (cell: string, legend?: Legend): StatusReading | null => {
  const marked =
    legend?.statuses.get(cell.trim()) ??
    legend?.statuses.get(cell.trim().replace(/^[[(]|[\])]?[.,;]?$/g, ''));
  return marked ? { ...marked, statusText: cell.trim(), statusByte: null, by: 'legend' } : null;
};

const ofByte = (statusByte: number) => ({
  status: statusOfByte(statusByte),
  comesAndGoes: false,
  statusByte,
});

/**
 * Parts what readers set close together: `FTB=13 STATUS=2F` by its keys, and a failure type from what a
 * bracket, dash or colon sets off behind it (`13 [040] - text`; but `12 volt supply` stays as it is).
 */
const partPairs = (rest: string): string =>
  rest
    .replace(/^\s*[}\])]/, ' ')
    .replace(/^\s[/–—-]\s([\da-f]{2})(?=\s|$)(?:\s[–—-]\s)?/i, '   $1   ')
    .replace(/^\s?\(((?:0x)?[\da-f]{2})h?\)(?=[\s:]|$)/i, '   $1   ')
    .replace(/\s[:=]\s|(?<=\)):\s/g, '   ')
    .replace(/[[{]([^\][{}]{1,24})[\]}]/g, (whole, held: string) =>
      /^(?:0x)?[\da-f]{2}$/i.test(held.trim()) || statusWordOf(held) !== null
        ? `   ${held.trim()}   `
        : whole,
    )
    .replace(/(?<=\s)([A-Za-z]{2,12}=[^\s"]{1,30})\s+/g, '   $1   ')
    .replace(/\s{1,200}(?=[A-Za-z]{2,12}=)/g, '   ')
    .replace(/^ ([0-9A-Fa-f]{2})(?: (?=[[(:–—-])|$)/, '   $1   ');

/** `0x28` right behind a code is its status byte unless another cell says the status. */
const isStatusByte = (cells: readonly string[], at: number): boolean =>
  /^0x/i.test(cells[at]!) && !cells.some((cell, other) => other !== at && readStatusCell(cell) !== null);

const typeCell =
  /^(?:([\p{L}][\p{L} -]{1,20}?)\s{0,200}[:=]?\s{0,200})?[[(-]?(?:0x)?([0-9A-F]{2})h?[\])]?$/iu;

/** A cell that is a failure type (`13`, `0x1B`, `FTB: 1B`), or null. */
export function readTypeCell(cell: string): string | null {
  const match = typeCell.exec(cell.trim());
  if (!match || (match[1] !== undefined && labelOf(match[1])?.role !== 'type')) return null;
  return match[2]!.toUpperCase();
}

/** A failure type in a column of types: two hexadecimal digits, or a decimal number where the heading says so. */
export function typeIn(cell: string, decimal: boolean): string | null {
  const bare = cell.replace(/\([^()]{1,20}\)\s{0,9}$/, '').trim();
  const asDecimal = /^\d{1,3}$/.exec(bare);
  if (asDecimal && (decimal || bare.length === 3)) {
    const value = Number(bare);
    return value > 255 ? null : value.toString(16).toUpperCase().padStart(2, '0');
  }
  return readTypeCell(bare);
}

/** A code that was pointed out in a line: what stands behind it is its status and text. */
export function textAround(line: string, code: string, from: number): FoundCode {
  const to = from + code.length;
  const reading = { code: code.toUpperCase(), failureType: null, repaired: false, statusByte: null };
  return { ...finish({ ...reading, from, to }, line.slice(to), undefined, null), failureType: null };
}

/** A cell or line that says nothing but a status: a word, `Status: stored`, `status 2F`, `0x2F`. */
export const readStatusCell = remembered((cell: string): StatusReading | null => {
  const trimmed = cell.trim().replace(/^[[(]|[\])]$/g, '');
  const pair =
    /^(\p{L}[\p{L} ]{0,20}?)\s{0,200}(?:[:=]\s{0,200}|\s{1,200}(?=(?:0x)?[\da-f]{2}h?(?:$|\s{0,200}[[(])))(.{0,200})$/iu.exec(
      trimmed,
    );
  const role = pair ? labelOf(pair[1]!)?.role : undefined;
  const labelled = role === 'status' || role === 'byte';
  const value = labelled ? pair![2]!.trim() : trimmed;
  const byte = (
    labelled ? /^(?:0x)?([0-9a-f]{2})h?(?:\s*[[(].{0,80})?$/i : /^0x([0-9a-f]{2})(?:\s*[[(].{0,80})?$/i
  ).exec(value);
  if (byte) return { ...ofByte(parseInt(byte[1]!, 16)), statusText: value, by: 'byte' };
  const both = /^(.{1,200}?)\s{0,200}[[(](?:0x)?([0-9a-f]{2})h?[\])]?$/i.exec(value);
  const word = both ? statusWordOf(both[1]!) : null;
  if (word)
    return {
      ...word,
      statusText: trimCell(both![1]!),
      statusByte: parseInt(both![2]!, 16),
      by: labelled ? 'label' : 'word',
    };
  const [part] = labelled ? value.split(/[,;]\s/) : [value];
  const status = labelled ? (statusOfField(value) ?? statusOfField(part!)) : statusWordOf(value);
  if (status)
    return { ...status, statusText: trimCell(value), statusByte: null, by: labelled ? 'label' : 'word' };
  return labelled && value !== '' ? { ...unknownStatus, statusText: value, by: 'label' } : null;
});

/** A status in a column of statuses: a word, a mark of the legend, or a byte. */
export function statusIn(cell: string, isByte: boolean, legend?: Legend): StatusReading | null {
  const bare = cell.trim();
  if (bare === '') return null;
  const byte = /^(?:0x)?([0-9a-f]{2})h?$/i.exec(bare);
  if (byte && (isByte || /\d/.test(bare)))
    return { ...ofByte(parseInt(byte[1]!, 16)), statusText: bare, by: 'column' };
  const marked = legendStatus(bare, legend);
  if (marked) return marked;
  // Under *Presence* or *Active*.
  if (saysYes(bare))
    return { status: 'active', comesAndGoes: false, statusText: bare, statusByte: null, by: 'column' };
  if (saysNo(bare))
    return { status: 'stored', comesAndGoes: false, statusText: bare, statusByte: null, by: 'column' };
  const letter = oneLetter.get(bare.toUpperCase());
  if (letter) return { status: letter, comesAndGoes: false, statusText: bare, statusByte: null, by: 'guess' };
  const read = readStatusCell(bare) ?? inField(bare);
  return read ? { ...read, by: 'column' } : { ...unknownStatus, statusText: bare, by: 'column' };
}

/** A word alone in its cell may be a field of its own: `memory`. */
const fieldOfOneWord = (cell: string): StatusReading | null =>
  /\s/.test(cell.trim()) ? null : inField(cell.trim());

function inField(bare: string): StatusReading | null {
  const word = statusOfField(bare) ?? statusOfField(bare.split(/[,;]\s/)[0]!);
  return word ? { ...word, statusText: bare, statusByte: null, by: 'word' } : null;
}

export const saysYes = (cell: string): boolean => /^(?:yes|ja|oui|si|sí|sì|sim|tak|true)$/i.test(cell);
export const saysNo = (cell: string): boolean => /^(?:no|n|nein|non|nee|nej|nie|n[ãa]o|false|0)$/i.test(cell);

/** Single letters that can mean one thing only in a status column. */
const oneLetter: ReadonlyMap<string, 'active' | 'stored' | 'history'> = new Map([
  ['A', 'active'],
  ['S', 'stored'],
  ['H', 'history'],
]);

/** `pretensor. Estado: presente. Contador: 3` */
const labelledInside = /(?<![\p{L}])\p{L}{2,12}\s*[:=]\s*[^.,;:|=]{1,40}/gu;

const insides: readonly RegExp[] = [
  /^(?<rest>.{0,200}?)[\s.,;–—-]{0,200}(?<![\p{L}])(?<word>\p{L}{2,12}\s{0,200}[:=]\s{0,200}[^:]{1,40})$/u,
  /^(?<rest>.{0,200}?)\s{0,200}[[(](?<word>[^\])]{1,40})[\])]\s{0,200}\.?$/,
  /^(?<rest>.{0,200}?)\s{0,200}(?:[-–—;/]\s{1,200}|\s[-–—]\s{0,200}|[,.]\s{1,200})(?<word>[^-–—,;/]{1,40})$/,
  /^[[(](?<word>[^\])]{1,40})[\])]\s{0,200}(?<rest>.{0,200})$/,
  /^(?<word>\p{L}[\p{L} ]{1,24}?)\s{0,200}(?:[-–—,;:]\s{1,200}|\s[-–—]\s{0,200})(?<rest>.{0,200})$/u,
  /^(?<rest>.{0,200}?)\s(?:is|ist|est|está|è|jest|é|är)\s(?<word>[^.]{3,40})\.?$/u,
  // `open circuit. Intermittent, count 2.`
  /^(?<rest>.{0,200}?)[.;,]\s{1,200}(?<word>\p{L}[\p{L} ]{2,40})[.;,]\s{1,200}[^.;,]{1,30}\.?$/u,
  // A capital in the middle of a sentence, or capitals before one, begin a field of their own.
  /^(?<rest>.*\p{Ll})\s(?<word>\p{Lu}[\p{L}]{2,14})$/u,
  /^(?<word>\p{Lu}{4,14})\s(?<rest>.{0,200}\p{Ll}.{0,200})$/u,
];

/** Of those, the ones that leave no doubt. */
const inBrackets: ReadonlySet<RegExp> = new Set([insides[1]!, insides[3]!]);

/** A status at the end or the start of a description, in brackets or behind a dash or comma. */
export function statusInside(
  cells: readonly string[],
  legend?: Legend,
): { status: StatusReading; rest: string[] } | null {
  for (const [index, cell] of cells.entries()) {
    if (cell.length > 200) continue;
    for (const match of cell.matchAll(labelledInside)) {
      const status = readStatusCell(match[0]);
      if (status && status.by !== 'word' && status.status !== 'unknown')
        return { status, rest: cells.map((other, i) => (i === index ? cell.replace(match[0], '') : other)) };
    }
    for (const pattern of insides) {
      const match = pattern.exec(cell.trim())?.groups;
      const status = match && (legendStatus(match['word']!, legend) ?? readStatusCell(match['word']!));
      if (status && status.status !== 'unknown')
        return {
          status: { ...status, by: status.by === 'word' && !inBrackets.has(pattern) ? 'guess' : status.by },
          rest: cells.map((other, i) => (i === index ? match!['rest']! : other)),
        };
    }
  }
  return null;
}

const trimCell = (text: string) =>
  text
    .trim()
    .replace(/^[\s,;:*`_–—-]{1,200}|[\s,;:*`_–—-]{1,200}$/g, '')
    .replace(/^(?:desc(?:ription)?|text)\s*=\s*/i, '')
    .replace(/^"(.*)"$/, '$1');
