/** Routes that a rule of the trade or the shop's policy keeps shut, whatever they cost. */
import { type RestraintPolicy, restraintPolicies } from '../restraints/index.js';
import type { PlannedRoute, RoutePlan } from './plan-schema.js';

export interface Forbidden {
  readonly id: string;
  readonly why: string;
}

export interface RouteRules {
  readonly policy: RestraintPolicy;
  /** Whether a used unit on offer is shown to be unfired, as `donorProof` asks. */
  readonly proven: boolean;
  /** What says that the unit belongs to restraints, whatever sort it was entered as; null where nothing does. */
  readonly restraint: string | null;
}

/**
 * What may not be done with this unit, each with its reason; nothing here weighs money.
 *
 * @example
 * forbiddenRoutes({ unit: 'driver belt', sort: 'restraint-pyrotechnic', routes: usualRoutes('restraint-pyrotechnic', 40_000) },
 *   { policy: 'maker-new', proven: false, restraint: null }).map(({ id }) => id) // ['remanufactured', 'used']
 */
export function forbiddenRoutes(plan: RoutePlan, rules: RouteRules): readonly Forbidden[] {
  return plan.routes.flatMap((route) => {
    const why = whyNot(route, plan, rules);
    return why === null ? [] : [{ id: route.id, why }];
  });
}

const onlyNew = 'the shop’s policy allows restraint units new from the maker only';

function whyNot({ kind }: PlannedRoute, { sort }: RoutePlan, rules: RouteRules): string | null {
  if (kind === 'new') return null;
  const allows = (least: RestraintPolicy) =>
    restraintPolicies.indexOf(rules.policy) >= restraintPolicies.indexOf(least);
  const usedOne = () => {
    if (!allows('unfired-salvage')) return 'the shop’s policy allows no used restraint units';
    return rules.proven ? null : 'no used unit on offer is shown to be unfired';
  };
  switch (sort) {
    case 'restraint-pyrotechnic':
      if (kind === 'used') return usedOne();
      if (kind !== 'remanufactured') return 'a unit with a charge in it is never opened';
      return allows('certified-rebuild') ? null : onlyNew;
    case 'restraint-module':
      // Whether it holds a crash record cannot be told from outside: it is always taken to hold one.
      if (kind === 'clone' || kind === 'board-transfer')
        return 'it may hold a crash record, which is evidence: its memory is never moved or written over';
      if (kind === 'bench-repair')
        return 'a restraint module is repaired by a qualified service, not at the bench';
      if (kind === 'used' || kind === 're-code') return usedOne();
      return allows('certified-rebuild') ? null : onlyNew;
    case 'restraint-sensor':
      if (kind === 'used') return usedOne();
      if (kind === 'bench-repair') return 'a crash sensor is never opened';
      return allows('certified-rebuild') ? null : onlyNew;
    case 'harness':
      return rules.restraint === null
        ? null
        : `restraint wiring (${rules.restraint}) is neither spliced nor taken from another car unless service data allows it`;
    default:
      return rules.restraint === null
        ? null
        : `${rules.restraint}: it goes new until it is entered as the restraint unit that it is`;
  }
}
