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
  /** Points and elements that it touches. */
  readonly names?: readonly string[];
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

/** The outlines of the model, or those around its items as such cars usually have them. */
export const zonesOf = ({ items, zones }: CarZones): readonly ZoneOutline[] =>
  zones?.length ? zones : usualZones(items);

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

/** Places that a step names: as one of its points or elements, or as a word in what it says. */
export function placesNamed(places: readonly CarPlace[], { label, names = [] }: PlacedStep): CarPlace[] {
  // A point is a pin of a connector: C44.2 lies where C44 lies.
  const own = new Set(names.flatMap((name) => [plain(name), plain(name.replace(/[.:/][^.:/]*$/, ''))]));
  const words = ` ${plain(label ?? '')} `;
  return places.filter(({ name }) => own.has(plain(name)) || words.includes(` ${plain(name)} `));
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * What the outlines say of a step. One named place in a zone is enough; it is clear only where every place that it
 * names lies outside all of them and its words name no restraint item.
 */
export function nearZone(car: CarZones | null, step: PlacedStep): Near {
  const named = car ? placesNamed(car.places ?? [], step) : [];
  if (!car || named.length === 0) return unknown;
  const zones = zonesOf(car);
  if (zones.length === 0) return unknown;
  for (const place of named) {
    if (place.byHand && step.byHand) continue;
    const zone = zoneAt(zones, place);
    if (zone) return { says: 'near', why: `${place.name} lies in the zone of ${zone.label}` };
  }
  return guardOf({ part: step.label ?? null }).guard === 'restraint' ? unknown : clear;
}
