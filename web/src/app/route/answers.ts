/** What is asked of every answer of a customer: what it was, how it came, and up to which amount. */
import { centsOrNull, type Choice, type Field, trouble, type Trouble } from '../entry';

export const answerWays: readonly Choice[] = [
  { value: 'here', label: 'here' },
  { value: 'telephone', label: 'by telephone' },
  { value: 'message', label: 'by message' },
  { value: 'letter', label: 'by letter' },
];

/** Cents of a limit; null where none was typed. */
export function readCeiling(field: Field<string>): number | null | Trouble {
  const cents = centsOrNull(field());
  return cents !== null && !(cents >= 0)
    ? trouble(field, 'The limit is an amount such as 160 or 159.50.')
    : cents;
}
