/** What is asked of every answer of a customer: what it was, how it came, and up to which amount. */
import { type Choice, type Field, readCents, type Trouble } from '../entry';

export const answerWays: readonly Choice[] = [
  { value: 'here', label: 'here' },
  { value: 'telephone', label: 'by telephone' },
  { value: 'message', label: 'by message' },
  { value: 'letter', label: 'by letter' },
];

/** Cents of a limit; null where none was typed. */
export const readCeiling = (field: Field<string>): number | null | Trouble =>
  readCents(field, 'The limit is an amount such as 160 or 159.50.');
