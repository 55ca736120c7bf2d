/** Which tokens of a line are codes: in one, as bytes behind a label, with a status byte; and what is none. */
import { type CodeReading, readCode, readCodeBytes } from '../codes/index.js';
import { isFiller, isPartsList, isSentence, isVerb, labelOf, statusWordOf } from './vocabulary.js';

const token =
  /(?<![A-Za-z0-9_./+-])(?=[A-Za-z]{0,4}\d)([A-Za-z0-9]{5}(?:[-:._]?[A-Za-z0-9]{2}|\/[\dA-Fa-f]{2})?)(?![A-Za-z0-9_+/]|[-.:][A-Za-z0-9])/g;
/** `B0001:13-2F`: code, failure type and status byte in one. */
const withByte =
  /(?<![\w./+-])([PCBU][0-3][\dA-F]{3})(?:-([\dA-F]{2}):|:([\dA-F]{2})[:-])([\dA-F]{2})(?![\w+/-])/gi;
const bytes = /(?:0x)?[\da-f]{2}[ ,](?:0x)?[\da-f]{2}(?:[ ,](?:0x)?[\da-f]{2})?|0x[\da-f]{4}(?:[\da-f]{2})?/i;
const bytesAfterLabel = new RegExp(
  String.raw`([\p{L}][\p{L} ()]{1,24}?)\s*[:=]\s*(${bytes.source})(?![\da-f ]*[\da-f]{2}\b)(?![\da-f])`,
  'giu',
);

/** `DTC 90 14 13  status 2F` */
export const bytesBehindWord = /^\s{0,40}(\p{L}{2,12})\s((?:[\da-fA-F]{2}\s){2}[\da-fA-F]{2})(?=\s{2}|\s?$)/u;

/** A code, and where it stands in its line. */
export interface PlacedCode extends CodeReading {
  readonly from: number;
  readonly to: number;
  readonly statusByte: number | null;
}

/** `B1318-16/stored` */
const statusBehind =
  /(?<![\w./+-])([PCBUpcbu][0-3][\da-fA-F]{3}(?:[-:][\da-fA-F]{2})?)[\/:](?=(\p{L}{3,20}))/gu;

/** The codes of a line; none behind a label such as `Part no`. */
export function findCodes(whole: string): PlacedCode[] {
  const line = /[/:]/.test(whole)
    ? whole.replace(statusBehind, (all, code: string, word: string) =>
        statusWordOf(word) ? `${code} ` : all,
      )
    : whole;
  const found: PlacedCode[] = [];
  let inBytes: boolean | null = null;
  for (const match of line.includes(':') ? line.matchAll(withByte) : []) {
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
    // `B1702/13`
    const reading = readCode(match[1]!.replace('/', '-'));
    if (!reading || behindOtherLabel(line.slice(Math.max(0, match.index - mostLabel), match.index))) continue;
    const to = match.index + match[0].length;
    if (isOtherByWords(line.slice(to, to + mostLabel))) continue;
    if ((inBytes ??= bytesInARow.test(line))) continue;
    found.push(placedAt(reading, match.index, match[0].length));
  }
  // A full stop parts the type from its code only where no code on the line is written otherwise.
  const others = found.filter(({ from }) => line.charAt(from + 5) !== '.');
  if (others.length > 0 && others.length < found.length) return others;
  if (found.length > 0) return found.length > 1 ? withoutMentions(line, withoutRepeat(found)) : found;
  const [all, label, three] = bytesBehindWord.exec(line) ?? [];
  const read = label !== undefined && labelOf(label)?.role === 'code' ? readCodeBytes(three!) : null;
  if (read) return [placedAt(read, 0, all!.length)];
  if (!/[:=]/.test(line)) return found;
  for (const match of line.matchAll(bytesAfterLabel)) {
    const reading = readsAsCode(match[1]!) ? readCodeBytes(match[2]!) : null;
    if (reading) found.push(placedAt(reading, match.index, match[0].length));
  }
  return found;
}

/** Two codes of a line that are one and the same, as before and after a repair, are read once. */
function withoutRepeat(found: PlacedCode[]): PlacedCode[] {
  const [one, other, ...more] = found;
  const same = one!.code === other!.code && one!.failureType === other!.failureType;
  return same && more.length === 0 ? [one!] : found;
}

