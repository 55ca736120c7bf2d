/** One side against the other: the cheapest reference in the car. */
import * as z from 'zod';
import { accuracy, type Accuracy, pooled, uncertainty } from './accuracy.js';
import { usualAccuracy } from './kinds.js';

export const sidesSheet = z.strictObject({
  sheet: z.literal('sides'),
  /** What is read on both sides, such as `volts at the lamp plug, low beam on`. */
  what: z.string().trim().min(1).max(120),
  unit: z.string().trim().min(1).max(12),
  rows: z
    .array(
      z.strictObject({ name: z.string().trim().min(1).max(80), suspect: z.number(), reference: z.number() }),
    )
    .min(1)
    .max(40),
  ...accuracy.shape,
});
export type SidesSheet = z.infer<typeof sidesSheet>;

export interface SidesRow {
  readonly name: string;
  readonly difference: number;
  /** Half width within which both sides count as the same. */
  readonly width: number;
  readonly verdict: 'same' | 'differs';
}
export interface SidesAnswer {
  readonly rows: readonly SidesRow[];
  /** The first row that differs: what lies before it is alike on both sides. */
  readonly firstDifference: string | null;
  readonly says: string;
}

/**
 * Both sides, row by row from the supply to the ground. Two readings are the same within their pooled
 * uncertainty (what is usual for the unit, where the sheet says nothing) and 2 % of the car.
 */
export function compareSides(sheet: SidesSheet): SidesAnswer {
  const usual = usualAccuracy(sheet.unit);
  const own: Accuracy = { percent: sheet.percent ?? usual.percent, digits: sheet.digits ?? usual.digits };
  const rows = sheet.rows.map(({ name, suspect, reference }): SidesRow => {
    const width = pooled(
      uncertainty(own, suspect),
      uncertainty(own, reference),
      0.02 * Math.max(Math.abs(suspect), Math.abs(reference)),
    );
    const difference = suspect - reference;
    return { name, difference, width, verdict: Math.abs(difference) > width ? 'differs' : 'same' };
  });
  const at = rows.findIndex(({ verdict }) => verdict === 'differs');
  const first = rows[at]?.name ?? null;
  const before = rows[at - 1]?.name;
  return {
    rows,
    firstDifference: first,
    says:
      first === null
        ? 'Both sides read the same: the fault is not in what was compared, or both have it.'
        : before === undefined
          ? `They differ from the first row on: look at or before ${first}.`
          : `Alike up to ${before}, different at ${first}: look between the two.`,
  };
}
