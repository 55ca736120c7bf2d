/** What a customer tells by their link: what they are asked, what waits for the shop, and what it is worth as exposures. */
import {
  type Beacon,
  type CustomerReport,
  type CustomerReportData,
  type ExposureData,
  isRestraint,
  type JobRecord,
  originOf,
  standing,
} from '../record/index.js';
import { repairOf } from './proof.js';

/** What a customer is asked to look at. */
export interface WatchedLight {
  readonly beaconId: string;
  readonly name: string;
  readonly conditions: readonly string[];
  /** Where it shows again, the car may not protect who sits in it. */
  readonly restraint: boolean;
}

/** Every beacon and complaint that was mended; the customer sees whether it stays so. */
export function watchedByCustomer(record: JobRecord): WatchedLight[] {
  return standing(record.beacons).flatMap((beacon) => {
    const beaconId = originOf(record.beacons, beacon);
    if (!repairOf(record, beaconId)) return [];
    const { name, conditions } = beacon;
    return [{ beaconId, name, conditions, restraint: isRestraint(beacon) }];
  });
}

/** Reports that nobody in the shop has accepted or set aside yet; those of a light that showed again come first. */
export function waitingReports(record: JobRecord): CustomerReport[] {
  const taken = new Set(standing(record.exposures).map(({ reportId }) => reportId));
  const waiting = standing(record.customerReports).filter((report) => !taken.has(report.id));
  return [...waiting.filter(({ shown }) => shown), ...waiting.filter(({ shown }) => !shown)];
}

/**
 * The exposures that a report is worth once it is accepted: one for each condition of the beacon that was met, and
 * one for the other starts. Parts that overlap count as apart only as far as there were starts.
 *
 * @example exposuresTold({ starts: 8, within: [{ condition: 'cold', starts: 3 }], ... }) // of 3 and 5 drives
 */
export function exposuresTold(report: CustomerReportData & { readonly id: string }): ExposureData[] {
  const { id, beaconId, shown, starts, within, conditions } = report;
  const exposure = (own: readonly string[], drives: number): ExposureData => ({
    beaconId,
    shown,
    coldStart: own.some(isCold),
    conditions: [...own],
    bulbCheck: 'not-seen',
    monitorRan: false,
    reportedBy: 'customer',
    drives: drives > 1 ? drives : null,
    reportId: id,
  });
  if (shown) return [exposure(conditions ?? [], 1)];
  let left = starts ?? 1;
  const parts = (within ?? []).flatMap((part) => {
    const drives = Math.min(part.starts, left);
    left -= drives;
    return drives > 0 ? [exposure([part.condition], drives)] : [];
  });
  return left > 0 ? [...parts, exposure([], left)] : parts;
}

const isCold = (condition: string): boolean => condition.toLowerCase() === 'cold';

/** A report in a sentence; days and times are left to the reader's calendar. */
export function reportSays(report: CustomerReportData, beacon: Pick<Beacon, 'name'> | undefined): string {
  const { shown, starts, within, conditions } = report;
  const name = beacon ? `“${beacon.name}”` : 'It';
  if (shown)
    return `${name} showed again${conditions && conditions.length > 0 ? ` (${conditions.join(', ')})` : ''}`;
  const parts = (within ?? []).map(
    (part, n) => `${part.starts} ${n === 0 ? 'of them ' : ''}${part.condition}`,
  );
  const over = starts === 1 ? 'one start' : `${starts} starts`;
  return [`${name} stayed off over ${over}`, ...parts].join(', ');
}
