/** What a car of so many seats usually has, to begin an inventory with: the shop takes out and adds what this car has. */
import type { FittedItem } from '../records.js';

/** Seats of a row, from left to right, for each number of seats; rows from the front. */
const rows: Readonly<Record<number, readonly (readonly string[])[]>> = {
  2: [['front-left', 'front-right']],
  3: [['front-left', 'front-centre', 'front-right']],
  4: [
    ['front-left', 'front-right'],
    ['rear-left', 'rear-right'],
  ],
  5: [
    ['front-left', 'front-right'],
    ['rear-left', 'rear-centre', 'rear-right'],
  ],
  6: [
    ['front-left', 'front-right'],
    ['rear-left', 'rear-right'],
    ['third-left', 'third-right'],
  ],
  7: [
    ['front-left', 'front-right'],
    ['rear-left', 'rear-centre', 'rear-right'],
    ['third-left', 'third-right'],
  ],
  8: [
    ['front-left', 'front-right'],
    ['rear-left', 'rear-centre', 'rear-right'],
    ['third-left', 'third-centre', 'third-right'],
  ],
  9: [
    ['front-left', 'front-centre', 'front-right'],
    ['rear-left', 'rear-centre', 'rear-right'],
    ['third-left', 'third-centre', 'third-right'],
  ],
};

export const seatCounts = Object.keys(rows).map(Number);

/** Seats by row, front first. @param seats two to nine; another number gives five */
export const seatRows = (seats: number): readonly (readonly string[])[] => rows[seats] ?? rows[5]!;

/**
 * @param steered the side of the steering wheel
 * @example usualInventory(2).some(({ item }) => item === 'clock-spring') // true
 */
export function usualInventory(seats: number, steered: 'left' | 'right' = 'left'): FittedItem[] {
  const all = seatRows(seats).flat();
  const driver = `front-${steered}`;
  const passenger = `front-${steered === 'left' ? 'right' : 'left'}`;
  let loop = 0;
  const loops = (count = 1) => Array.from({ length: count }, () => `L${++loop}`);
  const one = (
    id: string,
    item: FittedItem['item'],
    label: string,
    more: Partial<FittedItem> = {},
  ): FittedItem => ({ id, item, label, ...more });
  const front = [driver, passenger].flatMap((seat): FittedItem[] => {
    const who = seat === driver ? 'driver' : 'passenger';
    return [
      one(`bag-${seat}`, 'frontal-bag', `${who} bag`, {
        seat,
        zone: 12,
        stages: 2,
        loops: loops(2),
        inside: seat === driver ? 'column' : 'dash',
      }),
      one(`side-${seat}`, 'side-bag', `${who} seat bag`, {
        seat,
        zone: sideOf(seat),
        loops: loops(),
        inside: 'seat',
      }),
      one(`buckle-${seat}`, 'buckle-switch', `${who} buckle`, { seat, inside: 'seat' }),
    ];
  });
  return [
    ...front,
    one('clock-spring', 'clock-spring', 'clock spring', { seat: driver, inside: 'column' }),
    one('mat', 'occupant-sensor', 'passenger mat', { seat: passenger, inside: 'seat' }),
    ...all.map((seat) =>
      one(`belt-${seat}`, 'belt', `belt ${seat.replace('-', ' ')}`, {
        seat,
        ...(seat.includes('centre') ? {} : { zone: sideOf(seat) }),
        ...(seat.startsWith('front') ? { loops: loops(), inside: 'pillar' as const } : { loops: [] }),
      }),
    ),
    one('curtain-left', 'curtain', 'left curtain', { zone: 9, loops: loops(), inside: 'headliner' }),
    one('curtain-right', 'curtain', 'right curtain', { zone: 3, loops: loops(), inside: 'headliner' }),
    one('sensor-front-left', 'impact-sensor', 'front sensor left', { zone: 11, inside: 'bumper' }),
    one('sensor-front-right', 'impact-sensor', 'front sensor right', { zone: 1, inside: 'bumper' }),
    one('sensor-left', 'impact-sensor', 'side sensor left', { zone: 9, inside: 'door' }),
    one('sensor-right', 'impact-sensor', 'side sensor right', { zone: 3, inside: 'door' }),
    one('module', 'control-module', 'control module', { inside: 'console' }),
  ];
}

const sideOf = (seat: string): number => (seat.includes('left') ? 9 : seat.includes('right') ? 3 : 12);
