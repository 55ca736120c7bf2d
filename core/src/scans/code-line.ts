/** One line that holds codes: which tokens are codes, and what stands before and behind them. */
import { type CodeReading, readCodeBytes } from '../codes/index.js';
import { splitCells } from './cells.js';
import { findCodes, type PlacedCode } from './code-tokens.js';
import { ofFlags, ofQuestion } from './flags.js';
import type { Legend } from './legend.js';
import { statusOfPlural, statusWithin } from './section-words.js';
import {
  fieldOfOneWord,
  legendStatus,
  ofBits,
  ofByte,
  oneLetter,
  readStatusCell,
  statusInside,
  type StatusReading,
  trimCell,
  unknownStatus,
} from './status-cell.js';
import { readTypeCell, typeIn, typeInFront } from './type-cell.js';
import { isFigureWord, isNumberWord, labelOf, reachWordOf, saysOfAll, statusWordOf } from './vocabulary.js';

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

/** The codes of a line, or null where it holds none. Numbers behind a label such as `Part no` are no codes. */
export function readCodeLine(line: string, legend?: Legend): CodeLine | null {
  if (!/\d/.test(line)) return null;
  const text = legend && legend.statuses.size > 0 ? apart(line, legend) : line;
  const placed = findCodes(text);
  if (placed.length === 0) return null;
  const leads = statusesInFront(text, placed);
  const whole = text.slice(0, placed[0]!.from - (leads?.[0]?.length ?? 0));
  const { before, told } = inFront(whole, legend);
  const inBytes = placed.length === 1 && before !== '' ? statusByteInFront(before, placed[0]!) : null;
  if (inBytes !== null) placed[0] = { ...placed[0]!, statusByte: inBytes };
  const codes = placed.map((code, index) => {
    const next = placed[index + 1];
    const whole = text.slice(code.to, (next?.from ?? text.length) - (leads?.[index + 1]?.length ?? 0));
    if (leads) return { ...finish(code, '', legend, null), ...leads[index]!.read };
    const rest = next ? whole.replace(/[\s,;]{1,40}$/, ' ') : whole;
    const found = finish(code, rest, legend, told);
    return told !== null && found.status === 'unknown' ? { ...found, ...told } : found;
  });
  // `B0001-13  B0004-13  all active`
  const last = codes.at(-1)!;
  const ofAll =
    codes.length > 1 && saysOfAll(text.slice(placed.at(-1)!.to).trim())
      ? statusOfAll(text.slice(placed.at(-1)!.to))
      : null;
  if (ofAll && codes.slice(0, -1).every(({ status: one }) => one === 'unknown'))
    return {
      before: moduleBefore(before, legend),
      over: false,
      codes: codes.map((code) => ({ ...code, ...ofAll, text: code === last ? null : code.text, cells: [] })),
    };
  return { before: moduleBefore(before, legend), over: /[:|;\t]\s{0,200}$/.test(before), codes };
}

