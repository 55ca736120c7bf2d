/** The routes that exist for each sort of unit, with usual figures until a shop has its own. Source: judgement. */
import type { LeadDays } from './schema.js';
import type { RouteKind } from './kinds.js';
import type { PlannedRoute, UnitSort } from './plan-schema.js';

export const routeKindWords: Readonly<Record<RouteKind, string>> = {
  new: 'new',
  used: 'used',
  remanufactured: 'remanufactured',
  'bench-repair': 'repaired at our bench',
  'mail-in': 'sent in for repair',
  'board-transfer': 'other unit, own board',
  clone: 'other unit, own memory',
  're-code': 'other unit, coded anew',
};

export const unitSortWords: Readonly<Record<UnitSort, string>> = {
  lamp: 'bulb, fuse or clip',
  'lamp-unit': 'lamp unit or LED driver',
  module: 'control module',
  instruments: 'instruments',
  actuator: 'motor, actuator or latch',
  sensor: 'sensor',
  switch: 'switch',
  lock: 'lock cylinder',
  harness: 'harness or connector',
  'restraint-pyrotechnic': 'airbag, belt or pretensioner',
  'restraint-module': 'restraint control module',
  'restraint-sensor': 'impact or occupant sensor',
  other: 'anything else',
};

interface Usual {
  readonly kind: RouteKind;
  readonly leadDays: LeadDays;
  readonly minutes: number;
  readonly succeeds: number;
  /** Price as a share of the new unit’s. */
  readonly ofNew: number;
  readonly codingShare?: number;
  readonly closes?: readonly RouteKind[];
  readonly lostDays?: number;
  readonly warrantyDays?: number;
}

const fitNew = (minutes: number, likely = 2, succeeds = 0.98): Usual => ({
  kind: 'new',
  leadDays: [1, likely, likely * 3],
  minutes,
  succeeds,
  ofNew: 1,
  warrantyDays: 730,
});
const fitUsed = (minutes: number, succeeds: number): Usual => ({
  kind: 'used',
  leadDays: [2, 3, 7],
  minutes,
  succeeds,
  ofNew: 0.35,
  lostDays: 1,
  warrantyDays: 30,
});
const remanufactured = (minutes: number): Usual => ({
  kind: 'remanufactured',
  leadDays: [2, 4, 10],
  minutes,
  succeeds: 0.94,
  ofNew: 0.6,
  warrantyDays: 365,
});
const bench = (minutes: number, succeeds: number, closes: readonly RouteKind[] = ['mail-in']): Usual => ({
  kind: 'bench-repair',
  leadDays: [0, 1, 2],
  minutes,
  succeeds,
  ofNew: 0.05,
  closes,
});
const mailIn = (minutes: number, succeeds: number): Usual => ({
  kind: 'mail-in',
  leadDays: [3, 5, 12],
  minutes,
  succeeds,
  ofNew: 0.25,
  lostDays: 1,
  warrantyDays: 365,
});

const table: Readonly<Record<UnitSort, readonly Usual[]>> = {
  lamp: [fitNew(10, 1, 0.99), fitUsed(10, 0.85)],
  'lamp-unit': [fitNew(50), fitUsed(60, 0.88), bench(150, 0.65, []), mailIn(60, 0.85)],
  module: [
    { ...fitNew(60, 4, 0.97), codingShare: 0.1 },
    {
      kind: 're-code',
      leadDays: [2, 3, 8],
      minutes: 90,
      succeeds: 0.82,
      ofNew: 0.35,
      lostDays: 1,
      warrantyDays: 30,
    },
    {
      kind: 'clone',
      leadDays: [2, 4, 9],
      minutes: 120,
      succeeds: 0.86,
      ofNew: 0.4,
      lostDays: 1,
      warrantyDays: 30,
    },
    {
      kind: 'board-transfer',
      leadDays: [2, 4, 9],
      minutes: 150,
      succeeds: 0.75,
      ofNew: 0.35,
      closes: ['mail-in'],
      lostDays: 1,
    },
    bench(120, 0.6, ['mail-in', 'board-transfer']),
    mailIn(75, 0.88),
  ],
  instruments: [
    { ...fitNew(60, 4, 0.97), codingShare: 0.1 },
    {
      kind: 'board-transfer',
      leadDays: [2, 4, 9],
      minutes: 120,
      succeeds: 0.78,
      ofNew: 0.3,
      closes: ['mail-in'],
    },
    bench(120, 0.7, ['mail-in', 'board-transfer']),
    mailIn(60, 0.9),
  ],
  actuator: [fitNew(50), fitUsed(50, 0.85), remanufactured(50), bench(90, 0.65, [])],
  sensor: [fitNew(30), fitUsed(30, 0.85)],
  switch: [fitNew(25), fitUsed(25, 0.85), bench(45, 0.6, [])],
  lock: [fitNew(60, 4), bench(90, 0.8, []), fitUsed(120, 0.75)],
  harness: [bench(60, 0.9, []), fitNew(240, 5), fitUsed(240, 0.8)],
  'restraint-pyrotechnic': [fitNew(60, 3), remanufactured(60), fitUsed(60, 0.9)],
  'restraint-module': [
    { ...fitNew(60, 4, 0.97), codingShare: 0.1 },
    mailIn(75, 0.85),
    { ...fitUsed(90, 0.75), codingShare: 0.1 },
  ],
  'restraint-sensor': [fitNew(45), fitUsed(45, 0.85)],
  other: [fitNew(60), fitUsed(60, 0.85), remanufactured(60), bench(90, 0.6, []), mailIn(60, 0.85)],
};

/**
 * The routes that exist for a sort of unit, priced from what it costs new, in the order in which a shop would name them.
 *
 * @param chance what the shop has learned of a kind on this sort, from the usual figure
 * @example usualRoutes('lamp-unit', 42_000).map(({ kind }) => kind) // ['new', 'used', 'bench-repair', 'mail-in']
 */
export function usualRoutes(
  sort: UnitSort,
  newCents: number,
  chance: (kind: RouteKind, usual: number) => number = (_, usual) => usual,
): readonly PlannedRoute[] {
  const exist = table[sort].map(({ kind }) => kind);
  return table[sort].map(({ kind, leadDays, minutes, succeeds, ofNew, ...own }) => ({
    id: kind,
    kind,
    label: routeKindWords[kind],
    priceCents: Math.round(newCents * ofNew),
    codingCents: own.codingShare === undefined ? null : Math.round(newCents * own.codingShare),
    shippingCents: kind === 'mail-in' ? 2500 : null,
    labourMinutes: minutes,
    leadDays: [...leadDays],
    succeeds: chance(kind, succeeds),
    lostDays: own.lostDays ?? null,
    closes: (own.closes ?? []).filter((other) => exist.includes(other)),
    warrantyDays: own.warrantyDays ?? null,
  }));
}
