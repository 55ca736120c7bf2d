/** Where a car that is taken apart stands, from the job's record; and which of its steps are guarded. */
import {
  bagFor,
  type CountRow,
  heldBy,
  type LedgerEntry,
  type LedgerState,
  ledgerState,
  type MapItem,
  isPart,
  ownPower,
  type RunningWait,
} from '../ledger/index.js';
import {
  inventoryOf,
  type JobRecord,
  originOf,
  standing,
  type StripPlanFact,
  stripPlanOf,
} from '../record/index.js';
import { safetyOf } from './safety.js';
import { guardOf, nearZone } from '../restraints/index.js';

export interface Strip extends LedgerState {
  /** The id under which the plan began: what its entries name. */
  readonly id: string;
  readonly plan: StripPlanFact;
  readonly entries: readonly LedgerEntry[];
}

/** Null where nothing is planned. */
export function stripOf(record: JobRecord): Strip | null {
  const plan = stripPlanOf(record);
  if (!plan) return null;
  const id = originOf(record.stripPlans, plan);
  const own = <F extends { readonly planId: string }>(facts: readonly F[]) =>
    facts.filter(({ planId }) => planId === id);
  const entries = own(standing(record.ledgerEntries));
  const state = ledgerState(
    {
      plan,
      entries,
      waits: own(standing(record.cureWaits)),
      tries: own(standing(record.functionTries)),
    },
    (item) => (whyGuarded(record, item) === null ? ownPower(item) : stepPower(item)),
    record.safeties.length > 0 && safetyOf(record).confirmed.size > 0 ? 'dead' : 'on',
  );
  return { ...state, id, plan, entries };
}

/** What is guarded is done dead, but for what needs power: that is done before, out of the way of every bag. */
const stepPower = (item: MapItem) =>
  !isPart(item) && item.power === 'on' ? ('on' as const) : ('dead' as const);

/**
 * Why a step is done only while the car is safe; null where nothing says so. What the map says adds a guard and never
 * takes one away; where the place is not known its words decide.
 */
export function whyGuarded(record: JobRecord, item: MapItem): string | null {
  if (isOwnControl(item)) return null;
  if (item.danger) return item.danger === 'restraint' ? 'it is restraint work' : 'it is near high voltage';
  const plug = item.plugs?.find(
    ({ cavity }) => cavity === 'squib' || cavity === 'sensor' || cavity === 'high-voltage',
  );
  if (plug)
    return plug.cavity === 'high-voltage'
      ? `${plug.name} carries high voltage`
      : `${plug.name} is a plug of the restraints`;
  const where = isPart(item) ? [item.zone] : [item.place, item.zone];
  const near = nearZone(inventoryOf(record), {
    label: [item.label, ...(isPart(item) ? [item.kind] : []), ...where].join(', '),
    // A plug that has no place of its own lies where the step is done.
    touches: [where, ...(item.plugs ?? []).map(({ name }) => [name, ...where])],
    byHand: !isPart(item) && item.act === 'open' && !item.fasteners?.length && !item.clips?.length,
  });
  if (near.says === 'near') return near.why;
  if (near.says === 'clear') return null;
  const { guard, why } = guardOf({
    work: [item.label, ...where, ...(isPart(item) ? [] : [item.area])].join(', '),
    part: isPart(item) ? item.kind : null,
  });
  return guard === 'restraint' || guard === 'high-voltage' ? why[0]! : null;
}

/** The time that runs since the last step was put back; whoever shows it compares it with the clock. */
export function waitNow({ waits, entries }: Pick<Strip, 'waits' | 'entries'>): RunningWait | null {
  const lastBack = entries.findLast(({ as }) => as === 'on')?.recordedAt ?? '';
  return (
    waits
      .filter(({ startedAt }) => startedAt >= lastBack)
      .sort((a, b) => (a.endsAt < b.endsAt ? -1 : 1))
      .at(-1) ?? null
  );
}

/**
 * The car's own controls, worked from outside every path: the wheels turned, the seat moved, the glass let down. What
 * names a restraint item is none, whatever the map calls it.
 */
const isOwnControl = (item: MapItem): boolean =>
  !item.danger &&
  !isPart(item) &&
  item.power === 'on' &&
  item.act === 'move' &&
  heldBy(item).length === 0 &&
  guardOf({ part: item.label }).guard === 'none';

/** The bag into which what comes off next goes. */
export const nextBag = ({ map, off, entries }: Strip, zone: string): number =>
  bagFor({ map, off }, entries, zone);

/** @example unevenWords({ bag: '2', kind: 'screw', drive: 'T20', removed: 4, refitted: 3, difference: -1 }) // '1 × screw T20 left over, bag 2' */
export const unevenWords = ({ bag, kind, drive, difference }: CountRow): string =>
  `${Math.abs(difference)} × ${kind}${drive ? ` ${drive}` : ''} ${difference < 0 ? 'left over' : 'more than came off'}, ${bag === 'no bag' ? bag : `bag ${bag}`}`;

/** What of the ledger the customer and the next hand have to know; empty where all came out even. */
export function ledgerRemarks(record: JobRecord, strip: Strip | null): readonly string[] {
  if (!strip) return [];
  const uneven = strip.counts.rows.filter(({ difference }) => difference !== 0).map(unevenWords);
  const open =
    strip.phase === 'done' || strip.entries.length === 0
      ? []
      : [...strip.off.values()].map(({ label }) => `Still off: ${label}`);
  const despite = strip.entries.flatMap(({ despite: reason, step }) =>
    reason == null ? [] : [`${labelOf(strip, step)} was closed all the same: ${reason}`],
  );
  const ended = standing(record.cureWaits).flatMap(({ ends, reason, what }) =>
    ends == null ? [] : [`The time for ${what} was ended early: ${reason ?? 'no reason given'}`],
  );
  const failing = strip.findings.map(({ part, mode }) => `${part.label}: “${mode}” fails`);
  return [...failing, ...open, ...uneven, ...despite, ...ended];
}

export function labelOf({ map, entries }: Pick<Strip, 'map' | 'entries'>, step: string): string {
  return (
    [...map.steps, ...map.parts].find(({ id }) => id === step)?.label ??
    entries.find((entry) => entry.step === step)?.own?.label ??
    step
  );
}
