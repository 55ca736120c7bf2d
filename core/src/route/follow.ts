/** What a route costs to its end: where it fails, the best of those that are still open follows. */
import type { PlannedRoute, RoutePlan } from './plan-schema.js';
import type { Route } from './schema.js';
import { meanOf } from './triangle.js';
import { triedCents } from './tried.js';

export interface Followed {
  readonly route: PlannedRoute;
  /** Mean money and working days until the unit is right, failures and what follows them counted in. */
  readonly cents: number;
  readonly days: number;
  /** What comes after a failure; null where the same is done once more, and taken to succeed. */
  readonly next: PlannedRoute | null;
  /** Routes that a failure would close and that are open now. */
  readonly closes: readonly PlannedRoute[];
}

export interface FollowOptions {
  readonly hourlyRateCents: number;
  /** Ids of routes that were tried and failed, in any order. */
  readonly failed?: readonly string[];
  /** Ids of routes that rules or policy forbid. */
  readonly forbidden?: readonly string[];
}

/** The routes that are open after those that failed, and what these closed. */
export function openRoutes(
  plan: RoutePlan,
  { failed = [], forbidden = [] }: FollowOptions,
): readonly PlannedRoute[] {
  const gone = new Set([...failed, ...forbidden]);
  for (const route of plan.routes) if (failed.includes(route.id)) route.closes.forEach((id) => gone.add(id));
  return plan.routes.filter(({ id }) => !gone.has(id));
}

/**
 * Every open route as the first one, followed to its end; cheapest first, down-time counted as money. A dynamic
 * programme over what is left open: at most 2^12 states.
 */
export function followRoutes(plan: RoutePlan, options: FollowOptions): readonly Followed[] {
  return routeTree(plan, options.hourlyRateCents).followed(openRoutes(plan, options));
}

/** Routes by their place in the plan; sets of them as bits. What was worked out once is kept. */
export interface RouteTree {
  bitsOf(open: readonly PlannedRoute[]): number;
  /** The place of the best route to begin with; -1 where none is open. */
  bestOf(bits: number): number;
  /** What a failure of the route at a place leaves open. */
  left(bits: number, n: number): number;
  /** Each open route as the first one, cheapest first. */
  followed(open: readonly PlannedRoute[]): readonly Followed[];
}

export function routeTree(plan: RoutePlan, hourlyRateCents: number): RouteTree {
  const { routes } = plan;
  const perDay = plan.downtimeCentsPerDay ?? 0;
  const place = new Map(routes.map(({ id }, n) => [id, n]));
  const closing = routes.map(({ closes }) => closes.reduce((bits, id) => bits | (1 << place.get(id)!), 0));
  const lead = routes.map(({ leadDays }) => meanOf(leadDays));
  const once = routes.map((route, n) => triedCents(route, hourlyRateCents) + perDay * lead[n]!);
  // Of each set of open routes, as bits: the best first one, its money and its days.
  const best = new Int8Array(1 << routes.length).fill(notKnown);
  const bestCents = new Float64Array(best.length);
  const bestDays = new Float64Array(best.length);

  const left = (bits: number, n: number): number => bits & ~(1 << n) & ~closing[n]!;
  const centsOf = (bits: number, n: number): number => {
    const { succeeds, lostCents, lostDays } = routes[n]!;
    if (succeeds === 1) return once[n]!;
    const after = left(bits, n);
    const next = bestOf(after) === none ? once[n]! : bestCents[after]!;
    return once[n]! + (1 - succeeds) * ((lostCents ?? 0) + perDay * (lostDays ?? 0) + next);
  };
  const daysOf = (bits: number, n: number): number => {
    const { succeeds, lostDays } = routes[n]!;
    if (succeeds === 1) return lead[n]!;
    const after = left(bits, n);
    return (
      lead[n]! + (1 - succeeds) * ((lostDays ?? 0) + (bestOf(after) === none ? lead[n]! : bestDays[after]!))
    );
  };
  const bestOf = (bits: number): number => {
    if (best[bits] !== notKnown) return best[bits]!;
    let found = none;
    for (let n = 0; n < routes.length; n++) {
      if ((bits & (1 << n)) === 0) continue;
      const [cents, days] = [centsOf(bits, n), daysOf(bits, n)];
      const better =
        found === none || cents < bestCents[bits]! || (cents === bestCents[bits]! && days < bestDays[bits]!);
      if (!better) continue;
      found = n;
      bestCents[bits] = cents;
      bestDays[bits] = days;
    }
    return (best[bits] = found);
  };

  const bitsOf = (open: readonly PlannedRoute[]): number =>
    open.reduce((sum, { id }) => sum | (1 << place.get(id)!), 0);
  const followed = (open: readonly PlannedRoute[]): readonly Followed[] => {
    const bits = bitsOf(open);
    return open
      .map((route): Followed => {
        const n = place.get(route.id)!;
        const next = route.succeeds < 1 ? bestOf(left(bits, n)) : none;
        return {
          route,
          cents: centsOf(bits, n),
          days: daysOf(bits, n),
          next: next === none ? null : routes[next]!,
          closes: open.filter((other) => other !== route && route.closes.includes(other.id)),
        };
      })
      .sort((a, b) => a.cents - b.cents || a.days - b.days);
  };
  return { bitsOf, bestOf, left, followed };
}

/** No route is open, and a set that was not looked at yet. */
const none = -1;
const notKnown = -2;

/** A followed route in the shape in which routes are compared: what follows a failure is its cost. */
export function asRoute(
  { route, next, cents, days }: Followed,
  plan: RoutePlan,
  hourlyRateCents: number,
): Route & { readonly next: string | null } {
  const failure = 1 - route.succeeds;
  const perDay = plan.downtimeCentsPerDay ?? 0;
  const lead = meanOf(route.leadDays);
  const afterDays = failure === 0 ? 0 : (days - lead) / failure;
  const once = triedCents(route, hourlyRateCents) + perDay * lead;
  const afterCents = failure === 0 ? 0 : (cents - once) / failure - perDay * afterDays;
  return {
    id: route.id,
    priceCents: route.priceCents,
    coreDepositCents: route.coreDepositCents ?? null,
    codingCents: route.codingCents ?? null,
    shippingCents: route.shippingCents ?? null,
    labourMinutes: route.labourMinutes,
    hourlyRateCents,
    leadDays: route.leadDays,
    succeeds: route.succeeds,
    onFailure: { costCents: Math.max(0, Math.round(afterCents)), days: Math.max(0, afterDays) },
    downtimeCentsPerDay: plan.downtimeCentsPerDay ?? null,
    warrantyDays: route.warrantyDays ?? null,
    next: next?.id ?? null,
  };
}
