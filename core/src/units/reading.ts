/** A reading as a technician types it: `4,8`, `2k2`, `0.02 v`, `OL`. */
import { wordTable } from '../codes/index.js';

export type Unit = 'V' | 'Ω' | 'A';

export type TypedReading =
  | { readonly kind: 'value'; readonly value: number; readonly unit: Unit | null }
  | { readonly kind: 'overload' }
  /** A comma before three digits may part thousands or decimals: ask which. */
  | { readonly kind: 'ask'; readonly decimal: number; readonly thousands: number }
  | { readonly kind: 'notRead'; readonly reason: string };

const factors: Readonly<Record<string, number>> = wordTable({ k: 1e3, K: 1e3, m: 1e-3, M: 1e6, '': 1 });
const unitNames: Readonly<Record<string, Unit>> = wordTable({
  v: 'V',
  volt: 'V',
  volts: 'V',
  ω: 'Ω',
  ohm: 'Ω',
  ohms: 'Ω',
  r: 'Ω',
  a: 'A',
  amp: 'A',
  amps: 'A',
});

/**
 * Reads a typed value; a comma is always the decimal mark, and `1,200` asks. Lower-case `m` is milli, `M` mega.
 *
 * @example readTyped('2,2kΩ') // { kind: 'value', value: 2200, unit: 'Ω' }
 */
export function readTyped(text: string): TypedReading {
  const trimmed = text.trim();
  if (trimmed === '') return { kind: 'notRead', reason: 'Type a value, or OL for over-limit.' };
  if (/^(?:ol|o\.l\.?|over(?:load|limit)?|inf(?:inity)?|∞)$/i.test(trimmed)) return { kind: 'overload' };
  const match = /^([+-]?)(\d*)(?:([.,])(\d*))?(?:\s*([kKmM])(\d*))?\s*([a-zA-ZΩω]*)$/.exec(
    trimmed.replace('−', '-').replace('Ω', 'Ω'),
  );
  const digits = match ? `${match[2]}${match[4] ?? ''}` : '';
  if (!match || digits === '')
    return { kind: 'notRead', reason: `“${trimmed}” is not a reading. Examples: 4.8, 2k2, 12 mV, OL.` };
  const [, sign, whole, mark, part = '', factorName = '', behind = '', unitName = ''] = match;
  const unit = unitName === '' ? null : unitNames[unitName.toLowerCase()];
  if (unit === undefined)
    return { kind: 'notRead', reason: `The unit “${unitName}” is not known here: V, Ω or A.` };
  if (behind !== '' && (mark !== undefined || factorName === ''))
    return { kind: 'notRead', reason: `“${trimmed}” has two decimal marks.` };
  const factor = factors[factorName]! * (sign === '-' ? -1 : 1);
  const decimal = Number(`${whole || '0'}.${behind || part || '0'}`) * factor;
  if (mark === ',' && part.length === 3 && whole !== '' && !/^0/.test(whole!) && factorName === '')
    return { kind: 'ask', decimal, thousands: Number(`${whole}${part}`) * factor };
  return { kind: 'value', value: round(decimal), unit };
}

/** Takes out the noise that the factor left behind. */
function round(value: number): number {
  return Number(value.toPrecision(12));
}

/** A value with its unit, in the size that a meter shows: `4.8 V`, `2.2 kΩ`, `15 mA`. */
export function showValue(value: number, unit: Unit): string {
  const size = Math.abs(value);
  const [factor, prefix] =
    size >= 1e6
      ? [1e-6, 'M']
      : size >= 1e3
        ? [1e-3, 'k']
        : size > 0 && size < 0.1 && unit !== 'V'
          ? [1e3, 'm']
          : [1, ''];
  const scaled = value * factor!;
  const digits = Math.abs(scaled) >= 100 ? 0 : Math.abs(scaled) >= 10 ? 1 : 2;
  return `${Number(scaled.toFixed(digits))} ${prefix}${unit}`;
}