/** What stands in front of the first code, without the status that it says of all codes of the line. */
function inFront(whole: string, legend?: Legend): { before: string; told: StatusReading | null } {
  if (whole.trim() === '') return { before: '', told: null };
  const parted = partedBefore(whole);
  // `Body, active: B1318`
  const set =
    /^(.{2,60}),\s(\p{L}{3,20}):\s{1,9}$/u.exec(parted) ??
    /^(?!.{0,12}\s0?[\da]\s\()(.{2,60})\s\((\p{L}[\p{L} ]{2,20})\):\s{1,9}$/iu.exec(parted);
  const within = set ? null : statusWithin(parted);
  const status: StatusReading | null = within
    ? { ...unknownStatus, status: within.status, statusText: parted.trim(), by: 'section' }
    : set
      ? readStatusCell(set[2]!)
      : null;
  const before = within ? `${within.name}: ` : status ? `${set![1]!}: ` : parted;
  // What ends with a semicolon or point belongs to what stands before it.
  return {
    before,
    told: status ?? (/\S[;.]\s{1,9}$/.test(before) ? null : statusBefore(before, legend)),
  };
}

/** `CUR: B1318  HIST: B1402`: a status with a colon right in front of each code; null where one has none. */
function statusesInFront(
  text: string,
  placed: readonly PlacedCode[],
): readonly { read: StatusReading; length: number }[] | null {
  if (placed.length < 2) return null;
  const found = placed.flatMap(({ from }, at) => {
    const lead = /(?<=^|[\s,;|])(\p{L}{2,14}(?:\s\p{L}{2,14})?)\s?[:=]\s{0,3}$/u.exec(
      text.slice(Math.max(from - 30, placed[at - 1]?.to ?? 0), from),
    );
    const word = lead ? statusWordOf(lead[1]!) : null;
    return word
      ? [
          {
            read: { ...word, statusText: lead![1]!, statusByte: null, by: 'label' as const },
            length: lead![0].length,
          },
        ]
      : [];
  });
  return found.length === placed.length ? found : null;
}

/** `Body - active - B1318`, `active, Body, B1318`: parts in front of a code of which one is its status. */
function partedBefore(before: string): string {
  // `Scanned it this morning. Airbag has two codes: B1318`
  if (before.length < 300 && /[.!]\s+\p{Lu}[^.]*:\s$/u.test(before))
    return before.replace(/^.*\p{L}{2}[.!]\s+(?=\p{Lu})/u, '');
  if (!/\s[-–—]\s$|[,;]\s$/.test(before) || before.length > 120) return before;
  const parts = before.split(/\s[-–—]\s|[,;]\s/).slice(0, -1);
  const told = parts.filter((part) => statusWordOf(part) !== null);
  return parts.length > 1 && told.length === 1 ? `${parts.join('   ')}   ` : before;
}

/** What is said of all codes of a line at its end: `all active`. */
function statusOfAll(behind: string): StatusReading | null {
  const words = behind.trim().split(/\s+/);
  for (const from of [1, 2]) {
    const word = statusWordOf(words.slice(from).join(' '));
    if (word) return { ...word, statusText: behind.trim(), statusByte: null, by: 'word' };
  }
  return null;
}

/** `90 01 13 2F   B0001-13`: the bytes that the code was read from, and behind them its status. */
function statusByteInFront(before: string, { code, failureType }: CodeReading): number | null {
  const bytes = /((?:[\da-f]{2} ){3})([\da-f]{2})\s{0,200}$/i.exec(before);
  const read = bytes ? readCodeBytes(bytes[1]!.trim()) : null;
  return read?.code === code && read.failureType === failureType ? parseInt(bytes![2]!, 16) : null;
}

/** Of each legend, how its marks are found behind a code. */
const closeBehind = new WeakMap<Legend, readonly RegExp[]>();

/** Sets the marks of a legend apart from the codes that they stand at: `B1049-13/A`, `B1049-13a`, `C:B1049-13`. */
function apart(line: string, legend: Legend): string {
  let signs = closeBehind.get(legend);
  if (signs === undefined) {
    const all = [...legend.statuses.keys()].filter((mark) => mark.length < 5);
    const marks = all.filter((mark) => /^[^\p{L}\p{N}\s]/u.test(mark)).map(escaped);
    const letters = all.filter((mark) => /^\p{L}$/u.test(mark));
    signs = [
      ...(marks.length === 0 ? [] : [new RegExp(`(?<=[A-Z\\d]{2})(${marks.join('|')})(?=[\\s,;]|$)`, 'gi')]),
      ...(letters.length === 0
        ? []
        : [
            new RegExp(
              `(?<=[PCBU][0-3][\\dA-F]{3}-[\\dA-F]{2})[/:]?(${letters.join('|')})(?![\\p{L}\\d])`,
              'gu',
            ),
          ]),
    ];
    closeBehind.set(legend, signs);
  }
  // A letter in front goes behind its code.
  const turned = /\p{L}[:=][PCBU][0-3]/u.test(line)
    ? line.replace(
        /(?<![\p{L}\d])(\p{L})[:=]([PCBU][0-3][\dA-F]{3}(?:-[\dA-F]{2})?)(?![\w-])/gu,
        (whole, mark: string, code: string) => (legend.statuses.has(mark) ? `${code}  ${mark}  ` : whole),
      )
    : line;
  return signs.reduce((text, sign) => text.replace(sign, '  $1  '), turned);
}
const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&');

/** A status that stands in a cell of its own before the code. */
function statusBefore(before: string, legend?: Legend): StatusReading | null {
  if (before.trim() === '') return null;
  for (const cell of splitCells(before)) {
    const marked =
      legendStatus(cell, legend) ?? legendStatus(/^([[(]\S{1,4}[)\]])\s\p{L}/u.exec(cell)?.[1] ?? '', legend);
    if (marked) return marked;
    const letter = /^\[([A-Z])\]$/.exec(cell)?.[1];
    const byLetter = letter === undefined ? undefined : oneLetter.get(letter);
    if (byLetter)
      return { status: byLetter, comesAndGoes: false, statusText: cell, statusByte: null, by: 'guess' };
    const word = statusWordOf(cell);
    if (word) return { ...word, statusText: cell, statusByte: null, by: 'word' };
    // `stored ones: B1318`
    const [, several] = /^(\p{L}{5,20})\s?:$/u.exec(cell) ?? [];
    const status = several === undefined ? null : statusOfPlural(several.toLowerCase());
    if (status) return { ...unknownStatus, status, statusText: cell, by: 'label' };
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
      !isNumberWord(bare) &&
      reachWordOf(bare) === null &&
      legend?.statuses.has(cell) !== true
    );
  });
  // `[AIRBAG]   B1318`
  const held =
    splitCells(before).length === 1 ? /^\[(\p{L}[^\][]{2,40})\]:?$/u.exec(before.trim())?.[1] : undefined;
  const own =
    held !== undefined && statusWordOf(held) === null && !legend?.statuses.has(held) ? held : undefined;
  // `CE   Headlamp   B1318-16`
  const name = (cells.length > 1 && /^[A-F]{2}$/.test(cells[0]!) ? cells[1] : cells[0]) ?? own;
  if (name === undefined) return null;
  // `Airbag unit: two codes. B1318`
  const counted = /^([^:]{2,60}):\s(.{3,40}?)[\s.:;,–—-]*$/u.exec(name);
  if (counted && saysHowMany(counted[2]!)) return counted[1]!;
  // `BCM dtc B1318`: the label goes with the code.
  const words = name.split(/\s+/);
  while (words.length > 1 && labelOf(words.at(-1)!.replace(/[:=.]{1,200}$/, ''))?.role === 'code') {
    words.pop();
    // `Airbag 2 faults:`
    if (words.length > 1 && (/^\d{1,2}$/.test(words.at(-1)!) || isFigureWord(words.at(-1)!))) words.pop();
    words.push(words.pop()!.replace(/,$/, ''));
  }
  return words.join(' ');
}

