/** Where restraint items usually lie, seen from above: across the car and along it in percent, its front at 0. */
import type { FittedItem, Level } from './records.js';

export interface PlanPlace {
  readonly x: number;
  readonly y: number;
}

const middle = 50;
const columns: Readonly<Record<string, number>> = { left: 32, centre: middle, right: 68 };
const rowsAt = [37, 65, 84];
const rowNames = ['front', 'rear', 'third'];
const [leftEdge, rightEdge] = [9, 91];

/** `front-left` and its like; null for a seat in words of its own. */
export function placeOfSeat(seat: string): PlanPlace | null {
  const [row, column] = seat.split('-');
  const [n, x] = [rowNames.indexOf(row ?? ''), columns[column ?? '']];
  return n < 0 || x === undefined ? null : { x, y: rowsAt[n]! };
}

/** @example usualPlace({ id: 'k', item: 'clock-spring', label: 'clock spring', seat: 'front-left' }).x // 32 */
export function usualPlace({ item, seat, zone }: FittedItem): PlanPlace {
  const at = seat == null ? null : placeOfSeat(seat);
  const outer = at === null ? 0 : Math.sign(at.x - middle);
  const side = outer < 0 ? leftEdge : outer > 0 ? rightEdge : middle;
  const [x, y] = [at?.x ?? middle, at?.y ?? rowsAt[0]!];
  switch (item) {
    case 'frontal-bag':
      return { x, y: 17 };
    case 'knee-bag':
      return { x, y: 25 };
    case 'steering-column':
    case 'clock-spring':
      return { x, y: 12 };
    case 'side-bag':
      return { x, y: y - 3 };
    case 'belt':
    case 'lap-pretensioner':
      return { x: side, y };
    case 'buckle-switch':
    case 'buckle-pretensioner':
    case 'centre-bag':
      return { x: middle, y: y - 4 };
    case 'occupant-sensor':
    case 'seat-frame':
    case 'head-restraint':
      return { x, y: y + 6 };
    case 'curtain':
      return { x: zone != null && zone <= 5 ? rightEdge : leftEdge, y: 51 };
    case 'control-module':
      return { x: middle, y: 51 };
    case 'impact-sensor':
      if (zone === 3 || zone === 9) return { x: zone === 3 ? rightEdge : leftEdge, y: 77 };
      return zone == null ? { x: middle, y: 74 } : onClock(zone);
    case 'bonnet-lifter':
      return { x: middle, y: 5 };
    default:
      return zone == null ? { x: middle, y: 74 } : onClock(zone);
  }
}

/** On the outline of the car, by the clock. */
function onClock(zone: number): PlanPlace {
  const turn = (zone / 12) * 2 * Math.PI;
  return { x: middle + 40 * Math.sin(turn), y: 47 - 41 * Math.cos(turn) };
}

/** How far an item, its plug and its harness reach from its place, and at which heights: drawn wide. */
export function usualReach({ item, inside }: FittedItem): { dx: number; dy: number; levels: Level[] } {
  const all: Level[] = ['low', 'middle', 'high'];
  switch (item) {
    case 'curtain':
      return { dx: 8, dy: 45, levels: ['middle', 'high'] };
    case 'frontal-bag':
    case 'steering-column':
    case 'clock-spring':
      return { dx: 16, dy: 9, levels: ['low', 'middle'] };
    case 'belt':
    case 'lap-pretensioner':
      return { dx: 9, dy: 12, levels: all };
    case 'side-bag':
    case 'occupant-sensor':
    case 'seat-frame':
    case 'head-restraint':
      return { dx: 14, dy: 12, levels: ['low', 'middle'] };
    case 'impact-sensor':
      return { dx: 11, dy: inside === 'bumper' ? 9 : 14, levels: ['low', 'middle'] };
    case 'bonnet-lifter':
      return { dx: 45, dy: 9, levels: all };
    case 'control-module':
      return { dx: 12, dy: 14, levels: ['low'] };
    default:
      return { dx: 12, dy: 10, levels: ['low', 'middle'] };
  }
}
