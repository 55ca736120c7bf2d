/** Until when what was fitted is warranted: from the day on which the car was given back, or from the repair. */
import { dayNumber, writtenDay } from '../calendar/index.js';
import { type JobRecord, standing } from '../record/index.js';
import type { UnitRoutes } from './unit-routes.js';

export interface Warranty {
  readonly unit: string;
  /** A day, such as 2028-11-30. */
  readonly until: string;
  readonly runs: boolean;
}

/** @param today a day */
export function warrantiesOf(record: JobRecord, units: readonly UnitRoutes[], today: string): Warranty[] {
  const from = standing(record.handBacks).at(-1) ?? standing(record.repairs).findLast(({ cured }) => cured);
  if (!from) return [];
  const given = dayNumber(from.observedAt.slice(0, 10));
  return units.flatMap(({ plan, chosen, consignment }) => {
    const until =
      consignment?.back?.guaranteeUntil ??
      (chosen?.warrantyDays ? writtenDay(given + chosen.warrantyDays) : null);
    return until === null ? [] : [{ unit: plan.unit, until, runs: until >= today }];
  });
}