/** `two codes`, `3 faults` */
function saysHowMany(text: string): boolean {
  const [first, ...rest] = text.split(' ');
  return (isFigureWord(first!) || /^\d{1,3}$/.test(first!)) && labelOf(rest.join(' '))?.role === 'code';
}

function finish(
  code: PlacedCode,
  behindCode: string,
  legend: Legend | undefined,
  told: StatusReading | null,
): FoundCode {
  let rest = behindCode;
  let failureType =
    legend?.decimalTypes && code.failureType !== null ? typeIn(code.failureType, true) : code.failureType;
  let status: StatusReading =
    code.statusByte === null
      ? unknownStatus
      : {
          ...ofByte(code.statusByte),
          statusText: code.statusByte.toString(16).padStart(2, '0').toUpperCase(),
          by: 'byte',
        };
  const kept: string[] = [];
  const bits = status.status === 'unknown' && /[=:]\s?[01](?!\d)/.test(rest) ? ofBits(rest) : null;
  if (bits) status = { ...bits, statusText: trimCell(rest) };
  const asked = status.status === 'unknown' && rest.includes('?') ? ofQuestion(rest) : null;
  if (asked) {
    status = asked.read;
    rest = asked.rest;
  }
  const flags = status.status === 'unknown' ? ofFlags(rest, legend) : null;
  if (flags) {
    status = flags.read;
    rest = flags.rest;
  }
  // `B1318-16 mask 0x2F "Supply"`: a label and its byte, a blank away on both sides.
  const labelled = /^\s(\p{L}{2,8})\s(?:0[xX])?([\da-fA-F]{2})(?=\s|$)/u.exec(rest);
  if (
    labelled &&
    status.status === 'unknown' &&
    ['byte', 'status'].includes(labelOf(labelled[1]!)?.role ?? '')
  ) {
    status = { ...ofByte(parseInt(labelled[2]!, 16)), statusText: `0x${labelled[2]!}`, by: 'byte' };
    rest = `   ${rest.slice(labelled[0].length)}`;
  }
  // `B1318-16 A Supply`: a mark of the legend, one blank away on both sides.
  const lead = legend && legend.statuses.size > 0 ? /^\s(\S{1,4})\s(?=\S)/.exec(rest) : null;
  const mark = lead && status.status === 'unknown' ? legendStatus(lead[1]!, legend) : null;
  if (mark) {
    status = mark;
    rest = `   ${rest.slice(lead![0].length)}`;
  }
  const word = legend?.wordBehind ? /^\s?[:=]?\s?(\p{L}{3,20})\.?\s(?=\S)/u.exec(rest) : null;
  // `Confirmed DTC - failing` says more than the first word.
  const more = word !== null && statusWordOf(rest) !== null;
  const inWord = word && status.status === 'unknown' && !more ? readStatusCell(word[1]!) : null;
  if (inWord) {
    status = inWord;
    rest = `   ${rest.slice(word![0].length)}`;
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
  const heldType = legend?.typeHeld && failureType === null ? /\(([\da-f]{2})\)/i.exec(rest) : null;
  if (heldType) {
    failureType = legend!.decimalTypes ? typeIn(heldType[1]!, true) : heldType[1]!.toUpperCase();
    rest = rest.replace(heldType[0], ' ');
  }
  const byte =
    legend?.byteBehind &&
    behind === null &&
    failureType !== null &&
    /^(?: |\s?[|;,]\s?)([\da-f]{2})(?=[\s|;,]|$)/i.exec(rest);
  if (byte) status = { ...ofByte(parseInt(byte[1]!, 16)), statusText: byte[1]!, by: 'guess' };
  // `B1318-16 (2F)`
  const held =
    failureType !== null && status.status === 'unknown' && /[([]/.test(rest)
      ? /^\s?[([](?:0x)?([\da-f]{2})h?[)\]](?=[\s,;.]|$)/i.exec(rest)
      : null;
  if (held && /\d/.test(held[1]!)) {
    // It may as well be a count.
    status = { ...ofByte(parseInt(held[1]!, 16)), statusText: held[1]!, by: 'guess' };
    rest = `   ${rest.slice(held[0].length)}`;
  }
  const cells = splitCells(
    partPairs(byte ? rest.slice(byte[0].length) : behind ? rest.slice(behind[0].length) : rest),
  );
  const inline = failureType === null ? typeInFront(cells[0] ?? '') : null;
  if (inline) {
    failureType = inline.type;
    cells[0] = inline.rest;
  }
  for (const [index, cell] of cells.entries()) {
    // `11 active`
    const both = failureType === null && index === 0 ? /^([\da-fA-F]{2})\s(\p{L}.{2,30})$/u.exec(cell) : null;
    const said = both && status.status === 'unknown' ? readStatusCell(both[2]!) : null;
    if (said) {
      failureType = both![1]!.toUpperCase();
      status = said;
      continue;
    }
    const type =
      failureType !== null || index > 0
        ? null
        : legend?.decimalTypes
          ? typeIn(cell.replace(/^[[(]|[\])]$/g, ''), true)
          : readTypeCell(cell);
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
    else {
      const more = goingOn(status, cell);
      if (more) status = more;
      else kept.push(cell);
    }
  }
  if (status.status === 'unknown' && told === null) {
    const inner = statusInside(kept, legend);
    if (inner) {
      status = inner.status;
      kept.splice(0, kept.length, ...inner.rest);
    }
  }
  if (status.status === 'unknown' && status.statusText === null && told === null && legend?.others)
    status = { ...legend.others, statusText: null, statusByte: null, by: 'legend' };
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

/** `confirmed   failing`: a status in words with what the next cell adds; null where that is no such word. */
function goingOn({ by, statusText }: StatusReading, cell: string): StatusReading | null {
  if (by !== 'word' || statusText === null || cell.length > 30 || statusWordOf(cell) === null) return null;
  const whole = `${statusText}, ${cell}`;
  const word = statusWordOf(whole);
  return word && { ...word, statusText: whole, statusByte: null, by };
}

/**
 * Parts what readers set close together: `FTB=13 STATUS=2F` by its keys, and a failure type from what a
 * bracket, dash or colon sets off behind it (`13 [040] - text`; but `12 volt supply` stays as it is).
 */
function partPairs(rest: string): string {
  if (!parts.test(rest) && !partsAtStart.test(rest)) return rest;
  let own = partDashes(rest);
  own = /[[({\])}*]/.test(own) ? partHeld(own) : own;
  own = own
    .replace(/^\s[/–—-]\s([\da-fA-F]{2})(?=\s|$)(?:\s[–—-]\s)?/, '   $1   ')
    .replace(/^\s?[,;]\s/, '   ');
  if (/[:=→]|->|"\s/.test(own))
    own = own
      .replace(/\s(?:[:=]|[=-]{1,2}>|→)\s|(?<=\)):\s/g, '   ')
      // `state=not present text=…`, `"B1318" "active"`
      .replace(
        /(?<=\s)([A-Za-z]{2,12}=[^\s"=]{1,30}(?:\s[^\s"=]{1,20}){1,3}(?=\s{1,9}[A-Za-z]{2,12}=)|[A-Za-z]{2,12}=[^\s"]{1,30}(?=\s))\s+/g,
        '   $1   ',
      )
      .replace(/"\s{1,3}"/g, '   ')
      .replace(/\s{1,200}(?=[A-Za-z]{2,12}=)/g, '   ');
  return own.replace(/^ ([0-9A-Fa-f]{2})(?: (?=[[(:–—-])|$)/, '   $1   ');
}

/** What stands in brackets or stars: a type, a status. */
const partHeld = (rest: string): string =>
  rest
    .replace(/^\s*[}\])]/, ' ')
    // `(driver loop) (active) (x4)`
    .replace(/\)\s(?=\()/g, ')   ')
    // `driver loop *ACTIVE*`
    .replace(/\*\(?(\p{L}[\p{L} ]{2,24})\)?\*/gu, (whole, held: string) =>
      statusWordOf(held) === null ? whole : `   ${held}   `,
    )
    .replace(/^\s?\(((?:0x)?[\da-f]{2})h?\)(?=[\s:]|$)/i, '   $1   ')
    .replace(
      /^\s?\((\p{L}{2,12})[\s:=]{1,2}((?:0[xX])?[\da-fA-F]{2})[hH]?\)(?=\s|$)/u,
      (whole, label: string, type: string) => (labelOf(label)?.role === 'type' ? `   ${type}   ` : whole),
    )
    .replace(/[[{]([^\][{}]{1,24})[\]}]/g, (whole, held: string) =>
      /^(?:0x)?[\da-f]{2}$/i.test(held.trim()) || statusWordOf(held) !== null
        ? `   ${held.trim()}   `
        : whole,
    );

/** What any of them needs. */
const parts = /[[\](){}=:/→–—*-]|" "/;
const partsAtStart = /^ [\da-fA-F]{2}|^\s?[,;]/;

/** ` - Driver loop - Active - 12x`: parts between dashes, where one of them is a status. */
function partDashes(rest: string): string {
  if (!/[-–—]/.test(rest)) return rest;
  const parts = rest.split(/\s[-–—]\s/);
  // `Driver loop - ACTIVE - replace the harness`
  const least = /^\s[-–—]\s/.test(rest) ? 3 : 2;
  return parts.length > least && parts.some((part) => statusWordOf(part) !== null) ? parts.join('   ') : rest;
}

/** `0x28` right behind a code is its status byte unless another cell says the status. */
const isStatusByte = (cells: readonly string[], at: number): boolean =>
  /^0x/i.test(cells[at]!) && !cells.some((cell, other) => other !== at && readStatusCell(cell) !== null);

/** A code that was pointed out in a line: what stands behind it is its status and text. */
export function textAround(line: string, code: string, from: number): FoundCode {
  const to = from + code.length;
  const reading = { code: code.toUpperCase(), failureType: null, repaired: false, statusByte: null };
  return { ...finish({ ...reading, from, to }, line.slice(to), undefined, null), failureType: null };
}