/** `B1318-16 replace with P1106 clip`: beside codes with a failure type one without, in the middle of words, is something else. */
function withoutMentions(line: string, found: PlacedCode[]): PlacedCode[] {
  if (found[0]!.failureType === null) return found;
  return found.filter(({ failureType, from, to }, at) => {
    if (failureType !== null || !/\p{L}\s[([]?$/u.test(line.slice(0, from))) return true;
    // `B1318-16 and B1402`
    if (isFiller(line.slice(found[at - 1]!.to, from).trim())) return true;
    // `and B1402 stored`
    const [, word] = /^\s(\p{L}{3,20})(?!\p{L})/u.exec(line.slice(to)) ?? [];
    return word !== undefined && statusWordOf(word) !== null;
  });
}

const readsAsCode = (label: string): boolean => {
  for (let words = label.trim().split(/\s+/).slice(-3); words.length > 0; words = words.slice(1))
    if (labelOf(words.join(' '))?.role === 'code') return true;
  return false;
};

function placedAt({ code, failureType, repaired }: CodeReading, from: number, length: number): PlacedCode {
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

/** A label of numbers that are no codes: `Part no`, `Parts needed`. */
const isOther = (label: string): boolean => labelOf(label)?.role === 'ident' || isPartsList(label);

/** True right behind `Part no:`, `SW`, `VIN` and the like. */
function behindOtherLabel(whole: string): boolean {
  if (!/\p{L}/u.test(whole)) return false;
  // `Article no. B1105, B1106`: what a label says is said of the whole list.
  const before = whole.replace(/(?:[A-Z]\d[\w-]{3,9}\s?[,/&+]\s?){1,8}$/i, '');
  if (!/\p{L}/u.test(before)) return false;
  if (inOtherSentence(before)) return true;
  const cell = before.replace(/^.{0,200}(?:\s{2,200}|[|;\t])(?=\s{0,200}\S)/, '');
  // `Ordered: P1106 clip, B1107 bracket`
  const first = /^\s{0,40}(\p{L}[\p{L}. ]{2,24}?):\s[^:=]{1,200}$/u.exec(cell)?.[1];
  if (first !== undefined && isOther(first)) return true;
  const last = labelAtEnd.exec(cell)?.[1]?.trim();
  if (last === undefined) return false;
  if (isPartsList(last)) return true;
  const words = last.split(/\s+/);
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

/** True in front of what says that it is another number: `C1212 is the connector no`, `C1212 (connector)`. */
function isOtherByWords(after: string): boolean {
  if (!/^\s?[\p{L}(]/u.test(after)) return false;
  const [, verb, article, ...words] =
    /^\s(\p{L}{1,6})\s(\p{L}{1,5})\s(\p{L}{3,20})(?:\s(\p{L}{1,10}))?/u.exec(after) ?? [];
  if (verb !== undefined && isVerb(verb) && isFiller(article!)) {
    const [first, second] = words;
    return [first, `${first} ${second ?? ''}`].some((text) => labelOf(text!)?.role === 'ident');
  }
  const held = /^\s?\((\p{L}[\p{L} ]{2,24})\)/u.exec(after)?.[1];
  return held !== undefined && labelOf(held)?.role === 'ident';
}

/** Five or more pairs of hexadecimal digits in a row. */
const bytesInARow = /(?:\b[0-9a-f]{2}\b[ ,]){5,}/i;

const addressAndBytes = /^\s*(?:0x)?[0-9a-f]{4,8}\s*[:|]\s*(?:[0-9a-f]{2,8}\s+){2}/i;
const frame = /(?:^|\s)(?:0x)?[0-9a-f]{3,8}\s+(?:[0-9a-f]{2}\s+){4}/i;

const fewBytes = /(?: [\da-fA-F]{2,8}){2}(?![\p{L}\d])/u;

const loggedFrame =
  /^\s{0,9}\(\d{1,12}\.\d{1,9}\)\s{1,9}\S{1,32}\s{1,9}(?:[\dA-F]{3}|[\dA-F]{8})#(?:[\dA-F]{2}){0,8}\s{0,9}$/i;

/** A frame of the link behind a report, as the open log of timed frames has it: it says nothing of its own. */
export const isFrame = (line: string): boolean => line.includes('#') && loggedFrame.test(line);

/** An answer as it came over the link: bytes and nothing else. */
const answer = /^\s{0,40}(?:59|7F)(?:\s{1,3}[\dA-F]{2}){2,400}\s{0,9}$/i;

/** `TX 7A2 19 02 FF`: a frame, and which way it went. */
const sent = /^\s{0,40}(?:TX|RX)[\s:>]{1,9}[\dA-F]{2,8}(?:\s{1,3}[\dA-F]{2}){2,400}\s{0,9}$/i;

/** A quick look at how such lines begin. */
const answersOrSent = /^\s{0,40}[57TRtr]/;

const codeFirst = /^\s*[PCBUpcbu]/;
const isCode = (text: string): boolean => readCode(text)?.repaired === false;

/** An address with bytes behind it: a line of a memory dump or a log of frames. */
export const isDump = (line: string): boolean =>
  addressAndBytes.test(line)
    ? !(codeFirst.test(line) && isCode(line.trim().split(/[:|\s]/, 1)[0]!))
    : (answersOrSent.test(line) && (answer.test(line) || sent.test(line))) ||
      (fewBytes.test(line) && frame.test(line));
