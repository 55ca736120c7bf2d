/** Where each unit that is put right stands: its routes, the choice, the customer's answer, the part, what comes next. */
import {
  compareParts,
  type Comparison,
  type FitAttribute,
  fitVerdicts,
  type PartDescription,
  supersessionGraph,
} from '../fit/index.js';
import {
  type Approval,
  type JobRecord,
  originOf,
  type PartFact,
  type RoutePlanFact,
  standing,
} from '../record/index.js';
import { donorProof } from '../restraints/index.js';
import {
  type BenchWork,
  type Consignment,
  type Followed,
  followRoutes,
  type Forbidden,
  forbiddenRoutes,
  type PlannedRoute,
  type RouteKind,
  routeKinds,
  triedCents,
} from '../route/index.js';
import type { RoutePolicy } from '../shop/index.js';
import { restraintUnit } from './restraint-unit.js';

export interface UnitOffer {
  readonly id: string;
  readonly fact: PartFact;
  /** Against the unit that came out; null while that is not entered. */
  readonly comparison: Comparison | null;
  /** Whether its own donor shows that it did not fire. */
  readonly proven: boolean;
  /** The last that was said of its order. */
  readonly order: JobRecord['partOrders'][number] | null;
}

export interface Delivered {
  readonly fact: PartFact;
  readonly comparison: Comparison | null;
  /** Lines in which it is other than what was ordered. */
  readonly notAsOrdered: readonly FitAttribute[];
  /** What was tried in the hand and does not work. */
  readonly fails: readonly string[];
}

export type UnitStep =
  | 'choose'
  | 'none-open'
  | 'ask'
  | 'asked'
  | 'declined'
  | 'order'
  | 'ordered'
  | 'pack'
  | 'away'
  | 'bench'
  | 'original'
  | 'open-box'
  | 'wrong'
  | 'verify'
  | 'fit'
  | 'done';

export interface UnitRoutes {
  /** By which other entries know the plan. */
  readonly id: string;
  readonly plan: RoutePlanFact;
  readonly step: UnitStep;
  readonly failed: readonly string[];
  readonly forbidden: readonly Forbidden[];
  /** What says that it belongs to restraints; null where nothing does. */
  readonly restraint: string | null;
  /** Open routes followed to their end, cheapest first. */
  readonly open: readonly Followed[];
  readonly choice: JobRecord['routeChoices'][number] | null;
  readonly chosen: PlannedRoute | null;
  readonly approval: Approval | null;
  readonly removed: PartFact | null;
  readonly offers: readonly UnitOffer[];
  readonly ordered: UnitOffer | null;
  readonly delivered: Delivered | null;
  readonly consignment: (Consignment & { readonly id: string }) | null;
  readonly benchWork: BenchWork | null;
}

const bought: ReadonlySet<RouteKind> = new Set([
  'new',
  'used',
  'remanufactured',
  'board-transfer',
  'clone',
  're-code',
]);

/** Whether a route brings a part into the shop that has to be compared. */
export const bringsPart = (kind: RouteKind): boolean => bought.has(kind);

/** The middle of a day, as the moment that the bays wait for. */
export function dueAt(day: string | null | undefined): string | undefined {
  return day == null ? undefined : `${day}T12:00:00.000Z`;
}

