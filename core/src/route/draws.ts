/** The spread of money and days, by drawing what may come of each route. */
import type { Work } from '../progress/index.js';
import { randomNumbers } from '../random/index.js';
import { type FollowOptions, openRoutes, routeTree } from './follow.js';
import type { PlannedRoute, RoutePlan } from './plan-schema.js';
import { daysOfShare } from './triangle.js';
import { triedCents } from './tried.js';

/** Source: the computation page, section 8. */
const usualDraws = 20_000;
const drawsPerStep = 2000;

export interface Spread {
  readonly mean: number;
  /** By which the mean may be off, having been drawn. */
  readonly standardError: number;
  /** Within which one, five and nine in ten outcomes lie. */
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

export interface RouteSpread {
  readonly id: string;
  readonly cents: Spread;
  /** Working days. */
  readonly days: Spread;
  /** Share of the outcomes that are ready within `readyWithinDays`; null where nothing was asked. */
  readonly readyInTime: number | null;
}

export interface DrawOptions extends FollowOptions {
  readonly readyWithinDays?: number | null;
  readonly seed: number;
  readonly draws?: number;
}

/** The same plan and seed always give the same result. */
export function* drawRoutes(plan: RoutePlan, options: DrawOptions): Work<readonly RouteSpread[]> {
  const { hourlyRateCents, readyWithinDays, seed, draws = usualDraws } = options;
  const open = openRoutes(plan, options);
  const player = playerOf(plan, hourlyRateCents, open);
  const spreads: RouteSpread[] = [];
  for (const [n, first] of open.entries()) {
    const random = randomNumbers(seed);
    const cents = new Float64Array(draws);
    const days = new Float64Array(draws);
    for (let draw = 0; draw < draws; draw++) {
      const outcome = player(first, random.uniform);
      cents[draw] = outcome.cents;
      days[draw] = outcome.days;
      if (draw % drawsPerStep === drawsPerStep - 1)
        yield { done: n * draws + draw + 1, total: open.length * draws };
    }
    const inTime =
      readyWithinDays == null ? null : days.filter((own) => own <= readyWithinDays).length / draws;
    spreads.push({ id: first.id, cents: spreadOf(cents), days: spreadOf(days), readyInTime: inTime });
  }
  return spreads;
}

function spreadOf(values: Float64Array): Spread {
  const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  const variance =
    values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / Math.max(1, values.length - 1);
  values.sort();
  const at = (share: number) => values[Math.max(0, Math.ceil(share * values.length) - 1)] ?? 0;
  return {
    mean,
    standardError: Math.sqrt(variance / Math.max(1, values.length)),
    p10: at(0.1),
    p50: at(0.5),
    p90: at(0.9),
  };
}

interface Outcome {
  readonly cents: number;
  readonly days: number;
}

/** One life of a route: tries until one succeeds, each failure followed as `followRoutes` says. */
function playerOf(
  plan: RoutePlan,
  hourlyRateCents: number,
  open: readonly PlannedRoute[],
): (first: PlannedRoute, uniform: () => number) => Outcome {
  const { routes } = plan;
  const perDay = plan.downtimeCentsPerDay ?? 0;
  const tree = routeTree(plan, hourlyRateCents);
  const all = tree.bitsOf(open);
  const once = routes.map((route) => triedCents(route, hourlyRateCents));
  return (first, uniform) => {
    let [cents, days, bits, n] = [0, 0, all, routes.indexOf(first)];
    for (;;) {
      const route = routes[n]!;
      const lead = daysOfShare(route.leadDays, uniform());
      cents += once[n]! + perDay * lead;
      days += lead;
      if (uniform() < route.succeeds) return { cents, days };
      cents += (route.lostCents ?? 0) + perDay * (route.lostDays ?? 0);
      days += route.lostDays ?? 0;
      bits = tree.left(bits, n);
      const next = tree.bestOf(bits);
      if (next === -1) {
        const again = daysOfShare(route.leadDays, uniform());
        return { cents: cents + once[n]! + perDay * again, days: days + again };
      }
      n = next;
    }
  };
}
