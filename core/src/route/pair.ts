/** One or the pair: whether the sound one is replaced with the one that failed. */

/** Ages and lives in one unit of the caller’s choice: kilometres, hours, years. */
export interface PairRequest {
  /** What the surviving one has behind it, and how far ahead the customer looks. */
  readonly age: number;
  readonly horizon: number;
  /** Weibull: the life by which 63 in 100 have failed, and the shape; above 1 it wears. */
  readonly life: number;
  readonly shape: number;
  readonly oneCents: number;
  readonly pairCents: number;
  /** Work on one side, and on both at once. */
  readonly oneMinutes: number;
  readonly pairMinutes: number;
  readonly hourlyRateCents: number;
  /** What a second visit costs the customer beside part and work. */
  readonly secondVisitCents?: number | null;
}

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
  const { age, horizon, life, shape, hourlyRateCents } = asked;
  const worn = (own: number) => (own / life) ** shape;
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
