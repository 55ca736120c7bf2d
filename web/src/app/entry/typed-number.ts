/** A number as it is typed in a form: a comma is the decimal mark, `k` and `m` count, nothing is null. */
import { readTyped } from '@dormant-beacon/core/units';
import { sayFigures } from '../figures';
import { type Field, trouble, type Trouble } from './field';

/** NaN where it is no number. */
export function numberOf(text: string): number {
  const typed = readTyped(text);
  return typed.kind === 'value' ? typed.value : typed.kind === 'ask' ? typed.decimal : NaN;
}

/** A number as a form begins with it: `numberOf` reads it again. Nothing where there is none. */
export function typedNumber(value: number | null | undefined): string {
  return value == null ? '' : sayFigures(String(value));
}

/** Null where nothing was typed. */
export function numberOrNull(text: string): number | null {
  return text.trim() === '' ? null : numberOf(text);
}

/** Cents of an amount as it is typed; null where nothing was, NaN where it is no number. */
export function centsOrNull(text: string): number | null {
  const amount = numberOrNull(text);
  return amount === null ? null : Math.round(amount * 100);
}

/** Cents of an amount that may be left out: null where it was. @param says where it is no amount */
export function readCents(field: Field<string>, says: string): number | null | Trouble {
  const cents = centsOrNull(field());
  return cents !== null && !(cents >= 0) ? trouble(field, says) : cents;
}
