/** Where each restraint item is drawn: a cabin seen from above, its front at the top. */
import { type FittedItem, placeOfSeat, usualPlace } from '@dormant-beacon/core/restraints';
import { seatRows } from '@dormant-beacon/core/restraints/scope';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** The drawing’s own measure. */
export const cabin = { width: 700, height: 700 } as const;
/** The car’s own outline in that measure. */
export const carOutline =
  'M144 150 Q158 22 350 18 Q542 22 556 150 L564 560 Q560 684 350 686 Q140 684 136 560 Z';
/** From percent of the car to the drawing. */
export const drawn = ({ x, y }: Place): Place => ({
  x: (x * cabin.width) / 100,
  y: (y * cabin.height) / 100,
});

export interface Seat extends Place {
  readonly seat: string;
}

/** Seats as the items name them; five where they name none. */
export function seatsOf(items: readonly FittedItem[]): Seat[] {
  const named = new Set(items.flatMap(({ seat }) => (seat && placeOfSeat(seat) ? [seat] : [])));
  const seats = named.size > 0 ? [...named] : seatRows(5).flat();
  return seats.map((seat) => ({ seat, ...drawn(placeOfSeat(seat)!) }));
}

/** A place for every item, none nearer to another than their words need. */
export function placesOf(items: readonly FittedItem[]): ReadonlyMap<string, Place> {
  const taken: Place[] = [];
  return new Map(
    items.map((item) => {
      const place = free(drawn(usualPlace(item)), taken);
      taken.push(place);
      return [item.id, place];
    }),
  );
}

/** Marks with their words are so wide and so high. */
const [wide, high] = [118, 64];

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
