/** Routes side by side: money, days, chance to be ready in time, and which of them nobody needs. */
import { Refusal } from '../refusal/index.js';
import type { Route, RouteFigures, RouteRequest } from './schema.js';
import { chanceWithin, meanOf } from './triangle.js';
import { triedCents } from './tried.js';

/** Cheapest first. Figures follow in closed form from the spread of the lead days and the chance, with no draws. */
export function compareRoutes({ routes, readyWithinDays }: RouteRequest): {
  readonly routes: readonly RouteFigures[];
} {
  const twice = routes.findIndex(({ id }, n) => routes.findIndex((other) => other.id === id) !== n);
  if (twice !== -1) throw new Refusal(`routes[${twice}].id`, `"${routes[twice]!.id}" stands twice`);
  const known = routes.map((route) => ({
    route,
    cents: expectedCents(route),
    days: expectedDays(route),
    chance: route.succeeds,
  }));
  return {
    routes: known
      .map((own) => ({
        own,
        figures: {
          id: own.route.id,
          expectedCents: Math.round(own.cents),
          expectedDays: own.days,
          readyInTime: readyWithinDays == null ? null : chanceReady(own.route, readyWithinDays),
          p90Cents: centsOfShare(own.route, 0.9),
          dominatedBy: known.filter((other) => dominates(other, own)).map(({ route }) => route.id),
        },
      }))
      .sort((a, b) => a.own.cents - b.own.cents)
      .map(({ figures }) => figures),
  };
}

interface Known {
  readonly cents: number;
  readonly days: number;
  readonly chance: number;
}

function dominates(one: Known, other: Known): boolean {
  return (
    one.cents <= other.cents &&
    one.days <= other.days &&
    one.chance >= other.chance &&
    (one.cents < other.cents || one.days < other.days || one.chance > other.chance)
  );
}

export function expectedDays(route: Route): number {
  return meanOf(route.leadDays) + (1 - route.succeeds) * (route.onFailure?.days ?? 0);
}

export function expectedCents(route: Route): number {
  return (
    triedCents(route, route.hourlyRateCents) +
    (1 - route.succeeds) * (route.onFailure?.costCents ?? 0) +
    (route.downtimeCentsPerDay ?? 0) * expectedDays(route)
  );
}

/** Chance that the car is ready within so many days, a failure’s own days counted in. */
export function chanceReady({ leadDays, succeeds, onFailure }: Route, days: number): number {
  return (
    succeeds * chanceWithin(leadDays, days) +
    (1 - succeeds) * chanceWithin(leadDays, days - (onFailure?.days ?? 0))
  );
}

/** The least whole cents within which at least `share` of the outcomes lie. */
export function centsOfShare(route: Route, share: number): number {
  const perDay = route.downtimeCentsPerDay ?? 0;
  const [least, , most] = route.leadDays;
  const good = triedCents(route, route.hourlyRateCents);
  const bad = good + (route.onFailure?.costCents ?? 0) + perDay * (route.onFailure?.days ?? 0);
  const within = (cents: number) =>
    route.succeeds * shareWithin(route, cents - good) +
    (1 - route.succeeds) * shareWithin(route, cents - bad);
  let low = Math.floor(good + perDay * least) - 1;
  let high = Math.ceil(bad + perDay * most);
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    // A share such as 0.9 must not be missed by the last bit of a sum.
    if (within(middle) >= share - 1e-12) high = middle;
    else low = middle;
  }
  return high;
}

/** Chance that the down-time of the lead days costs no more than so much. */
function shareWithin({ downtimeCentsPerDay, leadDays }: Route, cents: number): number {
  if (cents < -0.5) return 0;
  return downtimeCentsPerDay == null || downtimeCentsPerDay === 0
    ? 1
    : chanceWithin(leadDays, Math.max(0, cents) / downtimeCentsPerDay);
}
