/** Whether a warranty or a campaign still covers a car, and by how much it is missed. */
import { addMonths, daysBetween } from '../calendar/index.js';
import type { CoverageRequest } from './schema.js';

export interface Coverage {
  readonly name: string;
  readonly covered: boolean;
  /** The last day that is covered. */
  readonly until: string;
  /** 0 where the time has not run out. */
  readonly daysOver: number;
  /** In the unit of the odometer; 0 where the distance is within, or has no limit. */
  readonly distanceOver: number;
}

/**
 * Calendar months from the day in service; the last day and the last unit of distance are still covered.
 *
 * @example
 * coverageOf({ inService: '2018-02-14', on: '2026-03-09', odometer: 130000,
 *   covers: [{ name: 'Lamp units', months: 96 }] }).covers[0].daysOver // 23
 */
export function coverageOf({ inService, on, odometer, covers }: CoverageRequest): {
  readonly covers: readonly Coverage[];
} {
  return {
    covers: covers.map(({ name, months, distance }) => {
      const until = addMonths(inService, months);
      const daysOver = Math.max(0, daysBetween(until, on));
      const distanceOver = distance == null ? 0 : Math.max(0, odometer - distance);
      return { name, covered: daysOver === 0 && distanceOver === 0, until, daysOver, distanceOver };
    }),
  };
}
