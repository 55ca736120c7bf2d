/** Where each restraint item is drawn: a cabin seen from above, its front at the top. */
import { type FittedItem, seatRows } from '@dormant-beacon/core/restraints';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** The drawing’s own measure. */
export const cabin = { width: 520, height: 640 } as const;
const columns: Readonly<Record<string, number>> = { left: 168, centre: 260, right: 352 };
const rowsAt = [250, 400, 540];
const rowNames = ['front', 'rear', 'third'];

export interface Seat extends Place {
  readonly seat: string;
}

/** Seats as the items name them; five where they name none. */
export function seatsOf(items: readonly FittedItem[]): Seat[] {
  const named = new Set(items.flatMap(({ seat }) => (seat && placeOfSeat(seat) ? [seat] : [])));
  const seats = named.size > 0 ? [...named] : seatRows(5).flat();
  return seats.map((seat) => ({ seat, ...placeOfSeat(seat)! }));
}

/** `front-left` and its like; null for a seat in words of its own. */
function placeOfSeat(seat: string): Place | null {
  const [row, column] = seat.split('-');
  const [n, x] = [rowNames.indexOf(row ?? ''), columns[column ?? '']];
  return n < 0 || x === undefined ? null : { x, y: rowsAt[n]! };
}

/** A place for every item, none nearer to another than their words need. */
export function placesOf(items: readonly FittedItem[]): ReadonlyMap<string, Place> {
  const taken: Place[] = [];
  return new Map(
    items.map((item) => {
      const place = free(wanted(item), taken);
      taken.push(place);
      return [item.id, place];
    }),
  );
}

/** Marks with their words are so wide and so high. */
const [wide, high] = [96, 58];

function free(wish: Place, taken: readonly Place[]): Place {
  const clear = (place: Place) =>
    !taken.some((other) => Math.abs(other.x - place.x) < wide && Math.abs(other.y - place.y) < high);
  const inside = ({ x, y }: Place) => x >= 44 && x <= cabin.width - 44 && y >= 24 && y <= cabin.height - 44;
  for (let ring = 0; ring < 12; ring++)
    for (const [dx, dy] of around) {
      const place = { x: wish.x + dx * ring * 26, y: wish.y + dy * ring * 20 };
      if (inside(place) && clear(place)) return place;
    }
  return wish;
}
const around = [
  [0, 0],
  [0, 1],
  [0, -1],
  [1, 0],
  [-1, 0],
  [1, 1],
  [-1, 1],
  [1, -1],
  [-1, -1],
] as const;

function wanted({ item, seat, zone }: FittedItem): Place {
  const at = seat == null ? null : placeOfSeat(seat);
  const outer = at === null ? 0 : at.x < 260 ? -1 : at.x > 260 ? 1 : 0;
  const side = outer < 0 ? 52 : outer > 0 ? cabin.width - 52 : 260;
  switch (item) {
    case 'frontal-bag':
      return { x: at?.x ?? 260, y: 128 };
    case 'knee-bag':
      return { x: at?.x ?? 260, y: 182 };
    case 'steering-column':
    case 'clock-spring':
      return { x: 260, y: 92 };
    case 'side-bag':
      return { x: (at?.x ?? 260) + outer * 34, y: (at?.y ?? 250) - 26 };
    case 'belt':
    case 'lap-pretensioner':
      return { x: side, y: at?.y ?? 320 };
    case 'buckle-switch':
    case 'buckle-pretensioner':
    case 'centre-bag':
      return { x: 260, y: (at?.y ?? 250) + 26 };
    case 'occupant-sensor':
    case 'seat-frame':
    case 'head-restraint':
      return { x: at?.x ?? 260, y: (at?.y ?? 250) + 34 };
    case 'curtain':
      return { x: zone !== undefined && zone !== null && zone <= 5 ? cabin.width - 52 : 52, y: 330 };
    case 'control-module':
      return { x: 260, y: 330 };
    case 'bonnet-lifter':
      return { x: 260, y: 40 };
    default:
      return zone == null ? { x: 260, y: 470 } : onClock(zone);
  }
}

/** On the outline of the car, by the clock. */
function onClock(zone: number): Place {
  const turn = (zone / 12) * 2 * Math.PI;
  return { x: 260 + 208 * Math.sin(turn), y: 320 - 282 * Math.cos(turn) };
}
