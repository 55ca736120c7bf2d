/** How often a beacon showed before the repair, and what has been seen since. */
import * as z from 'zod';

/** Wider than anything in the life of a car, and narrow enough that no quotient overflows. */
const some = z.number().min(1e-6).max(1e9);
const count = z.number().min(0).max(1e9);

const rest = {
  /** Probability that the repair cured it, before any clean exposure. */
  cured: z.number().gt(0).lt(1),
  target: z.number().gt(0).lt(1).nullish(),
  /** Exposures (or hours) that the vehicle's use gives in a day. */
  perDay: some.nullish(),
  cleanSince: count,
  /**
   * Share of uncured faults that show more rarely than before once they were touched: a plug that was moved, a contact
   * that was wiped. Left out, none.
   */
  disturbed: z.number().min(0).max(1).nullish(),
  /**
   * Where several causes of it were mended: the chance of each, of which `cured` is the product. Each is given the same
   * share of the showings, so that clean exposures tell less of any of them.
   */
  causes: z.array(z.number().gt(0).lt(1)).min(2).max(10).nullish(),
};

export const watchRequest = z.discriminatedUnion('unit', [
  z.strictObject({
    unit: z.literal('cycles'),
    before: z
      .strictObject({ shown: z.int().min(0), exposures: z.int().min(0) })
      .refine((before) => before.shown <= before.exposures, {
        path: ['shown'],
        error: 'it cannot have shown more often than there were exposures',
      }),
    ...rest,
  }),
  z.strictObject({
    unit: z.literal('hours'),
    before: z.strictObject({ shown: count, exposures: some }),
    ...rest,
  }),
]);
export type WatchRequest = z.infer<typeof watchRequest>;

export interface WatchAnswer {
  readonly probability: number;
  /** Null where more than a million would be needed. */
  readonly stillNeeded: number | null;
  readonly totalNeeded: number | null;
  readonly days: number | null;
  readonly curve: readonly { readonly clean: number; readonly probability: number }[];
}
