/** Where each restraint item is drawn: a cabin seen from above, its front at the top. */
import { type FittedItem, seatRows } from '@dormant-beacon/core/restraints';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** The drawing’s own measure. */
export const cabin = { width: 700, height: 700 } as const;
/** Of the car, from left to right. */
const middle = 350;
const columns: Readonly<Record<string, number>> = { left: 226, centre: middle, right: 474 };
const rowsAt = [262, 452, 590];
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
const [wide, high] = [118, 56];

function free(wish: Place, taken: readonly Place[]): Place {
  const clear = (place: Place) =>
    !taken.some((other) => Math.abs(other.x - place.x) < wide && Math.abs(other.y - place.y) < high);
  const inside = ({ x, y }: Place) => x >= 58 && x <= cabin.width - 58 && y >= 22 && y <= cabin.height - 44;
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
  const outer = at === null ? 0 : Math.sign(at.x - middle);
  const side = outer < 0 ? 66 : outer > 0 ? cabin.width - 66 : middle;
  const [x, y] = [at?.x ?? middle, at?.y ?? rowsAt[0]!];
  switch (item) {
    case 'frontal-bag':
      return { x, y: 120 };
    case 'knee-bag':
      return { x, y: 178 };
    case 'steering-column':
    case 'clock-spring':
      return { x: middle, y: 84 };
    case 'side-bag':
      return { x, y: y - 20 };
    case 'belt':
    case 'lap-pretensioner':
      return { x: side, y };
    case 'buckle-switch':
    case 'buckle-pretensioner':
    case 'centre-bag':
      return { x: middle, y: y - 28 };
    case 'occupant-sensor':
    case 'seat-frame':
    case 'head-restraint':
      return { x, y: y + 40 };
    case 'curtain':
      return { x: zone != null && zone <= 5 ? cabin.width - 66 : 66, y: 356 };
    case 'control-module':
      return { x: middle, y: 356 };
    case 'impact-sensor':
      if (zone === 3 || zone === 9) return { x: zone === 3 ? cabin.width - 66 : 66, y: 540 };
      return zone == null ? { x: middle, y: 520 } : onClock(zone);
    case 'bonnet-lifter':
      return { x: middle, y: 34 };
    default:
      return zone == null ? { x: middle, y: 520 } : onClock(zone);
  }
}

/** On the outline of the car, by the clock. */
function onClock(zone: number): Place {
  const turn = (zone / 12) * 2 * Math.PI;
  return { x: middle + 284 * Math.sin(turn), y: 330 - 290 * Math.cos(turn) };
}
