/**
 * Where a car that is taken apart stands: what is off and in which bag, what comes next, what has to be back before
 * the function is tried, what waits, and whether the counts come out even. All from the entries.
 */
import type { AccessMap, MapPart } from './access-map.js';
import { powerBatches, type PowerBatch, type StepPower } from './batches.js';
import { countLedger, type CountRow } from './count.js';
import { accessGraph, type AccessGraph } from './graph.js';
import { disturbedBy } from './disturbed.js';
import { isPart, itemsOf, type MapItem, stepsOf } from './map-steps.js';
import type { CureWait, FunctionTry, LedgerEntry, LedgerEntryData, StripPlanData } from './records.js';
import { lastEntries } from './last-entries.js';
import { refitOf } from './refit.js';
import { type Finding, judgeTries } from './tries.js';
import { triedSteps } from './way.js';

export interface LedgerFacts {
  readonly plan: Omit<StripPlanData, 'kept'>;
  readonly entries: readonly LedgerEntry[];
  readonly waits: readonly CureWait[];
  readonly tries: readonly FunctionTry[];
}

/** Something that is off, as its entry says. */
export interface OffItem {
  readonly id: string;
  readonly label: string;
  readonly entry: LedgerEntry;
}

export interface RunningWait {
  readonly id: string;
  readonly what: string;
  readonly endsAt: string;
  readonly over: string | null;
  readonly startedAt: string;
}

/** A material whose time has to run before anything is closed over it. */
export interface Untimed {
  readonly over: string;
  readonly name: string;
  readonly minutes: number;
}

export type LedgerPhase = 'off' | 'fit' | 'back' | 'try' | 'try-again' | 'try-closed' | 'count' | 'done';

export interface LedgerState {
  readonly phase: LedgerPhase;
  readonly map: AccessMap;
  /** The whole way in, in batches of one state of the supply. */
  readonly batches: readonly PowerBatch[];
  readonly wayIn: readonly string[];
  /** Of the way in, what is not off yet. */
  readonly left: readonly string[];
  readonly off: ReadonlyMap<string, OffItem>;
  /** Parts of this job, and how far each is. */
  readonly parts: readonly {
    readonly part: MapPart;
    readonly exchange: boolean;
    readonly is: 'waits' | 'out' | 'in';
  }[];
  /** What is off, in the order in which it goes back. */
  readonly refit: readonly string[];
  /** Of those, how many have to be back before the function is tried. */
  readonly beforeTry: number;
  /** Times that run, whatever the clock says: whoever shows them compares. */
  readonly waits: readonly RunningWait[];
  /** What was unplugged on the way; null where nothing was. */
  readonly disturbed: MapPart | null;
  /** What went in with something that cures or dries, and whose time nobody has started since. */
  readonly untimed: readonly Untimed[];
  readonly findings: readonly Finding[];
  /** Parts that were not tried since they went in, before closing or with all closed. */
  readonly untried: { readonly open: readonly MapPart[]; readonly closed: readonly MapPart[] };
  readonly counts: { readonly rows: readonly CountRow[]; readonly even: boolean };
  /** Whose order cannot be told: everything was entered by hand. */
  readonly graph: AccessGraph;
}

/**
 * @param powerOf in which state of the supply something is done, its guard counted in
 * @param begins whether the car has its power now
 */
