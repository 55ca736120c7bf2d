/** Gates of routes and parts: what is chosen is open, what is ordered was agreed to, and a box leaves complete. */
import { type JobRecord, originOf, standing, standingFor } from '@dormant-beacon/core/record';
import {
  boxContents,
  type Consignment,
  leftOut,
  type RouteKind,
  type RoutePlan,
  triedCents,
} from '@dormant-beacon/core/route';
import { codingsOf, type UnitOffer, type UnitRoutes, unitRoutes } from '@dormant-beacon/core/stages';
import { decisiveReason, type PartFactData, type PartOrderData } from '@dormant-beacon/core/fit';
import { conflict, invalid } from '../http/problem.js';
import type { StoredFact } from './repository.js';
import { type Gate, type GateShop, isReason } from './safety-gates.js';

/** The unit that an entry names, as it stands now. @throws HttpProblem where this job has none of that id */
function unitOf(record: JobRecord, fact: StoredFact, shop: GateShop): UnitRoutes {
  const plan = standingFor(record.routePlans, fact['planId'] as string);
  if (!plan) throw invalid('data.planId', 'no such unit in this job');
  const id = originOf(record.routePlans, plan);
  if (id !== fact['planId']) throw invalid('data.planId', 'name the unit by its first entry');
  return unitRoutes(record, shop.route).find((unit) => unit.id === id)!;
}

function routeOf({ plan }: UnitRoutes, fact: StoredFact) {
  const route = plan.routes.find(({ id }) => id === fact['routeId']);
  if (!route) throw invalid('data.routeId', `“${plan.unit}” has no such route`);
  return route;
}

export const routePlans: Gate = (record, fact) => {
  const { traceId, beaconIds } = fact as { traceId?: string | null; beaconIds?: readonly string[] };
  if (traceId != null && !standingFor(record.traces, traceId))
    throw invalid('data.traceId', 'no such trace in this job');
  for (const [index, id] of (beaconIds ?? []).entries())
    if (!standingFor(record.beacons, id))
      throw invalid(`data.beaconIds[${index}]`, 'no such beacon in this job');
  const before =
    fact.corrects === null ? undefined : record.routePlans.find(({ id }) => id === fact.corrects);
  if (!before) return;
  const planId = originOf(record.routePlans, before);
  const kept = new Set((fact as unknown as RoutePlan).routes.map(({ id }) => id));
  const used = [
    ...standing(record.routeChoices),
    ...standing(record.routeOutcomes),
    ...standing(record.consignments),
    ...standing(record.benchWorks),
  ].find((other) => other.planId === planId && !kept.has(other.routeId));
  if (used)
    throw invalid('data.routes', `the route “${used.routeId}” was chosen or tried: it stays in the list`);
};

export const routeChoices: Gate = (record, fact, _role, shop) => {
  const unit = unitOf(record, fact, shop);
  const route = routeOf(unit, fact);
  const rule = unit.forbidden.find(({ id }) => id === route.id);
  if (rule) throw conflict(`“${route.label}” is not open: ${rule.why}.`);
  if (!unit.open.some((own) => own.route.id === route.id))
    throw conflict(`“${route.label}” is not open any more: it failed, or another try has closed it.`);
  const { recommended, reason } = fact as { recommended?: string | null; reason?: string | null };
  if (recommended != null && recommended !== route.id && !isReason(reason ?? ''))
    throw invalid('data.reason', 'say why this route is taken and not the recommended one');
};

/** How a route ended: only one that was chosen and agreed to was tried, and only what is ready to be fitted succeeds. */
export const routeOutcomes: Gate = (record, fact, _role, shop) => {
  const others = record.routeOutcomes.filter(({ id }) => id !== fact.corrects);
  const unit = unitOf({ ...record, routeOutcomes: others }, fact, shop);
  const route = routeOf(unit, fact);
  if (fact['kind'] !== route.kind) throw invalid('data.kind', `this route is “${route.kind}”`);
  if (fact['sort'] !== unit.plan.sort) throw invalid('data.sort', `this unit is a “${unit.plan.sort}”`);
  if (
    unit.chosen?.id !== route.id ||
    unit.step === 'ask' ||
    unit.step === 'asked' ||
    unit.step === 'declined'
  )
    throw conflict('This route was not tried: it is not chosen, or the customer has not agreed to it.');
  if (fact['result'] === 'succeeded' && unit.step !== 'fit')
    throw conflict('Nothing is there to be fitted yet: compare the part, or bring the repair to its end.');
};

export const parts: Gate = (record, fact, _role, shop) => {
  const unit = unitOf(record, fact, shop);
  const { role, seller, offerId, attachmentId } = fact as unknown as PartFactData;
  if (role === 'offered' && !seller) throw invalid('data.seller', 'say who has it');
  if (role === 'delivered') {
    if (offerId == null) throw invalid('data.offerId', 'say which offer it was ordered from');
    if (!unit.offers.some(({ id }) => id === offerId))
      throw invalid('data.offerId', 'no such offer for this unit');
  }
  if (attachmentId != null && !standing(record.photos).some((photo) => photo.attachmentId === attachmentId))
    throw invalid('data.attachmentId', 'no such photo in this job');
};

