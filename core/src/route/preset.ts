/** Routes of a unit after those that the shop weighed last for its like: its own minutes, days and shares of the price. */
import type { PlannedRoute } from './plan-schema.js';

/**
 * The same routes for a unit that costs so much new. Its chances
 * are asked for anew. Null where the earlier plan knew no price new, so that no share can be taken.
 */
export function routesLike(
  before: readonly PlannedRoute[],
  newCents: number,
  chance: (route: PlannedRoute) => number,
): readonly PlannedRoute[] | null {
  const asNew = before.find(({ kind }) => kind === 'new')?.priceCents;
  if (asNew === undefined || asNew === 0) return null;
  const scaled = (cents: number | null | undefined) =>
    cents == null ? null : Math.round((cents / asNew) * newCents);
  return before.map((route) => ({
    ...route,
    priceCents: scaled(route.priceCents)!,
    codingCents: scaled(route.codingCents),
    lostCents: scaled(route.lostCents),
    coreDepositCents: scaled(route.coreDepositCents),
    succeeds: chance(route),
  }));
}