export function ledgerState(
  { plan, entries, waits, tries }: LedgerFacts,
  powerOf: (item: MapItem) => StepPower = ownPower,
  begins: 'on' | 'dead' = 'on',
): LedgerState {
  const { map, way, targets } = plan;
  const items = itemsOf(map);
  const byId = new Map(items.map((item) => [item.id, item]));
  const graph = accessGraph(stepsOf(map));
  const last = lastEntries(entries);
  const is = (id: string) => last.get(id)?.as ?? null;
  const exchanged = new Set(targets.filter(({ work }) => work === 'exchange').map(({ part }) => part));
  const inPlace = new Set(targets.filter(({ work }) => work === 'in-place').map(({ part }) => part));
  const off = new Map(
    [...last.values()]
      .filter(({ as, step }) => as === 'off' && !inPlace.has(step))
      .map((entry) => [
        entry.step,
        { id: entry.step, label: byId.get(entry.step)?.label ?? entry.own?.label ?? entry.step, entry },
      ]),
  );
  const order = way.order.flatMap((id) => graph.places.get(id) ?? []);
  const batches = powerBatches(graph, order, (step) => powerOf(items[step]!), begins);
  const wayIn = batches.flatMap(({ steps }) => steps.map((step) => items[step]!.id));
  const left = wayIn.filter((id) => is(id) === null && !inPlace.has(id));
  const parts = targets.flatMap(({ part }) => {
    const own = byId.get(part);
    if (!own || !isPart(own)) return [];
    const now =
      is(part) === 'on' ? ('in' as const) : is(part) === 'off' ? ('out' as const) : ('waits' as const);
    return [{ part: own, exchange: exchanged.has(part), is: now }];
  });
  const own = backOf(graph, items, off, [...triedSteps(map, targets), ...mated(items)]);
  const disturbed = disturbedBy(items, entries, new Set(triedSteps(map, targets)));
  const judged = judgeTries(
    parts.map(({ part }) => part),
    tries,
    entries,
    disturbed,
  );
  const counts = countsOf(byId, entries);
  const allIn = parts.every(({ is: now }) => now === 'in');
  const base = {
    map,
    graph,
    disturbed,
    batches,
    wayIn,
    left,
    off,
    parts,
    ...own,
    waits: runningWaits(waits),
    untimed: untimedOf(items, last, entries, waits),
    ...judged,
    counts,
  };
  return { ...base, phase: phaseOf(base, allIn) };
}

export const ownPower = (item: MapItem): StepPower =>
  isPart(item) ? (item.danger ? 'dead' : null) : (item.power ?? (item.danger ? 'dead' : null));

function phaseOf(
  { left, refit, beforeTry, findings, untried, counts }: Omit<LedgerState, 'phase'>,
  allIn: boolean,
): LedgerPhase {
  if (!allIn) return left.length > 0 ? 'off' : 'fit';
  if (findings.length > 0) return 'try-again';
  if (refit.length > 0) return untried.open.length > 0 && beforeTry === 0 ? 'try' : 'back';
  if (untried.closed.length > 0) return 'try-closed';
  return counts.even ? 'done' : 'count';
}

/** What is off and when it goes back; what the map does not have goes back first. */
function backOf(
  graph: AccessGraph,
  items: readonly MapItem[],
  off: ReadonlyMap<string, OffItem>,
  tried: readonly string[],
): Pick<LedgerState, 'refit' | 'beforeTry'> {
  const places = [...off.keys()].flatMap((id) => graph.places.get(id) ?? []);
  const strange = [...off.keys()].filter((id) => !graph.places.has(id)).reverse();
  const set = new Set(places);
  const { refit, beforeTry } = refitOf(
    graph,
    set,
    new Set(tried.flatMap((id) => graph.places.get(id) ?? [])),
  );
  // What the map says could not be off is off all the same.
  const others = places.filter((place) => !refit.includes(place));
  return {
    refit: [
      ...strange,
      ...refit.map((place) => items[place]!.id),
      ...others.map((place) => items[place]!.id),
    ],
    beforeTry: beforeTry === 0 ? 0 : strange.length + beforeTry,
  };
}

/** Whatever belongs to the restraints is mated before anything is tried. */
const mated = (items: readonly MapItem[]): readonly string[] =>
  items
    .filter(
      ({ danger, plugs }) =>
        danger === 'restraint' || plugs?.some(({ cavity }) => cavity === 'squib' || cavity === 'sensor'),
    )
    .map(({ id }) => id);

