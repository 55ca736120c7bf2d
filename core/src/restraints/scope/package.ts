/** A restraint repair as it is bought: for each item the cheapest route that the shop's policy allows, summed. */
import { Refusal } from '../../refusal/index.js';
import { restraintPolicies, type RestraintPolicy } from '../policies.js';
import type { PackageRequest, RestraintPackage } from '../schema.js';

/** Share of the vehicle's value where the request names none. Source: judgement; a shop and its insurer set their own. */
export const usualTotalLossAt = 0.7;

type Route = PackageRequest['items'][number]['routes'][number];

/**
 * Money in cents of one currency. A salvage unit is allowed only with proof, whatever the policy.
 * @throws Refusal where an item stands twice
 */
export function restraintPackage(asked: PackageRequest): RestraintPackage {
  const twice = asked.items.findIndex(({ id }, n) => asked.items.findIndex((other) => other.id === id) !== n);
  if (twice !== -1) throw new Refusal(`items[${twice}].id`, `"${asked.items[twice]!.id}" stands twice`);
  const cost = ({ priceCents, minutes }: Route) =>
    priceCents + Math.round(((minutes ?? 0) / 60) * asked.hourlyRateCents);
  const cheapest = (routes: readonly Route[]) =>
    routes.reduce<Route | null>(
      (best, route) => (best === null || cost(route) < cost(best) ? route : best),
      null,
    );
  const chosen = asked.items.map(({ id, routes }) => ({
    id,
    route: cheapest(
      restraintPolicies.flatMap((kind) =>
        routes.filter((route) => route.kind === kind && allowed(route, asked.policy)),
      ),
    ),
    asNew: cheapest(routes.filter(({ kind }) => kind === 'maker-new')),
  }));
  const items = chosen.flatMap(({ id, route }) =>
    route === null ? [] : [{ id, kind: route.kind, cents: cost(route) }],
  );
  const cents = items.reduce((sum, item) => sum + item.cents, 0);
  return {
    items,
    cents,
    days: Math.max(0, ...chosen.map(({ route }) => route?.days ?? 0)),
    newCents: chosen.some(({ asNew }) => asNew === null)
      ? null
      : chosen.reduce((sum, { asNew }) => sum + cost(asNew!), 0),
    missing: chosen.filter(({ route }) => route === null).map(({ id }) => id),
    totalLoss:
      asked.vehicleValueCents == null
        ? null
        : cents > asked.vehicleValueCents * (asked.totalLossAt ?? usualTotalLossAt),
  };
}

function allowed({ kind, proof }: Route, policy: RestraintPolicy): boolean {
  if (restraintPolicies.indexOf(kind) > restraintPolicies.indexOf(policy)) return false;
  return kind !== 'unfired-salvage' || proof === true;
}