/** Every unit of the job that is put right, in the order of entry. */
export function unitRoutes(record: JobRecord, settings: RoutePolicy): readonly UnitRoutes[] {
  const graph = supersessionGraph(standing(record.parts).flatMap(({ supersessions }) => supersessions ?? []));
  return standing(record.routePlans).map((plan) => {
    const id = originOf(record.routePlans, plan);
    const own = <T extends { readonly planId: string }>(facts: readonly T[]) =>
      facts.filter(({ planId }) => planId === id);
    const parts = own(standing(record.parts));
    const removed = parts.findLast(({ role }) => role === 'removed') ?? null;
    const against = (part: PartDescription, other: PartDescription | undefined, partId: string) =>
      other === undefined ? null : compareParts({ ...other, id: 'removed' }, { ...part, id: partId }, graph);
    const offers = parts
      .filter(({ role }) => role === 'offered')
      .map((fact): UnitOffer => {
        const offerId = originOf(record.parts, fact);
        return {
          id: offerId,
          fact,
          comparison: against(fact.part, removed?.part, offerId),
          proven: isProven(record, fact),
          order: standing(record.partOrders).findLast((order) => order.offerId === offerId) ?? null,
        };
      })
      .sort(
        (a, b) =>
          rank(a) - rank(b) || (a.fact.part.priceCents ?? Infinity) - (b.fact.part.priceCents ?? Infinity),
      );
    const consignment = own(standing(record.consignments)).at(-1) ?? null;
    const benchWork = own(standing(record.benchWorks)).at(-1) ?? null;
    const outcomes = own(standing(record.routeOutcomes));
    const failed = plan.routes
      .filter(({ id: routeId }) => {
        const last = outcomes.findLast((outcome) => outcome.routeId === routeId);
        if (last) return last.result === 'failed';
        if (consignment?.routeId === routeId && consignment.back?.result === 'not-repaired') return true;
        return benchWork?.routeId === routeId && benchWork.tried.some(({ works }) => !works);
      })
      .map(({ id: routeId }) => routeId);
    const restraint = restraintUnit(record, plan);
    const forbidden = forbiddenRoutes(plan, {
      policy: settings.restraintRoute,
      proven: offers.some(({ proven }) => proven),
      restraint,
    });
    const open = followRoutes(plan, {
      hourlyRateCents: settings.hourlyRateCents,
      failed,
      forbidden: forbidden.map(({ id: routeId }) => routeId),
    });
    const choice = own(standing(record.routeChoices)).at(-1) ?? null;
    const chosen = open.find(({ route }) => route.id === choice?.routeId)?.route ?? null;
    const ordered =
      offers.findLast(
        ({ order }) => order !== null && (order.step === 'ordered' || order.step === 'arrived'),
      ) ?? null;
    const came = parts.findLast(
      ({ role, offerId }) => role === 'delivered' && (ordered === null || offerId === ordered.id),
    );
    const sentBack = offers.find(({ id: offerId }) => offerId === came?.offerId)?.order?.step === 'sent-back';
    const delivered =
      came && !sentBack
        ? {
            fact: came,
            comparison: against(came.part, removed?.part, 'delivered'),
            notAsOrdered: ordered
              ? compareParts(
                  { ...ordered.fact.part, id: 'ordered' },
                  { ...came.part, id: 'delivered' },
                  graph,
                ).attributes.filter(({ outcome, name }) => outcome === 'differs' && name !== 'deployed')
              : [],
            fails: (came.tried ?? []).filter(({ works }) => !works).map(({ what }) => what),
          }
        : null;
    const approval = approvalOf(record, id, chosen, plan, settings);
    const unit = {
      id,
      plan,
      failed,
      forbidden,
      restraint,
      open,
      choice,
      chosen,
      approval,
      removed,
      offers,
      ordered,
      delivered,
      consignment: consignment?.routeId === chosen?.id ? consignment : null,
      benchWork: benchWork?.routeId === chosen?.id ? benchWork : null,
    };
    return { ...unit, step: isDone(record, unit) ? 'done' : stepOf(unit) };
  });
}

/** By verdict; what cannot be compared yet comes before what was rejected. */
function rank({ comparison }: UnitOffer): number {
  return fitVerdicts.indexOf(comparison?.verdict ?? 'verify-first');
}

/** The offer to order for the chosen route: the best that is of its origin and not rejected; null where none is known. */
export function offerToOrder({ chosen, offers, restraint }: UnitRoutes): UnitOffer | null {
  const origin =
    chosen?.kind === 'new' || chosen?.kind === 'remanufactured' ? chosen.kind : ('used' as const);
  return (
    offers.find(
      ({ fact, comparison, proven }) =>
        fact.part.provenance?.kind === origin &&
        (comparison?.verdict === 'fits' || comparison?.verdict === 'fits-with-work') &&
        (restraint === null || origin !== 'used' || proven),
    ) ?? null
  );
}

