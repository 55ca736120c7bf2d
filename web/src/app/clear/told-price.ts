/** What the customer was told that it costs to put right. */
import { type Field, readCents, type Trouble } from '../entry';

/** Cents; null where nothing was told. */
export const readToldPrice = (price: Field<string>): number | null | Trouble =>
  readCents(price, 'A sum such as 120 or 120.50; it may stay empty.');