function untimedOf(
  items: readonly MapItem[],
  last: ReadonlyMap<string, LedgerEntry>,
  entries: readonly LedgerEntry[],
  waits: readonly CureWait[],
): Untimed[] {
  return items.flatMap(({ id, materials }) => {
    if (last.get(id)?.as !== 'on') return [];
    const since = entries.findLast(({ step, as }) => step === id && as === 'off')?.seq ?? 0;
    const timed = waits.some(({ over, seq, ends }) => ends == null && over === id && seq > since);
    return timed
      ? []
      : (materials ?? []).flatMap(({ name, waitMinutes }) =>
          waitMinutes == null ? [] : [{ over: id, name, minutes: waitMinutes }],
        );
  });
}

function runningWaits(waits: readonly CureWait[]): RunningWait[] {
  const ended = new Set(waits.flatMap(({ ends }) => ends ?? []));
  return waits
    .filter(({ id, ends }) => ends == null && !ended.has(id))
    .map(({ id, what, minutes, over, recordedAt }) => ({
      id,
      what,
      over: over ?? null,
      startedAt: recordedAt,
      endsAt: new Date(Date.parse(recordedAt) + minutes * 60_000).toISOString(),
    }));
}

function countsOf(
  byId: ReadonlyMap<string, MapItem>,
  entries: readonly LedgerEntry[],
): LedgerState['counts'] {
  const came = new Map<string, { readonly bag: string; readonly counted: readonly Counted[] }>();
  const removed: Counted[] = [];
  const refitted: Counted[] = [];
  for (const entry of entries) {
    const before = came.get(entry.step);
    const bag = entry.as === 'off' ? bagName(entry.bag ?? null) : before?.bag;
    // What was never off has nothing that came from a bag.
    if (bag === undefined) continue;
    // Where nothing else was counted, as many go back as came off.
    const counted =
      entry.as === 'on' && entry.counts == null
        ? before!.counted
        : countedOf(byId.get(entry.step), entry).map((one) => ({ ...one, bag }));
    if (entry.as === 'off') came.set(entry.step, { bag, counted });
    (entry.as === 'off' ? removed : refitted).push(...counted);
  }
  const { rows, even } = countLedger({ removed, refitted });
  return { rows: rows.filter(({ removed: had, refitted: has }) => had > 0 || has > 0), even };
}

type Counted = Parameters<typeof countLedger>[0]['removed'][number];

export const bagName = (bag: number | null): string => (bag === null ? 'no bag' : String(bag));

/** Fasteners and clips of an entry as they were counted, else as the map has them. */
export function countedOf(
  item: MapItem | undefined,
  { counts }: Pick<LedgerEntryData, 'counts'>,
): readonly { readonly kind: string; readonly drive: string | null; readonly count: number }[] {
  if (counts != null) return counts.map(({ kind, drive, count }) => ({ kind, drive: drive ?? null, count }));
  if (!item) return [];
  return [
    ...(item.fasteners ?? []).map(({ kind, drive, count }) => ({ kind, drive: drive ?? null, count })),
    ...(isPart(item)
      ? []
      : (item.clips ?? []).map(({ what, count }) => ({ kind: what, drive: null, count }))),
  ];
}

/** The bag of a step: that of its zone where there is one already, else the next number. */
export function bagFor(
  { map, off }: Pick<LedgerState, 'map' | 'off'>,
  entries: readonly LedgerEntry[],
  zone: string,
): number {
  const zones = new Map(itemsOf(map).map((item) => [item.id, item.zone]));
  const zoneOf = (entry: LedgerEntry) => entry.own?.zone ?? zones.get(entry.step);
  const same = [...off.values()].find(({ entry }) => entry.bag != null && zoneOf(entry) === zone);
  if (same) return same.entry.bag!;
  return Math.max(0, ...entries.map(({ bag }) => bag ?? 0)) + 1;
}
