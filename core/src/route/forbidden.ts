/** Routes that a rule of the trade or the shop's policy keeps shut, whatever they cost. */
import { type RestraintPolicy, restraintPolicies } from '../restraints/index.js';
import type { RouteKind } from './kinds.js';
import type { PlannedRoute, RoutePlan } from './plan-schema.js';

export interface Forbidden {
  readonly id: string;
  readonly why: string;
}

export interface RouteRules {
  readonly policy: RestraintPolicy;
  /** Ids of offers that the shop’s proof of an unfired donor accepts. */
  readonly provenOffers: readonly string[];
}

/** Kinds by which another car’s memory, or a repaired one, would go in. */
const opensMemory: ReadonlySet<RouteKind> = new Set(['bench-repair', 'board-transfer', 'clone', 're-code']);

/**
 * What may not be done with this unit, each with its reason; nothing here weighs money.
 *
 * @example
 * forbiddenRoutes({ unit: 'driver belt', sort: 'restraint-pyrotechnic', routes: usualRoutes('restraint-pyrotechnic', 40_000) },
 *   { policy: 'maker-new', provenOffers: [] }).map(({ id }) => id) // ['remanufactured', 'used']
 */
export function forbiddenRoutes(plan: RoutePlan, rules: RouteRules): readonly Forbidden[] {
  return plan.routes.flatMap((route) => {
    const why = whyNot(route, plan, rules);
    return why === null ? [] : [{ id: route.id, why }];
  });
}

function whyNot(route: PlannedRoute, plan: RoutePlan, { policy, provenOffers }: RouteRules): string | null {
  const allows = (least: RestraintPolicy) =>
    restraintPolicies.indexOf(policy) >= restraintPolicies.indexOf(least);
  const proven = route.offerId != null && provenOffers.includes(route.offerId);
  switch (plan.sort) {
    case 'restraint-pyrotechnic':
      if (route.kind === 'new') return null;
      if (route.kind === 'remanufactured')
        return allows('certified-rebuild')
          ? null
          : 'the shop’s policy allows restraint units new from the maker only';
      if (route.kind !== 'used') return 'a unit with a charge in it is never opened';
      if (!allows('unfired-salvage')) return 'the shop’s policy allows no used restraint units';
      return proven ? null : 'this unit is not shown to be unfired';
    case 'restraint-module':
      if (plan.crashLocked === true && opensMemory.has(route.kind))
        return 'a crash record is evidence: it is never edited or written over';
      if (plan.crashLocked === true && route.kind === 'mail-in' && !allows('certified-rebuild'))
        return 'the shop’s policy allows restraint units new from the maker only';
      if (route.kind === 'used' || route.kind === 'clone' || route.kind === 're-code')
        return allows('unfired-salvage') && proven
          ? null
          : 'a used restraint module needs the policy that allows it, and proof that it saw no crash';
      return route.kind === 'bench-repair'
        ? 'a restraint module is repaired by a qualified service, not at the bench'
        : null;
    case 'restraint-sensor':
      if (route.kind !== 'used') return null;
      return allows('unfired-salvage') ? null : 'the shop’s policy allows no used restraint units';
    default:
      return null;
  }
}