/** Whether a donor that was looked at stands behind the offer: the same VIN, and proof that this very unit did not fire. */
function isProven(record: JobRecord, { part }: PartFact): boolean {
  const donorVin = part.provenance?.donorVin;
  if (donorVin == null || part.provenance?.deployed === true) return false;
  const items = standing(record.inventories).at(-1)?.file.items ?? [];
  return standing(record.donors).some((donor) => {
    const item = items.find(({ id }) => id === donor.item);
    return donor.donorVin === donorVin && item && donorProof(item, donor).verdict === 'accepted';
  });
}

const smallSorts: ReadonlySet<RoutePlanFact['sort']> = new Set(['lamp']);

/** The customer’s last word on the unit; of a small part, the limit that was agreed at take-in where it holds. */
function approvalOf(
  record: JobRecord,
  planId: string,
  chosen: PlannedRoute | null,
  { sort }: RoutePlanFact,
  { hourlyRateCents }: RoutePolicy,
): Approval | null {
  const approvals = standing(record.approvals);
  const own = approvals.findLast((approval) => approval.planId === planId);
  if (own || !chosen || !smallSorts.has(sort)) return own ?? null;
  const cents = triedCents(chosen, hourlyRateCents);
  return (
    approvals.findLast(
      ({ smallParts, answer, ceilingCents }) =>
        smallParts === true && answer === 'yes' && (ceilingCents ?? 0) >= cents,
    ) ?? null
  );
}

type Unit = Omit<UnitRoutes, 'step'>;

function isDone(record: JobRecord, { id, plan }: Unit): boolean {
  const succeeded =
    standing(record.routeOutcomes).findLast(({ planId }) => planId === id)?.result === 'succeeded';
  return (
    succeeded ||
    standing(record.repairs).some(
      (repair) =>
        repair.cured &&
        repair.seq > plan.seq &&
        plan.traceId != null &&
        repair.traceId === plan.traceId &&
        (plan.element == null || repair.element === plan.element),
    )
  );
}

function stepOf(unit: Unit): UnitStep {
  const { open, chosen, approval } = unit;
  if (open.length === 0) return 'none-open';
  if (!chosen) return 'choose';
  if (!approval || !speaksOf(approval, unit)) return 'ask';
  if (approval.answer === 'asked') return 'asked';
  if (approval.answer === 'no') return 'declined';
  if (chosen.kind === 'mail-in') return mailInStep(unit);
  if (chosen.kind === 'bench-repair') return unit.benchWork ? 'fit' : 'bench';
  return partStep(unit);
}

/** An answer counts for the route that is chosen now: a no to another one, or a yes to another origin, does not. */
function speaksOf({ answer, origin, seq, smallParts }: Approval, { choice, chosen }: Unit): boolean {
  if (answer === 'yes') return smallParts === true || originAllows[origin].has(chosen!.kind);
  return seq > choice!.seq;
}

const used: readonly RouteKind[] = ['used', 'remanufactured', 'board-transfer', 'clone', 're-code'];
/** Which routes a customer’s word on the origin allows. A used part is agreed to by name. */
const originAllows: Readonly<Record<Approval['origin'], ReadonlySet<RouteKind>>> = {
  'maker-new': new Set(['new']),
  equivalent: new Set(['new']),
  used: new Set(used),
  any: new Set(routeKinds),
  'no-part': new Set(['bench-repair', 'mail-in']),
};

function mailInStep({ consignment }: Unit): UnitStep {
  if (!consignment) return 'pack';
  return consignment.back ? 'fit' : 'away';
}

function partStep({ removed, ordered, delivered }: Unit): UnitStep {
  if (!delivered) return ordered ? (ordered.order!.step === 'arrived' ? 'open-box' : 'ordered') : 'order';
  if (!removed || !delivered.comparison) return 'original';
  if (delivered.fails.length > 0 || delivered.comparison.verdict === 'rejected') return 'wrong';
  return delivered.comparison.verdict === 'verify-first' ? 'verify' : 'fit';
}
