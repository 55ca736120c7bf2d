/** Failure types as reports print them. */
import { labelOf } from './vocabulary.js';

/** `type 13: driver loop` */
export function typeInFront(cell: string): { type: string; rest: string } | null {
  const parts =
    /^(\p{L}{2,12}(?: \p{L}{2,12})?)[\s:=]{1,3}(?:0[xX])?([\da-fA-F]{2})(?:\s?[:,–-]\s{1,3}|[:,–-]|\s)(\S.{0,300})$/u.exec(
      cell,
    );
  return parts && labelOf(parts[1]!)?.role === 'type'
    ? { type: parts[2]!.toUpperCase(), rest: parts[3]! }
    : null;
}

const typeCell =
  /^(?:([\p{L}][\p{L} -]{1,20}?)\s{0,200}[:=]?\s{0,200})?[[(-]?(?:0[xX])?([\da-fA-F]{2})[hH]?[\])]?$/u;

/** A cell that is a failure type (`13`, `0x1B`, `FTB: 1B`), or null. */
export function readTypeCell(cell: string): string | null {
  const match = typeCell.exec(cell.trim());
  if (!match || (match[1] !== undefined && labelOf(match[1])?.role !== 'type')) return null;
  return match[2]!.toUpperCase();
}

/** A failure type in a column of types: two hexadecimal digits, or a decimal number where the heading says so. */
export function typeIn(cell: string, decimal: boolean): string | null {
  const bare = cell
    .replace(/\([^()]{1,80}\)\s{0,9}$/, '')
    // `13 - circuit open`
    .replace(/^(\s{0,9}(?:0[xX])?[\da-fA-F]{2,3}[hH]?)\s?[-–:]\s\p{L}.{1,80}$/u, '$1')
    .trim();
  const asDecimal = /^\d{1,3}$/.exec(bare);
  if (asDecimal && (decimal || bare.length === 3)) {
    const value = Number(bare);
    return value > 255 ? null : value.toString(16).toUpperCase().padStart(2, '0');
  }
  return readTypeCell(bare);
}
