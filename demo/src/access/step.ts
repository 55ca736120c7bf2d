/** Short ways to write a step of a map and a part at the end of a way. */
import type { MapPart, MapStep } from '@dormant-beacon/core/ledger';

type StepHead = readonly [id: string, label: string, place: string, minutes: number];

/** Steps of one area that put their small parts into one bag. */
export function stepsOf(area: MapStep['area'], zone: string) {
  return ([id, label, place, minutes]: StepHead, more: Partial<MapStep> = {}): MapStep => ({
    id,
    label,
    act: 'remove',
    area,
    place,
    zone,
    minutes,
    ...more,
  });
}

export function partOf(
  [id, label, kind, minutes]: StepHead,
  zone: string,
  needs: string[][],
  more: Partial<MapPart> = {},
): MapPart {
  return { id, label, kind, zone, minutes, needs, ...more };
}

export const screws = (count: number, drive: string, torqueNm: number | null = null) => ({
  kind: 'screw',
  drive,
  count,
  torqueNm,
});
export const bolts = (count: number, drive: string, torqueNm: number, more: object = {}) => ({
  kind: 'bolt',
  drive,
  count,
  torqueNm,
  ...more,
});
