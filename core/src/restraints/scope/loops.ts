/** All loops at once: what their module showed of each, against its limits, its other side and its peers. */
import type { FittedItem, LoopLimit, LoopMoment, LoopReading } from '../records.js';

export type LoopVerdict =
  | 'not-read'
  | 'open'
  /** Near zero: a shorting bar that closed, or a short across. */
  | 'near-zero'
  | 'high'
  | 'moves'
  /** Within its limits and steady: it proves nothing of its unit. */
  | 'level'
  /** Out of its limits before a plug was opened, in them since: not cured. */
  | 'gone';

export interface LoopRow {
  readonly loop: string;
  readonly item: string | null;
  readonly label: string;
  /** The last value, null where it was over the limit; undefined where it was not read. */
  readonly now: number | null | undefined;
  /** Lowest and highest as found, before a plug was opened. */
  readonly lowest: number | null;
  readonly highest: number | null;
  readonly overload: boolean;
  readonly lowOhms: number;
  readonly highOhms: number;
  /** Where the limits come from; null for the generic ones. */
  readonly source: string | null;
  /** What the loop of the other side shows, and the middle of all others. */
  readonly otherSide: number | null;
  readonly peers: number | null;
  readonly verdict: LoopVerdict;
  readonly says: string;
}

/** Ohms of an ordinary loop of one squib with its leads. Source: general practice; a vehicle’s own limits come first. */
export const genericLimits = { lowOhms: 1.4, highOhms: 3.6 };
/** Below it a bar has closed, or the loop is bridged. */
const nearZero = 0.8;
/** Ohms by which a loop may wander, and by which it may lie above its other side. */
const [wanders, above] = [0.4, 1];
const reseated: ReadonlySet<LoopMoment> = new Set(['after-reseat', 'after-repair']);

/** @param readings in the order in which they were taken */
export function loopTable(
  items: readonly FittedItem[],
  limits: readonly LoopLimit[],
  readings: readonly LoopReading[],
): LoopRow[] {
  const named = items.flatMap((item) => (item.loops ?? []).map((loop) => ({ loop, item })));
  const unknown = [...new Set(readings.map(({ loop }) => loop))].filter(
    (loop) => !named.some((own) => own.loop === loop),
  );
  const loops: { loop: string; item: FittedItem | null }[] = [
    ...named,
    ...unknown.map((loop) => ({ loop, item: null })),
  ];
  const nows = new Map(loops.map(({ loop }) => [loop, valueNow(readings, loop)]));
  return loops.map(({ loop, item }): LoopRow => {
    const own = readings.filter((reading) => reading.loop === loop);
    const limit = limits.find((one) => one.loop === loop);
    const { lowOhms, highOhms } = limit ?? genericLimits;
    const found = own.filter(({ moment }) => !reseated.has(moment));
    const values = found.flatMap(({ ohms }) => (ohms == null ? [] : [ohms]));
    const mirror = item && items.find((other) => other.id !== item.id && isOtherSide(item, other));
    const place = item?.loops?.indexOf(loop) ?? 0;
    const facts: LoopFacts = {
      readings: own,
      found,
      now: nows.get(loop),
      lowest: values.length > 0 ? Math.min(...values) : null,
      highest: values.length > 0 ? Math.max(...values) : null,
      overload: found.some(({ overload }) => overload === true),
      lowOhms,
      highOhms,
      otherSide: (mirror && nows.get(mirror.loops?.[place] ?? '')) ?? null,
      peers: middle([...nows].flatMap(([other, value]) => (other === loop || value == null ? [] : [value]))),
    };
    const verdict = verdictOf(facts);
    return {
      loop,
      item: item?.id ?? null,
      label: item?.label ?? loop,
      now: facts.now,
      lowest: facts.lowest,
      highest: facts.highest,
      overload: facts.overload,
      lowOhms,
      highOhms,
      source: limit?.source ?? null,
      otherSide: facts.otherSide,
      peers: facts.peers,
      verdict,
      says: says(verdict, facts, item?.bar ?? null),
    };
  });
}

