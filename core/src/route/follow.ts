/** What a route costs to its end: where it fails, the best of those that are still open follows. */
import type { PlannedRoute, RoutePlan } from './plan-schema.js';
import type { Route } from './schema.js';
import { meanOf } from './triangle.js';

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

/** Money of one try that is spent whatever comes of it; the deposit comes back. */
export function triedCents(route: PlannedRoute, hourlyRateCents: number): number {
  return (
    route.priceCents +
    (route.shippingCents ?? 0) +
    (route.codingCents ?? 0) +
    (route.labourMinutes / 60) * hourlyRateCents
  );
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
  const at = routeFollower(plan, options.hourlyRateCents);
  return at(openRoutes(plan, options));
}

/** The same for any set of routes left open; what was worked out once is kept. */
export function routeFollower(
  plan: RoutePlan,
  hourlyRateCents: number,
): (open: readonly PlannedRoute[]) => readonly Followed[] {
  const perDay = plan.downtimeCentsPerDay ?? 0;
  const kept = new Map<number, readonly Followed[]>();
  const bit = new Map(plan.routes.map(({ id }, n) => [id, 1 << n]));
  const follow = (open: readonly PlannedRoute[]): readonly Followed[] => {
    const key = open.reduce((sum, { id }) => sum | bit.get(id)!, 0);
    const known = kept.get(key);
    if (known) return known;
    const made = open
      .map((route) => followed(route, open))
      .sort((a, b) => a.cents - b.cents || a.days - b.days);
    kept.set(key, made);
    return made;
  };
  const followed = (route: PlannedRoute, open: readonly PlannedRoute[]): Followed => {
    const lead = meanOf(route.leadDays);
    const once = triedCents(route, hourlyRateCents) + perDay * lead;
    const closes = open.filter(({ id }) => route.closes.includes(id) && id !== route.id);
    const after =
      route.succeeds < 1 ? follow(open.filter((other) => other !== route && !closes.includes(other))) : [];
    const best = after[0];
    const failure = 1 - route.succeeds;
    const lostDays = (route.lostDays ?? 0) + (best?.days ?? lead);
    return {
      route,
      cents:
        once + failure * ((route.lostCents ?? 0) + perDay * (route.lostDays ?? 0) + (best?.cents ?? once)),
      days: lead + failure * lostDays,
      next: best?.route ?? null,
      closes,
    };
  };
  return follow;
}

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
