/** What of a code is not certain: a technician looks at it before the baseline counts. */
import type { ScanCode } from './schema.js';

export type Doubt = 'code' | 'module' | 'failureType' | 'status';

/**
 * The fields of a code that were put right, read by guess, or not found.
 * @example doubtsOf({ module: 'Unnamed module', code: 'B1318', status: 'unknown', how: { module: 'guess' } }) // ['module', 'status']
 */
export function doubtsOf({
  how,
  repaired,
  status,
}: Pick<ScanCode, 'how' | 'repaired' | 'status'>): readonly Doubt[] {
  const byHand = how?.status === 'hand';
  return [
    ...(repaired ? (['code'] as const) : []),
    ...(how?.module === 'guess' ? (['module'] as const) : []),
    ...(how?.failureType === 'guess' ? (['failureType'] as const) : []),
    ...(how?.status === 'guess' || (status === 'unknown' && !byHand) ? (['status'] as const) : []),
  ];
}