interface LoopFacts {
  readonly readings: readonly LoopReading[];
  readonly found: readonly LoopReading[];
  readonly now: number | null | undefined;
  readonly lowest: number | null;
  readonly highest: number | null;
  readonly overload: boolean;
  readonly lowOhms: number;
  readonly highOhms: number;
  readonly otherSide: number | null;
  readonly peers: number | null;
}

function verdictOf(facts: LoopFacts): LoopVerdict {
  const { readings, found, now, lowest, highest, overload, lowOhms, highOhms, otherSide, peers } = facts;
  if (readings.length === 0) return 'not-read';
  const spread = lowest === null || highest === null ? 0 : highest - lowest;
  const moved = spread > wanders || (overload && lowest !== null);
  const beside = otherSide ?? peers;
  const out = (ohms: number) =>
    ohms < lowOhms || ohms > highOhms || (beside !== null && beside >= lowOhms && ohms - beside > above);
  const wasOut = moved || overload || found.some(({ ohms }) => ohms != null && out(ohms));
  if (wasOut && readings.at(-1)!.moment === 'after-reseat' && now != null && !out(now)) return 'gone';
  if (readings.at(-1)!.moment === 'after-repair' && now != null) return current(now, out, lowOhms);
  if (moved) return 'moves';
  if (overload || now === null) return 'open';
  return current(now ?? 0, out, lowOhms);
}

function current(ohms: number, out: (ohms: number) => boolean, lowOhms: number): LoopVerdict {
  if (ohms < Math.min(nearZero, lowOhms)) return 'near-zero';
  return out(ohms) ? (ohms < lowOhms ? 'near-zero' : 'high') : 'level';
}

function says(
  verdict: LoopVerdict,
  { found, highest, lowest, otherSide, peers }: LoopFacts,
  bar: FittedItem['bar'],
): string {
  switch (verdict) {
    case 'not-read':
      return 'not read yet';
    case 'open':
      return 'open: a plug that is off, a broken line, or a unit that has fired';
    case 'near-zero':
      return `near zero: a shorting bar that closed${barWords(bar)}, or a line bridged; no fault of the unit yet`;
    case 'high':
      return otherSide !== null || peers !== null
        ? `higher than ${otherSide !== null ? 'its other side' : 'its peers'}: look at plug and harness first`
        : 'higher than such a loop should be: look at plug and harness first';
    case 'moves': {
      const top = found.find(({ ohms, overload }) =>
        lowest === highest ? overload === true : ohms === highest,
      );
      const mark = top && top.moment !== 'as-found' ? `, most at “${momentWords[top.moment]}”` : '';
      return `moves${mark}: plug or harness, not the unit`;
    }
    case 'gone':
      return 'good since its plug was opened: gone, not cured. Pull on each terminal, lock, clip, move the seat through its travel, compare';
    case 'level':
      return 'steady and within its limits; it proves nothing of its unit';
  }
}

const barWords = (bar: FittedItem['bar']): string =>
  bar == null || bar === 'unknown'
    ? ''
    : bar === 'both'
      ? ' (both halves of its plug carry one)'
      : ` (the ${bar} half of its plug carries it)`;

export const momentWords: Readonly<Record<LoopMoment, string>> = {
  'as-found': 'as found',
  'seat-forward': 'seat forward',
  'seat-back': 'seat back',
  'seat-middle': 'seat in the middle',
  'harness-moved': 'harness moved',
  'wheel-turned': 'wheel turned',
  'power-cycled': 'after a power cycle',
  'after-reseat': 'after reseating',
  'after-repair': 'after the repair',
};

function valueNow(readings: readonly LoopReading[], loop: string): number | null | undefined {
  const last = readings.findLast((reading) => reading.loop === loop);
  return last && (last.overload === true ? null : (last.ohms ?? undefined));
}

/** The same kind of unit across the car. */
function isOtherSide(item: FittedItem, other: FittedItem): boolean {
  if (item.item !== other.item || item.seat == null || other.seat == null) return false;
  return mirrored(item.seat) === other.seat;
}

const mirrored = (seat: string): string =>
  seat.includes('left') ? seat.replace('left', 'right') : seat.replace('right', 'left');

function middle(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
