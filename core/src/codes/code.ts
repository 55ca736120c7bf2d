/**
 * The grammar of a diagnostic trouble code: a letter (P, C, B, U), a digit 0 to 3, three hexadecimal digits,
 * and optionally a third byte, the failure type. Source: the public two- and three-byte code format.
 */
import { wordTable } from './word-table.js';

/** A code as read; upper case. `repaired` tells that a reading slip was put right. */
export interface CodeReading {
  readonly code: string;
  readonly failureType: string | null;
  readonly repaired: boolean;
}

const strict = /^([PCBU][0-3][0-9A-F]{3})(?:[-:._]?([0-9A-F]{2}))?$/;
const slip = /^([A-Z0-9]{5})(?:[-:._]?([A-Z0-9]{2}))?$/;

/** What a character may have been meant as where it is not valid in its place. */
const meant: Readonly<Record<string, string>> = wordTable({
  O: '0',
  '0': 'O',
  I: '1',
  '1': 'I',
  S: '5',
  '5': 'S',
  B: '8',
  '8': 'B',
  Z: '2',
  '2': 'Z',
});

const places = [/[PCBU]/, /[0-3]/, /[0-9A-F]/, /[0-9A-F]/, /[0-9A-F]/, /[0-9A-F]/, /[0-9A-F]/];

/**
 * Reads one token (`B1049`, `b1049-13`, `B1049:13`, `B1049.13`, `B1049_13`, `B104913`) as a code, or null where it is none.
 * A reading slip is repaired only where a character is not valid in its place, the repair is the only one
 * possible, and at least one digit behind the letter was read as a digit: so neither words nor numbers
 * turn into codes.
 *
 * @example readCode('BI049-13') // { code: 'B1049', failureType: '13', repaired: true }
 */
export function readCode(token: string): CodeReading | null {
  const text = token.trim().toUpperCase();
  const exact = strict.exec(text);
  if (exact) return { code: exact[1]!, failureType: exact[2] ?? null, repaired: false };

  const loose = slip.exec(text);
  if (!loose || /^\d+$/.test(text.replace(/[-:._]/, '')) || !/\d/.test(loose[1]!.slice(1))) return null;
  const repaired = repair(loose[1]! + (loose[2] ?? ''));
  if (repaired === null) return null;
  return { code: repaired.slice(0, 5), failureType: repaired.slice(5) || null, repaired: true };
}

function repair(characters: string): string | null {
  let result = '';
  for (const [index, character] of [...characters].entries()) {
    const place = places[index]!;
    const right = place.test(character) ? character : meant[character];
    if (right === undefined || !place.test(right)) return null;
    result += right;
  }
  return result;
}

const letters = ['P', 'C', 'B', 'U'] as const;

/** A code as it is written: `B1049-13`, or `B1049` without a failure type. */
export function writeCode({
  code,
  failureType,
}: {
  readonly code: string;
  readonly failureType?: string | null | undefined;
}): string {
  return failureType ? `${code}-${failureType}` : code;
}

/**
 * Reads the raw bytes of a code (`90 49` or `90 49 13`, spaces optional): the top two bits give the letter,
 * the next two the first digit. Only for a column or label that is known to hold codes.
 */
export function readCodeBytes(text: string): CodeReading | null {
  const match = /^(?:0x)?([0-9a-f]{2})[ ,]?(?:0x)?([0-9a-f]{2})(?:[ ,]?(?:0x)?([0-9a-f]{2}))?$/i.exec(
    text.trim(),
  );
  if (!match) return null;
  const first = parseInt(match[1]!, 16);
  const code = `${letters[first >> 6]}${(first >> 4) & 3}${match[1]![1]}${match[2]}`.toUpperCase();
  return { code, failureType: match[3]?.toUpperCase() ?? null, repaired: false };
}

/**
 * The number of a code with its failure type: three bytes, the way back from `readCodeBytes`.
 *
 * @example codeNumber('B1049', '13') // 0x904913
 */
export function codeNumber(code: string, failureType: string): number {
  const letter = letters.findIndex((own) => own === code.charAt(0));
  return ((letter << 14) | Number.parseInt(code.slice(1), 16)) * 256 + Number.parseInt(failureType, 16);
}

/**
 * True for bytes that can be told from words and counts without a heading: in pairs (`90 49 13`), or of one figure
 * that says it is hexadecimal (`0x904913`).
 */
export const isCodeBytes = (text: string): boolean =>
  /^(?:(?:0x)?[0-9a-f]{2} [0-9a-f]{2}(?: [0-9a-f]{2})?|0x[0-9a-f]{4}(?:[0-9a-f]{2})?)$/i.test(text.trim());