export const partOrders: Gate = (record, fact, _role, shop) => {
  const { offerId, step } = fact as unknown as PartOrderData;
  const offered = standingFor(record.parts, offerId);
  if (offered?.role !== 'offered') throw invalid('data.offerId', 'no such offer in this job');
  const unit = unitOf(record, { ...fact, planId: offered.planId }, shop);
  const offer = unit.offers.find(({ id }) => id === offerId);
  if (!offer) throw invalid('data.offerId', 'name the offer by its first entry');
  if (step === 'ordered') return mayOrder(unit, offer, shop);
  if (step === 'reserved' || step === 'cancelled') return;
  if (offer.order === null || offer.order.step === 'reserved' || offer.order.step === 'cancelled')
    throw conflict('This part was not ordered yet.');
};

/** A part is ordered once it may fit, its route is chosen and open, and the customer has agreed to it and its price. */
function mayOrder(unit: UnitRoutes, offer: UnitOffer, shop: GateShop): void {
  const { chosen, approval, plan, restraint } = unit;
  if (offer.comparison?.verdict === 'rejected')
    throw conflict(`This part is rejected: ${decisiveReason(offer.comparison)}.`);
  if (offer.fact.part.provenance?.deployed === true)
    throw conflict('This unit fired: it is never fitted again.');
  if (!chosen) throw conflict('Choose the route first: this part belongs to none that is chosen and open.');
  if (unit.step === 'ask' || unit.step === 'asked' || unit.step === 'declined')
    throw conflict(
      `The customer has not agreed to “${plan.unit}, ${chosen.label}” yet. Ask first, with the origin of the part named.`,
    );
  const cents = triedCents(
    { ...chosen, priceCents: offer.fact.part.priceCents ?? chosen.priceCents },
    shop.route.hourlyRateCents,
  );
  if (approval?.ceilingCents != null && cents > approval.ceilingCents)
    throw conflict('This is above the customer’s limit. Ask again before it is ordered.');
  const came = offer.fact.part.provenance?.kind;
  if (chosen.kind === 'new' && came !== 'new' && (came != null || restraint !== null))
    throw conflict(
      `“${chosen.label}” was chosen and agreed to: this part is ${came ?? 'of unknown origin'}.`,
    );
  if (restraint !== null && asksProof.has(chosen.kind) && !offer.proven)
    throw conflict('This offer is not shown to be unfired: another one may be, this one is not ordered.');
}

/** Routes on which a restraint unit comes out of another car. */
const asksProof: ReadonlySet<RouteKind> = new Set(['used', 're-code']);

export const consignments: Gate = (record, fact, _role, shop) => {
  const unit = unitOf(record, fact, shop);
  const route = routeOf(unit, fact);
  if (route.kind !== 'mail-in') throw invalid('data.routeId', 'this route sends nothing in');
  const { dataSaved, contents, sentOn, dueOn, back } = fact as unknown as Consignment;
  if (unit.chosen?.id !== route.id && fact.corrects === null)
    throw conflict('This route is not chosen, or not open any more.');
  const { step } = unit;
  if (fact.corrects === null && (step === 'ask' || step === 'asked' || step === 'declined'))
    throw conflict('The customer has not agreed to sending it in yet. Ask first.');
  const coding = codingsOf(record, [unit]).find(({ plan }) => plan.planId === unit.id);
  if (fact.corrects === null && coding?.phase === 'save')
    throw conflict(`Before it goes into the post: ${coding.next!.line.does}. Enter it on the page Code.`);
  const [lacking] = leftOut({ dataSaved, contents }, unit.plan.sort);
  if (lacking !== undefined)
    throw conflict(`The box is not complete: ${lacking}.`, {
      current: { contents: boxContents(unit.plan.sort) },
    });
  if (dueOn < sentOn) throw invalid('data.dueOn', 'it cannot be due before it was sent');
  if (back && back.on < sentOn) throw invalid('data.back.on', 'it cannot be back before it was sent');
};

export const benchWorks: Gate = (record, fact, _role, shop) => {
  const unit = unitOf(record, fact, shop);
  const route = routeOf(unit, fact);
  if (route.kind !== 'bench-repair') throw invalid('data.routeId', 'this route is no repair at the bench');
  const rule = unit.forbidden.find(({ id }) => id === route.id);
  if (rule) throw conflict(`“${route.label}” is not open: ${rule.why}.`);
  if (fact.corrects === null && unit.failed.includes(route.id))
    throw conflict('This was tried at the bench and failed. It is not tried again on the same unit.');
};
