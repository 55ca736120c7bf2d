/**
 * Whether a step reaches near a pyrotechnic unit or an impact sensor: by the outlines of the model and the place of
 * what the step names. Where a place is not known, the words of the step decide, as `guardOf` reads them.
 */
import { guardOf } from './guard.js';
import { usualPlace, usualReach } from './plan-places.js';
import type { CarPlace, FittedItem, RestraintFile, ZoneOutline } from './records.js';

/** What stands of the car for this; null while it has no inventory. */
export type CarZones = Pick<RestraintFile, 'items' | 'zones' | 'places'>;

/** A step as far as its place goes. */
export interface PlacedStep {
  readonly label?: string | null | undefined;
  /** What the hand goes to, each by all the names that it has: a point, an element, its connector. */
  readonly touches?: readonly (readonly string[])[];
  /** Only looked at, by hand: no tool goes in. */
  readonly byHand?: boolean;
}

export interface Near {
  readonly says: 'near' | 'clear' | 'unknown';
  /** Of `near`: which zone, in words. */
  readonly why: string | null;
}

const unknown: Near = { says: 'unknown', why: null };
const clear: Near = { says: 'clear', why: null };

/**
 * The outlines of the model; an item that has none of its own, by its id, keeps the one that such cars usually have:
 * what was added to the inventory later is guarded too.
 */
export function zonesOf({ items, zones }: CarZones): readonly ZoneOutline[] {
  const own = new Set(zones?.map(({ id }) => id));
  return [...(zones ?? []), ...usualZones(items.filter(({ id }) => !own.has(id)))];
}

/** @returns one outline for each item that may fire, sense or be harmed */
export const usualZones = (items: readonly FittedItem[]): ZoneOutline[] =>
  items.flatMap((item) => {
    if (item.item === 'trim') return [];
    const { x, y } = usualPlace(item);
    const { dx, dy, levels } = usualReach(item);
    const [left, right] = [Math.max(0, x - dx), Math.min(100, x + dx)];
    const [front, rear] = [Math.max(0, y - dy), Math.min(100, y + dy)];
    return [
      {
        id: item.id,
        label: item.label,
        corners: [
          [left, front],
          [right, front],
          [right, rear],
          [left, rear],
        ],
        levels,
      },
    ];
  });

/**
 * The first zone that a place lies in. A corner and an edge count as inside; a height that is not known counts as
 * every height.
 * @example zoneAt([{ id: 'z', label: 'left sill', corners: [[0, 40], [12, 40], [12, 60], [0, 60]] }], { name: 'C9', at: [6, 50] })?.label // 'left sill'
 */
export const zoneAt = (zones: readonly ZoneOutline[], { at, level }: CarPlace): ZoneOutline | null =>
  zones.find(
    ({ corners, levels }) => (!level || !levels?.length || levels.includes(level)) && isInside(corners, at),
  ) ?? null;

/** By the turns that the outline makes around the place: one that crosses itself is filled everywhere. */
function isInside(
  corners: readonly (readonly [number, number])[],
  [x, y]: readonly [number, number],
): boolean {
  let turns = 0;
  for (const [n, [ax, ay]] of corners.entries()) {
    const [bx, by] = corners[(n + 1) % corners.length]!;
    const left = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    const between =
      Math.min(ax, bx) <= x && x <= Math.max(ax, bx) && Math.min(ay, by) <= y && y <= Math.max(ay, by);
    if (left === 0 && between) return true;
    if (ay <= y && by > y && left > 0) turns++;
    if (ay > y && by <= y && left < 0) turns--;
  }
  return turns !== 0;
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** A point is a pin of a connector: C44.2 lies where C44 lies. */
const withConnector = (name: string): string[] => [plain(name), plain(name.replace(/[.:/][^.:/]*$/, ''))];

const named = (places: readonly CarPlace[], names: readonly string[]): CarPlace[] => {
  const own = new Set(names.flatMap(withConnector));
  return places.filter(({ name }) => own.has(plain(name)));
};

/**
 * What the outlines say of a step. A place in a zone that it touches, or names in a word, is enough for `near`. It is
 * `clear` only where everything that it touches has a place, all of them lie outside, and its words name no restraint
 * item: a word alone clears nothing.
 */
export function nearZone(car: CarZones | null, { label, touches = [], byHand = false }: PlacedStep): Near {
  const places = car?.places ?? [];
  if (!car || places.length === 0) return unknown;
  const words = ` ${plain(label ?? '')} `;
  const found = touches.map((names) => named(places, names));
  const told = places.filter(({ name }) => words.includes(` ${plain(name)} `));
  const zones = zonesOf(car);
  for (const place of [...found.flat(), ...told]) {
    if (place.byHand && byHand) continue;
    const zone = zoneAt(zones, place);
    if (zone) return { says: 'near', why: `${place.name} lies in the zone of ${zone.label}` };
  }
  const whole = found.length > 0 && found.every((one) => one.length > 0);
  return whole && guardOf({ part: label ?? null }).guard !== 'restraint' ? clear : unknown;
}
