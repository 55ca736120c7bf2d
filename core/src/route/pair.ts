/** One or the pair: whether the sound one is replaced with the one that failed. */
import * as z from 'zod';
import { cents } from './schema.js';

const life = z.number().gt(0).max(1e7);

/** Ages and lives in one unit of the caller’s choice: kilometres, hours, years. */
export const pairRequest = z.strictObject({
  /** What the surviving one has behind it, and how far ahead the customer looks. */
  age: z.number().min(0).max(1e7),
  horizon: life,
  /** Weibull: the life by which 63 in 100 have failed, and the shape; above 1 it wears. */
  life,
  shape: z.number().min(0.2).max(10),
  oneCents: cents,
  pairCents: cents,
  /** Work on one side, and on both at once. */
  oneMinutes: z.number().min(0).max(10_000),
  pairMinutes: z.number().min(0).max(10_000),
  hourlyRateCents: cents,
  /** What a second visit costs the customer beside part and work. */
  secondVisitCents: cents.nullish(),
});
export type PairRequest = z.infer<typeof pairRequest>;

export interface OneOrPair {
  readonly better: 'one' | 'pair';
  readonly oneCents: number;
  readonly pairCents: number;
  /** Chance that the surviving one fails within the horizon if it stays, and that a new one would. */
  readonly survivorFails: number;
  readonly newFails: number;
}

/**
 * Expected money of either over the horizon: the work now, and a second visit for the side that fails later. A third
 * failure is left out, and so is the side that is replaced now, which is new either way.
 */
export function oneOrPair(asked: PairRequest): OneOrPair {
  const { age, horizon, life: scale, shape, hourlyRateCents } = asked;
  const worn = (own: number) => (own / scale) ** shape;
  const survivorFails = -Math.expm1(worn(age) - worn(age + horizon));
  const newFails = -Math.expm1(-worn(horizon));
  const labour = (minutes: number) => (minutes / 60) * hourlyRateCents;
  const again = asked.oneCents + labour(asked.oneMinutes) + (asked.secondVisitCents ?? 0);
  const oneCents = asked.oneCents + labour(asked.oneMinutes) + survivorFails * again;
  const pairCents = asked.pairCents + labour(asked.pairMinutes) + newFails * again;
  return {
    better: pairCents < oneCents ? 'pair' : 'one',
    oneCents: Math.round(oneCents),
    pairCents: Math.round(pairCents),
    survivorFails,
    newFails,
  };
}
