/** How sure a route has to be before it is the better one. */
import { asRoute, type Followed } from './follow.js';
import type { RoutePlan } from './plan-schema.js';
import { meanOf } from './triangle.js';
import { triedCents } from './tried.js';

/**
 * The chance to succeed at which the route costs as much, to its end, as the other; null where no chance makes them
 * equal, since the route is dearer even if it never fails, or cheaper even if it always does.
 */
export function breakEven(
  one: Followed,
  other: Followed,
  plan: RoutePlan,
  hourlyRateCents: number,
): number | null {
  // A route that never fails says nothing about what would follow.
  if (one.route.succeeds === 1) return null;
  const route = asRoute(one, plan, hourlyRateCents);
  const perDay = plan.downtimeCentsPerDay ?? 0;
  const sure = triedCents(route, hourlyRateCents) + perDay * meanOf(route.leadDays);
  const failure = route.onFailure!.costCents + perDay * route.onFailure!.days;
  if (failure === 0) return null;
  const chance = 1 - (other.cents - sure) / failure;
  return chance > 0 && chance < 1 ? chance : null;
}
